import { defineConfig } from '@playwright/test';

const PORT = Number(process.env.NESTLE_TEST_PORT ?? 4690);

/** Walks the built application in Debian's Chromium with a database of its own. */
export default defineConfig({
  testDir: 'e2e',
  fullyParallel: false,
  workers: 1,
  // Generous: a busy machine is no fault, and a pass never waits for it.
  timeout: 180_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
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
      ],
    },
  },
  webServer: {
    command: `rm -rf .tmp/e2e && npx tsx scripts/seed.ts && npx tsx scripts/serve.ts -p ${PORT}`,
    url: `http://127.0.0.1:${PORT}/`,
    env: { NESTLE_DB: '.tmp/e2e/nestle.db', NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    gracefulShutdown: { signal: 'SIGTERM', timeout: 3000 },
    timeout: 60_000,
  },
});
