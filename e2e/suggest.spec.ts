import { money, openPlan, selectUnit } from './planning';
import { readFileSync } from 'node:fs';
import { expect, test } from './test';

test('from the measured farm to suggested options: adopt one, drag and lock a unit, suggest again, compare, parts list', async ({
  page,
  request,
}) => {
  const job = await openPlan(page, request);
  await page.getByRole('tab', { name: 'Find' }).click();
  const dialog = page.getByRole('tabpanel', { name: 'Find' });
  // What is free of any rule has tests of its own that need no screen: it searches longest.
  await dialog.getByRole('checkbox', { name: 'Free' }).uncheck();
  await dialog.getByRole('button', { name: 'Search', exact: true }).click();
  const plans = dialog.getByRole('list', { name: 'Suggested plans' });
  await expect(plans.locator('[data-suggested]')).toHaveCount(2, { timeout: 180_000 });
  await expect(dialog.getByRole('button', { name: 'Search', exact: true })).toBeEnabled();
  for (const plan of await plans.locator('[data-suggested]').all()) {
    await expect(plan).toContainText('of 14');
    await expect(plan).toContainText('% sure');
    await expect(plan).toContainText(/Proven|Best found/);
  }
  await expect(dialog.getByRole('img', { name: /^Cost against the chance/ })).toBeVisible();
  await dialog.getByRole('button', { name: 'Adopt No drilling', exact: true }).click();
  await expect(dialog.getByText('is an option now')).toBeVisible();
  await page.getByRole('tab', { name: 'Options' }).click();
  await expect(page.getByLabel('Name of this option')).toHaveValue('Suggested: No drilling');
  await expect(page.locator('main')).toHaveAttribute('data-settling', 'false');
  const card = page.getByRole('group', { name: 'Options' }).getByRole('button', { pressed: true });
  await expect(card).toContainText('14 of 14 work');
  expect(money((await card.textContent())!) * 100).toBeGreaterThan(0);

  type Unit = { id: string; letter: string; place: { storeyId: string | null } };
  type File = { plan: { options: { units: Unit[]; locks?: string[] }[] } };
  const options = async () =>
    (JSON.parse(await (await request.get(`/api/jobs/${job}/export`)).text()) as File).plan.options;
  // A unit that is dragged and locked stays in the next suggestion, where it was dragged to.
  // What was adopted is saved a little later.
  await expect.poll(async () => (await options()).length).toBe(3);
  // The one in the studio, which is open beside the ground floor.
  const unit = (await options()).at(-1)!.units.find((u) => u.place.storeyId === 's-ground')!;
  const lamp = page.getByRole('button', { name: new RegExp(`^Unit ${unit.letter}, `) }).first();
  await selectUnit(page, unit.letter);
  const box = (await lamp.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 12, box.y + box.height / 2 + 6, { steps: 4 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Lock it here' }).click();
  // What is saved first may be where the hand was on its way; once the lock is stored, the last place is.
  await expect.poll(async () => (await options()).at(-1)!.locks).toEqual([unit.id]);
  const dragged = (await options()).at(-1)!.units.find((u) => u.id === unit.id)!.place;
  expect(dragged).not.toEqual(unit.place);
  await page.getByRole('tab', { name: 'Find' }).click();
  for (const label of ['Free', 'Wire first']) await dialog.getByRole('checkbox', { name: label }).uncheck();
  await dialog.getByRole('button', { name: 'Search', exact: true }).click();
  // The plan at hand is judged first and can be taken while the search goes on.
  await expect(
    plans.locator('[data-suggested="noDrilling"]').or(dialog.locator('[data-sofar]')).first(),
  ).toContainText('of 14');
  await expect(plans.locator('[data-suggested="noDrilling"]')).toBeVisible({ timeout: 120_000 });
  await dialog.getByRole('button', { name: 'Adopt No drilling', exact: true }).click();
  await expect.poll(async () => (await options()).length).toBe(4);
  expect((await options()).at(-1)!.units.find((u) => u.id === unit.id)?.place).toEqual(dragged);
  await page.getByRole('tab', { name: 'Options' }).click();
  await page.getByRole('button', { name: 'Compare spot by spot' }).click();
  // With the unit where it was dragged to the suggestion does no less than the plan at hand.
  const row = page
    .getByRole('region', { name: 'Options side by side' })
    .getByRole('row', { name: /^Spots that work/ });
  const served = async () => [...(await row.innerText()).matchAll(/(\d+) of 14/g)].map((m) => Number(m[1]));
  await expect.poll(async () => (await served()).length).toBe(5);
  const [atHand, suggested] = (await served()).slice(-2);
  expect(suggested).toBeGreaterThanOrEqual(atHand!);
  await page.getByRole('tab', { name: 'Papers' }).click();
  const saving = page.waitForEvent('download');
  await page
    .getByRole('button', { name: /^Save the parts of \d+ · Suggested: No drilling/ })
    .last()
    .click();
  const csv = readFileSync(await (await saving).path(), 'utf8');
  expect(csv).toMatch(/^part,count,unit,cost,currency\n/);
  expect(csv).toContain(',EUR');
});

test('what would fix a spot is told for its row, and done by one press', async ({ page, request }) => {
  await openPlan(page, request);
  await page.locator('[data-spot="8"]').getByRole('button').first().click();
  await page.getByRole('button', { name: 'What would fix it?' }).click();
  const fixes = page.getByRole('table', { name: 'What would fix this spot' });
  await fixes
    .getByRole('button', { name: /^Do it/ })
    .first()
    .click();
  // Once it is served there is nothing left to fix.
  await expect(page.locator('[data-spot="8"]')).toContainText('works');
});
