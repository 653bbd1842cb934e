import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS } from './scripts/support/browser';
import { CHROMIUM } from './scripts/support/debian';

export default defineConfig({
  fullyParallel: false,
  workers: 1,
  // Generous: a busy machine makes everything slow, and only a test that fails waits for them.
  timeout: 300_000,
  expect: { timeout: 30_000 },
  outputDir: '.pezzo/test-results',
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.PEZZO_URL,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: CHROMIUM, args: CHROMIUM_ARGS },
    screenshot: 'only-on-failure',
  },
  projects: [
    { name: 'http', testDir: 'tests/http' },
    { name: 'browser', testDir: 'tests/browser' },
    // Long: run by `bin/pezzo test faults` only.
    { name: 'faults', testDir: 'tests/faults' },
  ],
});
