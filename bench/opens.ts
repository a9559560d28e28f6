import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import type { Page } from '@playwright/test';
import { writeJobFile } from '../core/job/jobFile';
import { STOPS } from '../core/job/stops';
import { EXTREMES } from './extremes';
import { withBrowser } from './served';

/** What the page says where its numbers are older than the job. */
const SETTLED = '[data-settling="false"]';

/** How long a stop takes until it can be read and used, and until its numbers are there, ms. */
export async function open(page: Page, url: string): Promise<{ usableMs: number; settledMs: number }> {
  const start = performance.now();
  await page.goto(url, { waitUntil: 'commit' });
  await page.locator('main').locator('h1, h2').first().waitFor({ timeout: 120_000 });
  // Usable: the page answers a press, so its main thread is free.
  await page.evaluate(() => new Promise((next) => requestAnimationFrame(next)));
  const usableMs = performance.now() - start;
  // While a house is surveyed nothing on the screen shows a prediction, and none is worked out.
  if (!url.endsWith('/survey'))
    await page.locator(SETTLED).first().waitFor({ state: 'attached', timeout: 300_000 });
  return { usableMs, settledMs: performance.now() - start };
}

/** Opens every stop of every extreme job while another job is asked for. Needs a built application. */
export async function opens(only: string | null): Promise<void> {
  await withBrowser(async (page, url) => {
    // The first visit loads the server's own code.
    for (const stop of STOPS) await page.goto(`${url}/jobs/larkspur/${stop.id}`);
    const other = `${url}/api/jobs/larkspur/documents/brief`;
    await fetch(other);
    const poller = new Worker('./bench/poller.mjs', { workerData: other });
    const slowest = async () => {
      poller.postMessage(null);
      return ((await once(poller, 'message')) as [number])[0];
    };
    for (const extreme of EXTREMES) {
      if (only && extreme.name !== only) continue;
      const text = writeJobFile(extreme.make());
      const start = performance.now();
      const made = await page.request.post(`${url}/api/jobs/import`, {
        headers: { 'content-type': 'application/json' },
        data: text,
        timeout: 120_000,
      });
      const { id } = (await made.json()) as { id: string };
      const importMs = performance.now() - start;
      const times: string[] = [];
      const slow: string[] = [];
      const readSlowMs = await slowest();
      // First without a browser: what the server alone keeps another waiting for.
      for (const stop of STOPS)
        for (const path of [`jobs/${id}/${stop.id}`, `api/jobs/${id}`])
          await (await fetch(`${url}/${path}`)).arrayBuffer();
      const aloneSlowMs = await slowest();
      for (const stop of STOPS) {
        const { usableMs, settledMs } = await open(page, `${url}/jobs/${id}/${stop.id}`);
        slow.push((await slowest()).toFixed(0));
        times.push(`${stop.label} ${usableMs.toFixed(0)}/${settledMs.toFixed(0)}`);
      }
      console.log(
        `${extreme.name}, ${(text.length / 1e6).toFixed(1)} MB, read in ${importMs.toFixed(0)} ms; usable/settled after ms: ${times.join(', ')}; another job meanwhile at most ${readSlowMs.toFixed(0)} ms while it is read, ${aloneSlowMs.toFixed(0)} ms while the server gives it out, with the browser on the same cores stop by stop ${slow.join(', ')} ms`,
      );
    }
    await poller.terminate();
  });
}
