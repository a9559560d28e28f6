import { spawn } from 'node:child_process';
import { existsSync, rmSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';

const PORT = 4697;
const DB = '.tmp/bench.db';

async function startDemo(): Promise<() => void> {
  for (const end of ['', '-wal', '-shm']) rmSync(DB + end, { force: true });
  const env = { ...process.env, NESTLE_DB: DB, NEXT_TELEMETRY_DISABLED: '1' };
  await new Promise((resolve) =>
    spawn('npx', ['tsx', 'scripts/seed.ts'], { env, stdio: 'ignore' }).once('exit', resolve),
  );
  const server = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(PORT)],
    { env, stdio: ['ignore', 'pipe', 'ignore'] },
  );
  await new Promise<void>((resolve) =>
    server.stdout.on('data', (chunk: Buffer) => chunk.includes('Ready') && resolve()),
  );
  return () => server.kill('SIGKILL');
}

/** Drags the gateway across the farmhouse and reads the time the worker took for each of its answers. */
async function moves(page: Page, count: number): Promise<number[]> {
  const unit = page.getByRole('button', { name: /^Unit A/ });
  const box = (await unit.boundingBox())!;
  const sheet = page.locator('svg[data-work-ms]');
  const times: number[] = [];
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  // A drag begins beyond the few pixels of a tap.
  await page.mouse.move(x + 8, y, { steps: 4 });
  for (let i = 1; i <= count + 5; i++) {
    const before = await sheet.getAttribute('data-work-ms');
    await page.mouse.move(x + 8 + i, y + (i % 3));
    await page.waitForFunction(
      (old) => document.querySelector('svg[data-work-ms]')?.getAttribute('data-work-ms') !== old,
      before,
    );
    // The first moves warm the engine up.
    if (i > 5) times.push(Number(await sheet.getAttribute('data-work-ms')));
  }
  await page.mouse.up();
  return times.sort((a, b) => a - b);
}

/** Worker time of a dragged unit in the browser over the open storey and the yard. Needs a built application. */
export async function browserDrag(count: number): Promise<void> {
  if (!existsSync('.next/BUILD_ID')) return console.log('Browser: not built, run "npm run build" first');
  const stop = await startDemo();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    for (const cell of ['0.5', '0.25']) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(`http://127.0.0.1:${PORT}/jobs/farm/plan?cell=${cell}`);
      await page.locator('svg[data-work-ms]').waitFor();
      await page.waitForTimeout(4000);
      const times = await moves(page, count);
      console.log(
        `Browser: worker time of a dragged unit at ${cell} m, median of ${times.length} moves ${times[times.length >> 1]!.toFixed(1)} ms, 90th percentile ${times[Math.floor(0.9 * times.length)]!.toFixed(1)} ms`,
      );
      await page.close();
    }
  } finally {
    await browser.close();
    stop();
  }
}
