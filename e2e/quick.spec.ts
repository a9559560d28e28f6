import type { JobFile } from '../core/job/jobFile';
import { serious } from './axe';
import { expect, test } from './test';

test('an extender visit, from a new job to the ticked sheet, in at most 25 acts', async ({ page }) => {
  let acts = 0;
  const did = async (act: Promise<unknown>) => {
    acts++;
    await act;
  };
  await page.goto('/');
  await did(page.getByText('Quick job:').click());
  // What cannot be is said, and nothing is lost.
  await page.getByRole('button', { name: 'Plan the visit' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was changed' })).toContainText(
    'Give the job a name',
  );
  await did(page.getByLabel('Name or address of the visit').fill('4 Mill Lane'));
  await did(page.getByLabel('Down, Mb/s').fill('80'));
  await did(page.getByLabel('Up, Mb/s').fill('20'));
  await did(
    page
      .getByLabel(/^Rooms/)
      .fill('hall, lounge / kitchen, dining\nlanding, front bedroom / study, bathroom'),
  );
  await did(page.getByLabel('It fails in').fill('study'));
  expect(await serious(page)).toEqual([]);
  await did(page.getByRole('button', { name: 'Plan the visit' }).click());
  await expect(page.locator('main')).toHaveAttribute('data-settling', 'false');

  await did(page.locator('body').press('u'));
  const kinds = page.getByRole('group', { name: 'Kinds of unit' });
  await did(
    kinds
      .getByRole('button', { name: /^Extender/ })
      .first()
      .click(),
  );
  const places = page.getByRole('list', { name: 'Best places' });
  await did(
    places
      .getByRole('button', { name: /^Put it/ })
      .first()
      .click(),
  );
  await expect(page.getByRole('tab', { name: /^Unit B/, selected: true })).toBeVisible();
  await expect(page.getByRole('banner').getByRole('status')).toContainText('saved');

  await did(page.locator('body').press('5'));
  const open = page.locator('[data-step] button[role=checkbox][aria-checked=false]');
  await expect(open.first()).toBeVisible();
  expect(await page.locator('[data-step]').count()).toBeLessThanOrEqual(12);
  const sure = page.getByRole('button', { name: /^Done( without|: it is)/ });
  for (let left = await open.count(); left > 0; left = await open.count()) {
    await did(open.first().click());
    await expect.poll(async () => (await sure.isVisible()) || (await open.count()) < left).toBe(true);
    if (await sure.isVisible()) await did(sure.click());
    await expect.poll(() => open.count()).toBeLessThan(left);
  }
  await expect(page.getByRole('heading', { name: 'All steps done' })).toBeVisible();
  console.log(`an extender visit: ${acts} acts`);
  expect(acts).toBeLessThanOrEqual(25);

  // A survey goes on from it: the rooms are drawn, and all that nobody has looked at is a guess.
  const id = /jobs\/([^/]+)/.exec(page.url())![1]!;
  const file = JSON.parse(await (await page.request.get(`/api/jobs/${id}/export`)).text()) as JobFile;
  expect(file.site.rooms).toHaveLength(8);
  expect(file.site.guessed.length).toBeGreaterThan(file.site.walls.length + file.site.rooms.length);
});
