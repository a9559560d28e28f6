import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import type { Page } from '@playwright/test';
import { quillfeatherFarm } from '../demo/farm';
import { median, settled } from './planFrames';
import { taken, withBrowser } from './served';

const WINDOWS = 20;
/** How long the last of them may take before it is called stuck, ms. */
const LONGEST_MS = 900_000;

const finder = (page: Page) => page.getByRole('tabpanel', { name: 'Find' });

/** The plan that a window found, as it says it. */
const found = async (page: Page): Promise<string> =>
  (await finder(page).locator('[data-suggested]').first().textContent()) ?? '';

/** Twenty windows of one browser search the farm at once, free of any rule, and one of them again and again; another job is asked for meanwhile. */
export async function suggests(): Promise<void> {
  await withBrowser(async (page, url) => {
    const id = await taken(page, url, quillfeatherFarm());
    const other = `${url}/api/jobs/larkspur/documents/brief`;
    const poller = new Worker('./bench/poller.mjs', { workerData: other });
    const slowest = async () => {
      poller.postMessage(null);
      return ((await once(poller, 'message')) as [number])[0];
    };
    const context = await page
      .context()
      .browser()!
      .newContext({ viewport: { width: 1280, height: 800 } });
    const windows: Page[] = [];
    for (let i = 0; i < WINDOWS; i++) {
      const one = await context.newPage();
      await one.goto(`${url}/jobs/${id}/plan`);
      await settled(one);
      await one.getByRole('tab', { name: 'Find' }).click();
      for (const box of await finder(one).getByRole('checkbox').all())
        if (await box.isChecked()) await box.uncheck();
      await finder(one).getByRole('checkbox', { name: 'Free' }).check();
      windows.push(one);
    }
    await slowest();
    const search = (one: Page) => finder(one).getByRole('button', { name: 'Search', exact: true }).click();
    const start = performance.now();
    const ends = windows.map(async (one) => {
      await search(one);
      await finder(one).locator('[data-suggested]').first().waitFor({ timeout: LONGEST_MS });
      return performance.now() - start;
    });
    const ms = await Promise.all(ends);
    const plans = new Set(await Promise.all(windows.map(found)));
    console.log(
      `${WINDOWS} windows search the farm at once: the first has its plan after ${(Math.min(...ms) / 1000).toFixed(1)} s, half of them after ${(median(ms) / 1000).toFixed(1)} s, the last after ${(Math.max(...ms) / 1000).toFixed(1)} s; ${plans.size === 1 ? 'all found the same' : `${plans.size} DIFFERENT PLANS`}; another job meanwhile at most ${(await slowest()).toFixed(0)} ms`,
    );
    // Begun and stopped as often in one window: what was stopped is not worked on any more.
    for (const one of windows.slice(1)) await one.close();
    const [one] = windows;
    for (let i = 0; i < WINDOWS; i++) {
      await search(one!);
      await finder(one!).getByRole('button', { name: 'Stop', exact: true }).click();
      await finder(one!).getByRole('button', { name: 'Search', exact: true }).waitFor();
    }
    const again = performance.now();
    await search(one!);
    await finder(one!).locator('[data-suggested]').first().waitFor({ timeout: LONGEST_MS });
    console.log(
      `one window, begun and stopped ${WINDOWS} times, then left to its end: ${((performance.now() - again) / 1000).toFixed(1)} s; workers of the page: ${one!.workers().length}`,
    );
    await poller.terminate();
  });
}
