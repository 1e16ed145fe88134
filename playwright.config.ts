import { defineConfig } from '@playwright/test';
import { BROWSER, CHROMIUM } from './tests/e2e/browser';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/e2e',
  testMatch: '**/*.spec.ts',
  globalSetup: './tests/e2e/setUp.mjs',
  workers: 2,
  fullyParallel: false,
  retries: 0,
  forbidOnly: true,
  // A machine that is shared stands still for a while now and then; what passes waits no longer for it.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  reporter: 'list',
  use: {
    launchOptions: { executablePath: CHROMIUM, args: BROWSER },
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    actionTimeout: 40_000,
    screenshot: 'only-on-failure',
  },
});
