import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { writeJobFile, type JobFile } from '../core/job/jobFile';

const PORT = 4697;
const DB = '.tmp/bench.db';

async function startDemo(): Promise<ChildProcess> {
  mkdirSync(dirname(DB), { recursive: true });
  for (const end of ['', '-wal', '-shm']) rmSync(DB + end, { force: true });
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    NODE_ENV: 'production',
    NESTLE_DB: DB,
    NEXT_TELEMETRY_DISABLED: '1',
  };
  await new Promise((resolve) =>
    spawn('npx', ['tsx', 'scripts/seed.ts'], { env, stdio: 'ignore' }).once('exit', resolve),
  );
  const server = spawn(process.execPath, ['--import', 'tsx', 'scripts/serve.ts', '--port', String(PORT)], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    server.once('exit', () => reject(new Error('The server ended before it was ready.')));
    server.stdout.on('data', (chunk: Buffer) => chunk.includes('Ready') && resolve());
  });
  return server;
}

/** Runs something in a browser against the built application on a database of its own; says so where it is not built. */
export async function withBrowser(
  run: (page: Page, url: string, server: ChildProcess) => Promise<void>,
): Promise<void> {
  if (!existsSync('.next/BUILD_ID')) return console.log('Browser: not built, run "npm run build" first');
  const server = await startDemo();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    await run(
      await browser.newPage({ viewport: { width: 1280, height: 800 } }),
      `http://127.0.0.1:${PORT}`,
      server,
    );
  } finally {
    await browser.close();
    server.kill('SIGKILL');
  }
}

/** Takes a job into the server under test; gives its id. */
export async function taken(page: Page, url: string, job: JobFile): Promise<string> {
  const made = await page.request.post(`${url}/api/jobs/import`, {
    headers: { 'content-type': 'application/json' },
    data: writeJobFile(job),
  });
  return ((await made.json()) as { id: string }).id;
}
