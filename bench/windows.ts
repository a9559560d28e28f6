// `npm run windows -- [ACTS] [SEED]`: three windows of one browser on one job, random acts, the line down now and then. Needs a
// built application.
import type { Page } from '@playwright/test';
import { quillfeatherFarm } from '../demo/farm';
import { seeded } from '../meter/practice/random';
import { taken, withBrowser } from './served';

const ACTS = Number(process.argv[2] ?? 1000);
const SEED = Number(process.argv[3] ?? 20261202);
/** A field that only one window writes into, each its own, and one that all do. */
const OWN = ['Address', 'Phone', 'Contract: tariff, number, until when'] as const;
const SHARED = 'Customer';
const STOPS = ['survey', 'plan', 'before', 'fit'] as const;
/** Acts that the line stays down for at most. */
const MOST_DOWN = 4;
/** How long they have to agree when the line is good again, ms. */
const AGREE_MS = 60_000;

interface Window {
  page: Page;
  own: (typeof OWN)[number];
  /** What its own field holds as it left it. */
  left: string;
}

const field = ({ page }: Window, name: string) => page.getByLabel(name, { exact: true });
const isSaved = async ({ page }: Window) =>
  (await page.getByRole('status').first().textContent())?.startsWith('saved') ?? false;

async function settle({ page }: Window, mine: boolean): Promise<boolean> {
  const button = page.getByRole('button', { name: mine ? 'Keep mine' : 'Take theirs' }).first();
  if (!(await button.isVisible())) return false;
  await button.click();
  return true;
}

/** Another stop and back, by links as a hand does it. */
async function roundBy({ page }: Window, stop: string): Promise<void> {
  await page.locator(`nav a[href$="/${stop}"]`).first().click();
  await page.waitForURL(`**/${stop}`);
  await page.locator('nav a[href$="/brief"]').first().click();
  await page.waitForURL('**/brief');
  await page.getByLabel(SHARED, { exact: true }).waitFor();
}

await withBrowser(async (first, url) => {
  const random = seeded(SEED);
  const below = (n: number) => Math.floor(random() * n);
  const job = quillfeatherFarm();
  const id = await taken(first, url, { ...job, name: 'Three windows' });
  const context = await first
    .context()
    .browser()!
    .newContext({ viewport: { width: 1280, height: 800 } });
  const windows: Window[] = [];
  for (const own of OWN) {
    const page = await context.newPage();
    page.on('dialog', (dialog) => void dialog.accept());
    await page.goto(`${url}/jobs/${id}/brief`);
    windows.push({ page, own, left: await page.getByLabel(own, { exact: true }).inputValue() });
  }
  const counts = { typed: 0, shared: 0, undone: 0, redone: 0, reloaded: 0, rounds: 0, down: 0, asked: 0 };
  const bad: string[] = [];
  let downFor = 0;
  for (let n = 0; n < ACTS; n++) {
    const w = windows[below(windows.length)]!;
    const { page } = w;
    const own = field(w, w.own);
    if (await settle(w, random() < 0.5)) counts.asked++;
    const what = below(10);
    if (what < 4) {
      await own.fill(`act ${n}`);
      counts.typed++;
    } else if (what < 6) {
      await field(w, SHARED).fill(`act ${n}`);
      counts.shared++;
    } else if (what < 8) {
      const name = what < 7 ? 'Undo' : 'Redo';
      const button = page.getByRole('button', { name: new RegExp(`^${name}`) }).first();
      if (await button.isEnabled()) {
        await button.click();
        if (name === 'Undo') counts.undone++;
        else counts.redone++;
      }
      w.left = await own.inputValue();
    } else if (downFor > 0) {
      // Off the line a window stays where it is: a page cannot be opened.
    } else if (what < 9 && random() < 0.3) {
      if (await isSaved(w)) {
        await page.reload();
        await own.waitFor();
        counts.reloaded++;
      }
    } else if (what < 9) {
      await roundBy(w, STOPS[below(STOPS.length)]!);
      counts.rounds++;
    } else if (random() < 0.5) {
      downFor = 1 + below(MOST_DOWN);
      await context.setOffline(true);
      counts.down++;
    }
    if (what < 4) w.left = `act ${n}`;
    const now = await own.inputValue();
    if (now !== w.left) bad.push(`act ${n}: ${w.own} is “${now}”, was left at “${w.left}”`);
    w.left = now;
    if (downFor > 0 && --downFor === 0) await context.setOffline(false);
  }
  await context.setOffline(false);
  const end = performance.now() + AGREE_MS;
  const held = async () => {
    const { brief } = (
      (await (await first.request.get(`${url}/api/jobs/${id}`)).json()) as {
        job: { brief: { customer: string; address: string; phone: string; line: { contract: string } } };
      }
    ).job;
    return [brief.address, brief.phone, brief.line.contract, brief.customer].join(' | ');
  };
  const shown = (w: Window) =>
    Promise.all([...OWN, SHARED].map((name) => field(w, name).inputValue())).then((v) => v.join(' | '));
  let all: string[] = [];
  do {
    for (const w of windows) if (await settle(w, true)) counts.asked++;
    all = [await held(), ...(await Promise.all(windows.map(shown)))];
    const saved = await Promise.all(windows.map(isSaved));
    if (saved.every(Boolean) && new Set(all).size === 1) break;
    await first.waitForTimeout(200);
  } while (performance.now() < end);
  if (new Set(all).size > 1) bad.push(`they do not agree: ${all.join(' // ')}`);
  windows.forEach((w, i) => {
    if (all[0]!.split(' | ')[i] !== w.left)
      bad.push(`${w.own} is kept as “${all[0]!.split(' | ')[i]}”, was left at “${w.left}”`);
  });
  console.log(
    `${ACTS} acts in three windows of one browser: ${Object.entries(counts)
      .map(([name, n]) => `${name} ${n}`)
      .join(', ')}; ${bad.length === 0 ? 'nothing lost, all agree' : 'NOT AS LEFT'}`,
  );
  for (const words of bad.slice(0, 20)) console.log(`  ${words}`);
  process.exitCode = bad.length === 0 ? 0 : 1;
});
