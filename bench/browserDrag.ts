import type { Page } from '@playwright/test';
import { withBrowser } from './served';

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
  await withBrowser(async (page, url) => {
    for (const cell of ['0.5', '0.25']) {
      await page.goto(`${url}/jobs/farm/plan?cell=${cell}`);
      await page.locator('svg[data-work-ms]').waitFor();
      await page.waitForTimeout(4000);
      const times = await moves(page, count);
      console.log(
        `Browser: worker time of a dragged unit at ${cell} m, median of ${times.length} moves ${times[times.length >> 1]!.toFixed(1)} ms, 90th percentile ${times[Math.floor(0.9 * times.length)]!.toFixed(1)} ms`,
      );
    }
  });
}
