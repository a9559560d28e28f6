import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { test as base } from '@playwright/test';
import { killServer, startServer } from './server';

export {
  expect,
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  type Page,
} from '@playwright/test';

const FIRST_PORT = Number(process.env.NESTLE_TEST_PORT ?? 4690);

/**
 * Tests of the built application. Each worker has a server and a database of its own with the demo jobs in it, so that two
 * files run side by side and neither sees what the other does.
 */
export const test = base.extend<object, { ownServer: string }>({
  ownServer: [
    async ({}, run, { workerIndex }) => {
      const folder = `.tmp/e2e-${workerIndex}`;
      const database = `${folder}/nestle.db`;
      rmSync(folder, { recursive: true, force: true });
      mkdirSync(folder, { recursive: true });
      execFileSync('npx', ['tsx', 'scripts/seed.ts'], { env: { ...process.env, NESTLE_DB: database } });
      // A worker that failed a test is followed by one with the next number: ports are taken a hundred apart.
      const server = await startServer(FIRST_PORT + 100 * (1 + workerIndex), database, false);
      await run(server.url);
      await killServer(server);
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ ownServer }, run) => run(ownServer),
});
