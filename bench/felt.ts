import { spawn } from 'node:child_process';
import type { Locator, Page } from '@playwright/test';
import { STOPS } from '../core/job/stops';
import { quillfeatherFarm } from '../demo/farm';
import { hall } from './extremeParts';
import { open } from './opens';
import { phoneFigures } from './phonePage';
import { drag, median, settled } from './planFrames';
import { taken, withBrowser } from './served';

/** Something a person waits for, with what is asked of it, ms. */
interface Felt {
  what: string;
  ms: number;
  goalMs: number;
}

const table = (rows: readonly Felt[]): string =>
  rows
    .map(({ what, ms, goalMs }) => {
      const times = ms / goalMs;
      const said = times <= 1 ? 'held' : `${times.toFixed(1)} times`;
      const figure = (value: number) => value.toFixed(value < 100 ? 1 : 0).padStart(8);
      return `${what.padEnd(86)}${figure(ms)} ms ${figure(goalMs)} ms asked   ${said}`;
    })
    .join('\n');

/** From a press to what it is pressed for, ms. */
async function from(press: () => Promise<void>, there: () => Promise<void>): Promise<number> {
  const start = performance.now();
  await press();
  await there();
  return performance.now() - start;
}

/** From a press on a stop's link to the stop, by the clock of the page. */
const byLink = (page: Page, stop: string): Promise<number> =>
  page.evaluate(
    (to) =>
      new Promise<number>((resolve) => {
        const start = performance.now();
        document.querySelector<HTMLElement>(`nav a[href$="/${to}"]`)!.click();
        const timer = setInterval(() => {
          if (!location.pathname.endsWith(`/${to}`) || !document.querySelector('main h1, main h2')) return;
          clearInterval(timer);
          requestAnimationFrame(() => resolve(performance.now() - start));
        }, 4);
      }),
    stop,
  );

/** Every stop opened the second time, by its address and by its link, and a unit dragged. */
async function stopsAndHand(
  page: Page,
  url: string,
  id: string,
  name: string,
  goalMs: number,
): Promise<Felt[]> {
  const rows: Felt[] = [];
  for (const stop of STOPS) {
    await open(page, `${url}/jobs/${id}/${stop.id}`);
    const { usableMs, settledMs } = await open(page, `${url}/jobs/${id}/${stop.id}`);
    rows.push({ what: `${name}: ${stop.label} opens, usable`, ms: usableMs, goalMs });
    // The page that is handed over is read as a whole.
    if (stop.id === 'handover')
      rows.push({ what: `${name}: the report with its figures`, ms: settledMs, goalMs: 1000 });
  }
  // Once around beforehand: each stop brings its scripts the first time.
  for (const round of ['first', 'second'])
    for (const { id: stop, label } of STOPS) {
      const ms = await byLink(page, stop);
      await page.waitForTimeout(1500);
      if (round === 'second') rows.push({ what: `${name}: ${label} by its link`, ms, goalMs });
    }
  const client = await page.context().newCDPSession(page);
  await page.goto(`${url}/jobs/${id}/plan`);
  await settled(page);
  await page.waitForTimeout(3000);
  const { work, task, behindMs } = await drag(page, client);
  return [
    ...rows,
    { what: `${name}: main-thread work of a frame while a unit is dragged`, ms: median(work), goalMs: 6 },
    { what: `${name}: the longest task while it is dragged`, ms: task.byTheClock, goalMs: 50 },
    { what: `${name}: numbers behind the hand`, ms: behindMs, goalMs: 50 },
  ];
}

/** From pointing at a row to its ghost on the sheet, with what it costs and gives, ms: the middle of five. */
async function ghostMs(page: Page, row: Locator): Promise<number> {
  const times: number[] = [];
  const told = page.locator('[data-told]');
  for (let i = 0; i < 5; i++) {
    await page.getByRole('tab', { name: 'Papers' }).hover();
    await told.waitFor({ state: 'detached' });
    times.push(
      await from(
        () => row.hover(),
        () => told.waitFor(),
      ),
    );
  }
  return median(times);
}

