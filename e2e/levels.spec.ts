import { evaluate } from '../core/plan/evaluate/evaluate';
import { learn } from '../core';
import { writeJobFile } from '../core/job/jobFile';
import { fiveLevels } from '../testing/fiveLevels';
import { openSpot, record, recordLine, type Run } from './runs';
import { exported, tickAll } from './sheet';
import { expect, test, type Page } from './test';

/**
 * A terraced house of five levels between two others, with a listed front, a garage 18 m behind it and the line by coax, four people at
 * home in the evening: from the readings before to the page that is handed over.
 */

test.use({ actionTimeout: 10_000 });

const LINE = { down: '480', up: '48' };
const NEAR: Run = { down: '210', up: '45', loaded: '29', level: '-48' };
const WEAK: Run = { down: '9', up: '3', loaded: '60', level: '-76' };
const FIXED: Run = { down: '160', up: '44', loaded: '30', level: '-56' };
/** Spots of the house by number: the front room beside the router; study, attic and garage as they are complained of. */
const [FRONT, STUDY, ATTIC, GARAGE] = [1, 5, 7, 8] as const;

/** Searches by one way of working alone and adopts what is found; gives the words of its card. */
async function searchFor(page: Page, way: string): Promise<string> {
  await page.getByRole('tab', { name: 'Find' }).click();
  const find = page.getByRole('tabpanel', { name: 'Find' });
  const ways = find.getByRole('group', { name: 'Search by' }).getByRole('checkbox');
  for (const box of await ways.all()) await box.setChecked(false);
  await find.getByRole('checkbox', { name: way, exact: true }).check();
  await find.getByRole('button', { name: 'Search', exact: true }).click();
  const card = find.getByRole('list', { name: 'Suggested plans' }).locator('[data-suggested]').last();
  await expect(find.getByRole('button', { name: 'Search', exact: true })).toBeEnabled({ timeout: 180_000 });
  const words = await card.innerText();
  await find.getByRole('button', { name: `Adopt ${way}`, exact: true }).click();
  await expect(find.getByText('is an option now')).toBeVisible();
  return words;
}

test('a terrace of five levels, its busy hour, a wired plan that leaves the listed front alone, gone and handed over', async ({
  page,
  request,
}) => {
  const made = await request.post('/api/jobs/import', {
    headers: { 'content-type': 'application/json' },
    data: writeJobFile(fiveLevels()),
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/before`);
  await recordLine(page, LINE);
  await record(page, FRONT, [NEAR, NEAR, NEAR]);
  await record(page, STUDY, [WEAK, WEAK, WEAK]);
  for (const n of [ATTIC, GARAGE]) await record(page, n, [null, null, null]);
  await expect(page.getByRole('banner')).toContainText('3 dead spots');

  await page.getByRole('link', { name: /^4 Plan/ }).click();
  const words = await searchFor(page, 'Wire first');
  expect(words).toContain('10 of 10');
  expect(words).toMatch(/Proven|Best found/);
  // Every spot works when four people are at home, and whoever judges the plan anew says the same.
  const job = await exported(page);
  const option = job.plan.options.at(-1)!;
  const judged = evaluate(learn(job).context, option, job.plan.today);
  expect(judged.predictions.map((p) => p.verdict)).toEqual(judged.predictions.map(() => 'works'));
  expect(judged.busyHour.people).toBe(4);
  // Cables are run, no hole goes through the listed front or a party wall.
  const barred = new Set(job.site.walls.filter((w) => w.isBarred).map((w) => w.id));
  expect(judged.cables.length).toBeGreaterThan(0);
  for (const { run } of judged.cables) {
    expect(run.isBarred).toBe(false);
    expect(run.route!.wallIds.filter((w) => barred.has(w))).toEqual([]);
  }
  // And so the screen has it: the ledger, and beside it what would work with nobody else at home.
  for (const { number } of job.site.spots)
    await expect(page.locator(`[data-spot="${number}"]`)).toContainText('works');
  await page.getByRole('tab', { name: 'Options' }).click();
  await page.getByRole('button', { name: 'Compare spot by spot' }).click();
  const table = page.getByRole('region', { name: 'Options side by side' });
  await expect(table.getByRole('row', { name: /^Spots that work/ })).toContainText('10 of 10');
  await expect(table.getByRole('row', { name: /^With nobody else at home/ })).toContainText('10 of 10');

  await page.getByRole('button', { name: 'Accept this option' }).click();
  await expect(page.getByText('accepted', { exact: true })).toBeVisible();
  await page.keyboard.press('5');
  await tickAll(page);

  await page.keyboard.press('6');
  await recordLine(page, LINE);
  for (const n of [STUDY, ATTIC, GARAGE]) {
    await record(page, n, [FIXED, FIXED, FIXED]);
    await expect(await openSpot(page, n)).toContainText('gone ✓');
  }
  await expect(page.getByRole('banner')).toContainText('3 of 3 dead spots gone');
  await page.getByRole('link', { name: /^7 Hand over/ }).click();
  await expect(page.getByRole('article')).toContainText('All 3 dead spots are gone.');
});
