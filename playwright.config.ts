import { defineConfig } from '@playwright/test';

/** Walks the built application in Debian's Chromium: files side by side, each worker with a server of its own (e2e/test.ts). */
export default defineConfig({
  testDir: 'e2e',
  fullyParallel: false,
  // More than there are cores: a test waits for pages and pauses more than it works.
  workers: 3,
  // Generous: a busy machine is no fault, and a pass never waits for it.
  timeout: 360_000,
  expect: { timeout: 40_000 },
  forbidOnly: true,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // Fewer and larger collections of young objects: an eighth of the time of a page that is looked at closely.
        '--js-flags=--max-semi-space-size=64 --min-semi-space-size=32',
      ],
    },
  },
});
