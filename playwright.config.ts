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
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: 'list',
  use: {
    launchOptions: { executablePath: CHROMIUM, args: BROWSER },
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    actionTimeout: 20_000,
    screenshot: 'only-on-failure',
  },
});
