import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './browser-options';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  outputDir: '../test-results',
  // Each test has a server and a database of its own; two cores carry two of them.
  workers: 2,
  fullyParallel: true,
  retries: 0,
  // A machine that is shared may be three times as slow for minutes: what is waited for is a state, so waiting longer loosens nothing.
  timeout: 90_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '../.cache/playwright.json' }]],
  use: {
    launchOptions: CHROMIUM,
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    screenshot: 'only-on-failure',
  },
});
