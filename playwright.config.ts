import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS } from './scripts/support/browser';
import { CHROMIUM } from './scripts/support/debian';

export default defineConfig({
  testDir: 'tests/browser',
  fullyParallel: false,
  workers: 1,
  timeout: 90_000,
  outputDir: '.pezzo/test-results',
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.PEZZO_URL,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: CHROMIUM, args: CHROMIUM_ARGS },
    screenshot: 'only-on-failure',
  },
});