/** What is asked of the search in Plan on the farm, from the press to the answer on the screen. */
async function searches(page: Page, url: string, id: string): Promise<Felt[]> {
  const plan = async () => {
    await page.goto(`${url}/jobs/${id}/plan`);
    await settled(page);
    await page.waitForTimeout(2000);
  };
  const dialog = page.getByRole('tabpanel', { name: 'Find' });
  const find = () => page.getByRole('tab', { name: 'Find' }).click();
  const button = (name: string) => dialog.getByRole('button', { name, exact: true });
  await plan();
  await find();
  for (const box of await dialog.getByRole('checkbox').all()) if (await box.isChecked()) await box.uncheck();
  await dialog.getByRole('checkbox', { name: 'Free' }).check();
  const sofar = dialog.locator('[data-sofar]').or(dialog.locator('[data-suggested]')).first();
  const whole = dialog.locator('[data-suggested]').first();
  const start = performance.now();
  const firstMs = await from(
    () => button('Search').click(),
    () => sofar.waitFor({ timeout: 120_000 }),
  );
  await whole.waitFor({ timeout: 300_000 });
  const wholeMs = performance.now() - start;
  await plan();
  await find();
  await page.getByRole('button', { name: 'Rules of thumb' }).click();
  const rulesMs = await from(
    () => button('Plan by each rule').click(),
    () => button('Plan by each rule again').and(dialog.locator(':enabled')).waitFor({ timeout: 300_000 }),
  );
  await plan();
  const unit = page.getByRole('button', { name: /^Unit [B-Z], / }).first();
  // What an option with nothing in it lacks is added.
  if (!(await unit.isVisible())) {
    await page
      .getByRole('button', { name: /^Spot 2, / })
      .first()
      .click();
    await page.locator('body').press('u');
    await page
      .getByRole('button', { name: /^Mesh node/ })
      .first()
      .click();
    await page
      .getByRole('button', { name: /^Put it/ })
      .first()
      .click();
    await plan();
  }
  const feedsMs = await from(
    () => unit.click(),
    () =>
      page
        .getByRole('table', { name: /^Backhauls for/ })
        .getByRole('row')
        .nth(2)
        .waitFor({ timeout: 60_000 }),
  );
  const backhaulGhostMs = await ghostMs(
    page,
    page
      .getByRole('table', { name: /^Backhauls for/ })
      .getByRole('row')
      .nth(2),
  );
  await plan();
  const optionGhostMs = await ghostMs(page, page.getByRole('button', { name: /^Option 2/ }));
  return [
    { what: 'Farm: another option pointed at, until its ghost stands', ms: optionGhostMs, goalMs: 300 },
    { what: 'Farm: a backhaul pointed at, until its ghost stands', ms: backhaulGhostMs, goalMs: 300 },
    { what: 'Farm: Suggest, free, the first answer', ms: firstMs, goalMs: 3000 },
    { what: 'Farm: Suggest, free, to its end', ms: wholeMs, goalMs: 10_000 },
    { what: 'Farm: rules of thumb and the search they are held against', ms: rulesMs, goalMs: 5000 },
    { what: 'Farm: backhauls of a unit compared', ms: feedsMs, goalMs: 1000 },
  ];
}

/** `npm run demo` where everything is built, until it says where it answers. */
function demoStart(): Promise<number> {
  const start = performance.now();
  return new Promise((resolve) => {
    const env = { ...process.env, NESTLE_DB: '.tmp/felt-demo.db', PORT: '4698' };
    const child = spawn(process.execPath, ['scripts/demo.mjs'], { env, detached: true });
    child.stdout.on('data', (chunk: Buffer) => {
      if (!chunk.includes('Nestle is at')) return;
      resolve(performance.now() - start);
      process.kill(-child.pid!, 'SIGKILL');
    });
  });
}

/** What a person waits for, on the farm, on a large job and on the phone, each beside what is asked of it. Needs a built application. */
export async function felt(): Promise<void> {
  await demoStart();
  const told = (rows: readonly Felt[]) => console.log(table(rows));
  told([{ what: 'npm run demo, the second time', ms: await demoStart(), goalMs: 5000 }]);
  await withBrowser(async (page, url) => {
    for (const stop of STOPS) await page.goto(`${url}/jobs/larkspur/${stop.id}`);
    const farm = await taken(page, url, quillfeatherFarm());
    told(await stopsAndHand(page, url, farm, 'Farm', 500));
    const large = await taken(page, url, hall('Hall', 100, 8, 612, 10_000));
    told(await stopsAndHand(page, url, large, 'Hall, 100 spots, 10 000 readings', 1000));
    told(await searches(page, url, farm));
    const { readyMs, tapMs } = await phoneFigures(page, url);
    told([
      { what: 'Phone, 400 kB/s and 150 ms: its spots are there', ms: readyMs, goalMs: 2500 },
      { what: 'Phone: a tap answers', ms: tapMs, goalMs: 100 },
    ]);
  });
}
