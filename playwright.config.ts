import { defineConfig } from '@playwright/test';

/** Journeys in Debian's Chromium without its desktop's parts. Each test has a product of its own, so they may run beside each other. */
export default defineConfig({
  testDir: 'tests/journeys',
  globalSetup: './tests/journeys/quillmoors.ts',
  outputDir: 'test-results',
  fullyParallel: true,
  workers: 2,
  timeout: 240_000,
  expect: { timeout: 40_000 },
  reporter: [['list'], ['json', { outputFile: process.env['ADMISSA_TEST_RESULTS'] ?? 'test-results/journeys.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
