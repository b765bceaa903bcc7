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
  timeout: 45_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: '../.cache/playwright.json' }]],
  use: {
    launchOptions: CHROMIUM,
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    screenshot: 'only-on-failure',
  },
});
