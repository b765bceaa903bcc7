import { defineConfig } from '@playwright/test';
import { DESK } from './barriers';
import { CHROMIUM } from './browser-options';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './global-setup.ts',
  outputDir: '../test-results',
  // Two cores carry two servers, each with the tests of a worker one after the other.
  workers: 2,
  fullyParallel: true,
  // A whole run is not thrown away for one slip of a loaded machine; what passed only at its second try is named at the end.
  retries: process.env.CI ? 1 : 0,
  // A machine that is shared may be three times as slow for minutes: what is waited for is a state, so waiting longer loosens nothing.
  timeout: 90_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '../.cache/playwright.json' }]],
  use: {
    launchOptions: CHROMIUM,
    viewport: DESK,
    reducedMotion: 'reduce',
    // A page that is kept would answer for a server that a test has stopped: where that is meant, it is allowed.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
  },
});
