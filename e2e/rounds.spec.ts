import { readFileSync } from 'node:fs';
import { alderCottage } from '../demo/finished';
import { plainFeed } from '../core/plan/option/feeds';
import { writeJobFile, type JobFile } from '../core/job/jobFile';
import { serious } from './axe';
import { expect, test, type Page } from './test';

const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved/);

/** The finished sample as it stood after its first round: the workshop is read and not gone. */
function afterFirstRound(): JobFile {
  const job = alderCottage();
  const at = job.evidence.findIndex((r) => r.kind === 'remedy');
  return {
    ...job,
    evidence: job.evidence.slice(0, at),
    plan: {
      ...job.plan,
      options: job.plan.options.map((o) => ({
        ...o,
        units: o.units.map((u) => (u.id === 'unit-c' ? { ...u, feed: plainFeed('wireless', 'unit-a') } : u)),
      })),
    },
  };
}

test('not gone in the workshop: its cause, a remedy, the next round, gone, signed, every file, and the house again', async ({
  page,
  request,
}) => {
  const made = await request.post('/api/jobs/import?id=rounds-0001', {
    headers: { 'content-type': 'application/json' },
    data: writeJobFile(afterFirstRound()),
  });
  const { id: job } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${job}/after`);
  const workshop = page.locator('[data-spot="5"]');
  await expect(workshop).toContainText('not yet: no signal');
  await workshop.getByRole('button').first().click();
  await expect(workshop).toContainText('Likely cause, backhaul of C');
  await expect(workshop).toContainText('The order list never loads in the workshop.');

  // One press is the next round: the plan, an extra nobody has agreed to, and what to read again.
  const remedies = workshop.getByRole('group', { name: 'Remedies' });
  await expect(remedies.getByRole('button').first()).toBeVisible({ timeout: 120_000 });
  await remedies.getByRole('button', { name: /^Next round: C by .*fibre from A/ }).click();
  await expect(workshop).toContainText('The next round has begun');
  // What was read there stands for the network of then: the cause is gone from the page, and the way back is not.
  await expect(workshop).toContainText('dead, read again');
  // Pressed by mistake: one press takes it back, plan, extra and all; then it is begun for good.
  await workshop.getByRole('button', { name: 'Take the round back' }).click();
  await expect(remedies.getByRole('button').first()).toBeVisible({ timeout: 120_000 });
  await expect(page.getByRole('region', { name: 'Backhauls under load' })).toContainText('C wireless from A');
  await remedies.getByRole('button', { name: /^Next round: C by .*fibre from A/ }).click();
  await expect(workshop).toContainText('The next round has begun');
  await expect(workshop).toContainText('dead, read again');
  await saved(page);
  await page.goto(`/jobs/${job}/fit`);
  await expect(page.getByText(/Extra: C by .*fibre from A/).first()).toBeVisible();

  // Read again in the practice house: its backhaul under load first, then gone in round 2.
  await page.goto(`/jobs/${job}/after`);
  const backhauls = page.getByRole('region', { name: 'Backhauls under load' });
  // What was read of it by air says nothing of its fibre.
  await expect(backhauls).toContainText('C fibre from A: not read');
  await backhauls.getByRole('button', { name: 'Read beside C' }).click();
  await backhauls.getByRole('button', { name: 'Record run beside C' }).click();
  await expect(backhauls).toContainText('Type what came down');
  await backhauls.getByRole('button', { name: /Read the practice house/ }).click();
  await expect(backhauls).toContainText(/C fibre from A: \d+ ↓ \d+ ↑ Mb\/s, 3 runs/, { timeout: 60_000 });
  for (const number of [5, 8]) {
    const spot = page.locator(`[data-spot="${number}"]`);
    await spot.getByRole('button').first().click();
    await spot
      .getByRole('button', { name: /Read the practice house/ })
      .first()
      .click();
    await expect(spot).toContainText('Three runs of the practice house recorded.', { timeout: 60_000 });
    await expect(spot).toContainText('gone ✓', { timeout: 60_000 });
    await spot.getByRole('button').first().click();
  }
  await expect(page.getByRole('banner')).toContainText('3 of 3 dead spots gone');
  // From unit to unit in the practice house: whether the phone changes over, and the way on the sheet.
  const walks = page.getByRole('region', { name: 'From unit to unit' });
  await walks.getByRole('button', { name: 'Walk the practice house' }).click();
  await expect(walks.getByRole('listitem')).toContainText(/A to B (Changed over|Sticks|Perhaps)/, {
    timeout: 60_000,
  });
  await walks.getByRole('button', { name: /^Show the way/ }).click();
  await expect(page.locator('[data-walk]').first()).toBeAttached();
  await page.getByRole('button', { name: 'As a chart' }).click();
  await expect(page.getByRole('img', { name: /^Before, after and what is needed/ })).toBeVisible();

  // Signed twice by a hurried hand is signed once; what changes afterwards says so.
  await page.goto(`/jobs/${job}/handover`);
  const paper = page.getByRole('article');
  await expect(paper).toContainText('All 3 dead spots are gone.');
  const sign = page.getByRole('region', { name: 'Sign', exact: true });
  await sign.getByRole('button', { name: /^Sign for/ }).click();
  await expect(sign.getByText('Type the name of who signs.')).toBeVisible();
  await sign.getByLabel('Name of who signs').fill('R. Alder');
  await sign.getByLabel('Name of who signs').press('Enter');
  await sign.getByLabel('Name of who signs').press('Enter');
  await expect(sign).toContainText('Signed by R. Alder');
  await expect(paper).toContainText('Signed for: 3 of 3 dead spots gone.');
  await expect(paper.getByText(/^Signed by R\. Alder/)).toHaveCount(1);
  expect(await serious(page)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.setViewportSize({ width: 1280, height: 800 });

  // In German, and every file read back.
  await page.getByLabel('Language').selectOption('de');
  await expect(paper).toContainText('Alle 3 Funklöcher sind behoben.');
  const took = async (name: string | RegExp) => {
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name }).click();
    return readFileSync((await (await download).path())!);
  };
  expect((await took('PDF')).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await took('HTML')).toString()).toContain('Alle 3 Funklöcher sind behoben.');
  expect((await took('Readings, CSV')).toString()).toContain('spot,down_mbps');
  expect((await took('Spots, CSV')).toString()).toContain('Workshop north-east');
  expect((await took('Workshop, SVG')).toString()).toMatch(/^<svg .*>C<\/text>/s);
  expect((await took('Section, SVG')).toString()).toMatch(/^<svg .*>Workshop<\/text>/s);
  const png = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Section, PNG' }).click();
  expect(
    readFileSync((await (await png).path())!)
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
  const file = (await took('Export the job as one file')).toString();
  const zip = await took('Archive with pictures');
  await page.goto('/');
  await page
    .getByLabel('Job file')
    .setInputFiles({ name: 'job.zip', mimeType: 'application/zip', buffer: zip });
  await expect(page).toHaveURL(/\/jobs\/.+\/brief$/);
  const imported = /jobs\/([^/]+)\//.exec(page.url())![1];
  expect(await (await request.get(`/api/jobs/${imported}/export`)).text()).toBe(file);

  // In the list: to bill, found by a serial; and the same house later, in three presses.
  await page.goto('/');
  await page.getByLabel('Search jobs').fill('AC26-0042');
  const row = page.getByRole('listitem').filter({ has: page.locator(`a[href="/jobs/${job}/brief"]`) });
  await expect(row).toContainText('signed, to bill');
  await row.getByRole('button', { name: /^Billed/ }).click();
  await expect(row).toContainText('billed');
  await page.getByLabel('Search jobs').fill('Alder Cottage, again');
  await expect(page.getByText('stands in no job')).toBeVisible();
  await page.getByLabel('Search jobs').fill('');
  await row.getByRole('button', { name: /^Duplicate/ }).click();
  await page.getByRole('menuitem', { name: /The same house, later/ }).click();
  await page.getByRole('link', { name: 'Alder Cottage, again' }).first().click();
  await page.getByRole('link', { name: /^3 Before/ }).click();
  await expect(page.getByRole('region', { name: 'Since the last visit' })).toContainText(
    'Seen before as “Alder Cottage”',
  );
});
