import { defineConfig } from '@playwright/test';
import { FLAGS } from '../scripts/browser.mjs';

/** Drives the built application in Debian's Chromium; every test has a server and a data folder of its own. */
export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  timeout: 240_000,
  expect: { timeout: 40_000 },
  workers: 3,
  fullyParallel: true,
  // tried once more to tell what is always wrong from what is wrong now and then; `npm test` counts either as failed
  retries: 1,
  forbidOnly: !!process.env['CI'],
  use: {
    launchOptions: { executablePath: process.env['SADDLE_CHROMIUM'] ?? '/usr/bin/chromium', args: FLAGS },
    // what a test withholds of the network is the page's own business; the worker that keeps the page has tests of its own
    serviceWorkers: 'block',
    acceptDownloads: true,
    actionTimeout: 40_000,
  },
  projects: [
    { name: 'desk', use: { viewport: { width: 1280, height: 800 } }, testIgnore: /touch-/ },
    {
      name: 'phone',
      use: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
      testMatch:
        /(whole-job|diagnose|finals|alterations|ways-of-working|views|touch-wall|touch-record|touch-at-wall|touch-list|touch-offline)\.spec\.ts/,
    },
  ],
});
