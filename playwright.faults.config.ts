import { defineConfig } from '@playwright/test';
import base from './playwright.config';

/** What breaks in the field, broken on purpose: npm run faults makes docs/reliability.md of it. */
export default defineConfig({
  ...base,
  testDir: 'tests/faults',
  // A run empties its own folder first, and the other one goes on at the same time.
  outputDir: 'test-results/faults',
  globalSetup: './tests/faults/setUp.mjs',
  workers: 1,
  timeout: 240_000,
});
