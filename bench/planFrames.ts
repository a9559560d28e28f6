import type { CDPSession, Page } from '@playwright/test';
import { quillfeatherFarm } from '../demo/farm';
import { hall } from './extremeParts';
import { frameWorkMs, longestTaskMs, traced } from './mainThread';
import { taken, withBrowser } from './served';

const MOVES = 90;
export const median = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[list.length >> 1] ?? Number.NaN;
const nextFrame = (page: Page) => page.evaluate(() => new Promise((next) => requestAnimationFrame(next)));
/** Until the numbers are those of the job as it stands. */
export const settled = (page: Page) =>
  page.locator('main[data-settling="false"]').waitFor({ timeout: 60_000 });

const taskText = ({ byTheClock, work }: DragFigures['task']): string =>
  `${byTheClock.toFixed(0)} ms (${work.toFixed(0)} worked)`;

/** What the main thread did while a unit was dragged, ms: work of each frame in rising order, with nothing in hand too, and the longest task. */
export interface DragFigures {
  work: number[];
  byTheClock: number[];
  idle: number[];
  task: { byTheClock: number; work: number };
  /** From a move of the hand to numbers that are of it, median. */
  behindMs: number;
}

/** Drags the gateway about: main-thread work of each frame, the longest task, and how far the ledger is behind the hand. */
export async function drag(page: Page, client: CDPSession): Promise<DragFigures> {
  await page.keyboard.press('Escape');
  const box = (await page
    .getByRole('button', { name: /^Unit A/ })
    .first()
    .boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  // What the browser and its driver cost by themselves: the same moves over the sheet with nothing in hand.
  const idle = frameWorkMs(
    await traced(client, async () => {
      for (let i = 0; i < MOVES; i++) {
        await page.mouse.move(x + 60 + (i % 40), y + 60 + ((i * 7) % 25));
        await nextFrame(page);
      }
    }),
  );
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y, { steps: 4 });
  const move = async (i: number) => {
    await page.mouse.move(x + 8 + (i % 40), y + ((i * 7) % 25));
    await nextFrame(page);
  };
  for (let i = 0; i < 20; i++) await move(i);
  const events = await traced(client, async () => {
    for (let i = 0; i < MOVES; i++) await move(i);
  });
  // From a move of the hand to numbers that are of it, both by the clock of the page.
  await settled(page);
  await page.evaluate(() => {
    const page = window as unknown as { behindMs: number[] };
    page.behindMs = [];
    let moved = 0;
    window.addEventListener('pointermove', () => (moved = performance.now()), true);
    new MutationObserver(() => {
      if (document.querySelector('main')!.getAttribute('data-settling') !== 'false' || moved === 0) return;
      page.behindMs.push(performance.now() - moved);
      moved = 0;
    }).observe(document.querySelector('main')!, { attributeFilter: ['data-settling'] });
  });
  for (let i = 0; i < 15; i++) {
    await page.mouse.move(x + 10 + ((i * 11) % 40), y + ((i * 5) % 25));
    await page.waitForTimeout(400);
  }
  const behind = await page.evaluate(() => (window as unknown as { behindMs: number[] }).behindMs);
  await page.mouse.up();
  const { work, byTheClock } = frameWorkMs(events);
  return { work, byTheClock, idle: idle.work, task: longestTaskMs(events), behindMs: median(behind) };
}

const dragText = ({ work, byTheClock, idle, task, behindMs }: DragFigures): string =>
  `a dragged unit: main-thread work a frame median ${median(work).toFixed(1)} ms, 90th percentile ${work[Math.floor(0.9 * work.length)]!.toFixed(1)} ms (by the clock ${median(byTheClock).toFixed(1)} ms), with nothing in hand ${median(idle).toFixed(1)} ms (${(median(work) / median(idle)).toFixed(1)} times), longest task ${taskText(task)}; numbers behind the hand by ${behindMs.toFixed(0)} ms`;

/** The longest task of the main thread while something is done. */
async function longest(page: Page, client: CDPSession, work: () => Promise<void>): Promise<string> {
  await settled(page).catch(() => {});
  const events = await traced(client, async () => {
    await work();
    await page.waitForTimeout(600);
  });
  return taskText(longestTaskMs(events));
}

/** What the main thread does in Plan and elsewhere while the hand works, on the farm and on a large job. Needs a built application. */
export async function planFrames(): Promise<void> {
  await withBrowser(async (page, url) => {
    const jobs = [
      quillfeatherFarm(),
      hall('Hall: 100 spots, 8 units, 612 walls, 10 000 readings', 100, 8, 612, 10_000),
    ];
    for (const job of jobs) {
      const id = await taken(page, url, job);
      const client = await page.context().newCDPSession(page);
      await page.goto(`${url}/jobs/${id}/plan`);
      await settled(page);
      await page.waitForTimeout(3000);
      console.log(`${job.name}, ${dragText(await drag(page, client))}`);
      const tasks: string[] = [];
      const note = async (what: string, work: () => Promise<void>) =>
        tasks.push(`${what} ${await longest(page, client, work)}`);
      await note('changing storey', async () => {
        await page.keyboard.press('.');
        await nextFrame(page);
        await page.keyboard.press(',');
      });
      await page.goto(`${url}/jobs/${id}/brief`);
      await settled(page);
      await page.waitForTimeout(1500);
      await note('typing', async () =>
        page.getByLabel('Customer', { exact: true }).pressSequentially('Someone', { delay: 40 }),
      );
      await page.goto(`${url}/jobs/${id}/before`);
      await settled(page);
      await page.waitForTimeout(1500);
      const row = page.locator('[data-spot="2"]');
      await note('opening a spot', async () => row.getByRole('button').first().click());
      const form = page.getByRole('form', { name: /Reading at spot 2/ });
      await form.getByLabel(/Down/).fill('31');
      await form.getByLabel(/Up/).fill('8');
      await note('recording', async () => {
        await form.getByRole('button', { name: 'Record run' }).click();
        await form.getByText('Run recorded').waitFor();
      });
      await page.goto(`${url}/jobs/${id}/fit`);
      await settled(page);
      await page.waitForTimeout(1500);
      await note('ticking', async () => page.getByRole('checkbox').first().click());
      console.log(`  longest task: ${tasks.join(', ')}`);
      await page.request.delete(`${url}/api/jobs/${id}`);
    }
  });
}
