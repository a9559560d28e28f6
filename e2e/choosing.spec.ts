import { smallJob } from '../testing/smallHouse';
import { addUnit, money, openPlan, selectUnit } from './planning';
import { expect, test } from './test';

test('feeds compared, fibre through the duct, the gateway elsewhere, a lock, the offer and an extra agree everywhere', async ({
  page,
  request,
}) => {
  const job = await openPlan(page, request);
  // A unit in the studio, beside its outlet, and every feed it could have.
  await addUnit(page, 'Mesh node, own backhaul radio', 'Glaze bench');
  const unit = page.getByRole('region', { name: /^Unit C/ });
  const feeds = page.getByRole('table', { name: 'Backhauls for C' });
  await expect(feeds.getByRole('row')).not.toHaveCount(0);
  const fibre = feeds.getByRole('row', { name: /new fibre from A/ });
  await expect(fibre).toContainText('hole');
  // Copper from building to building is told with what it takes.
  await expect(feeds.getByRole('row', { name: /new Cat 6 from A/ })).toContainText(
    'from one building to another',
  );
  // The school of the job began it on fibre: to copper and back, each by one press.
  await expect(fibre).toContainText('as it is');
  await feeds
    .getByRole('row', { name: /^new Cat 6 from A/ })
    .getByRole('button', { name: /^Take/ })
    .click();
  await expect(feeds.getByRole('row', { name: /^new Cat 6 from A/ })).toContainText('as it is');
  await fibre.getByRole('button', { name: /^Take/ }).click();
  await expect(feeds.getByRole('row', { name: /new fibre from A/ })).toContainText('as it is');
  await expect(unit).toContainText('in Duct with draw cord');
  await expect(page.locator('[data-route^="unit:"]')).toHaveCount(1);
  await expect(unit).toContainText('Stocked');

  // The gateway to the landing, by a new cable from the entry.
  await selectUnit(page, 'A');
  await page.getByRole('button', { name: 'Other places' }).click();
  const places = page.getByRole('table', { name: 'Places for the gateway' });
  await places.getByRole('button', { name: /A to Landing socket, by a new cable/ }).click();
  await expect(page.locator('[data-route="entry"]')).toHaveCount(1);

  // A lock holds against Delete and against arrows.
  const a = page.getByRole('region', { name: /^Unit A/ });
  await a.getByRole('button', { name: 'Lock it here' }).click();
  await expect(a.getByRole('button', { name: 'Delete unit' })).toBeDisabled();
  await page.getByRole('button', { name: /^Unit A, / }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('A is locked')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('A is locked')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Unit A, / })).toBeVisible();

  // Price and hours on Plan, on the offer, in Fit and on the hand-over.
  await expect(page.locator('main')).toHaveAttribute('data-settling', 'false');
  await page.getByRole('tab', { name: 'Options' }).click();
  const card = page.getByRole('group', { name: 'Options' }).getByRole('button', { pressed: true });
  const planned = money((await card.textContent())!);
  const hours = /\d+ h \d\d/.exec((await card.textContent())!)![0];
  await page.getByRole('tab', { name: 'Papers' }).click();
  await page.getByRole('link', { name: 'Offer' }).click();
  const offered = page.locator('[data-offer]').first();
  const paper = page.getByRole('article');
  await expect(paper).toContainText(`${hours} of hands-on work`);
  await expect(paper).toContainText('Fibre, pre-made');
  expect(money((await offered.locator('.text-lg').textContent())!)).toBeCloseTo(planned * 1.2, 1);
  await offered.getByRole('button', { name: /^Accept/ }).click();
  await expect(offered.getByText('Type the name of who agrees.')).toBeVisible();
  await offered.getByLabel(/^Signed by/).fill('I. Quillfeather');
  await offered.getByRole('button', { name: /^Accept/ }).click();
  const agreed = page.getByRole('region', { name: 'Accepted' });
  await expect(agreed).toContainText('by I. Quillfeather');
  const total = Number(await agreed.locator('[data-total]').getAttribute('data-total'));
  expect(total / 100).toBeCloseTo(planned * 1.2, 1);
  await agreed.getByRole('button', { name: 'Add extra' }).click();
  await expect(agreed.getByText('Say what the extra is.')).toBeVisible();
  await agreed.getByLabel('Extra', { exact: true }).fill('One more lead');
  await agreed.getByLabel(/Before tax/).fill('25');
  await agreed.getByLabel('Agreed by').fill('I. Quillfeather');
  await agreed.getByRole('button', { name: 'Add extra' }).click();
  await expect(agreed.locator('[data-total]')).toHaveAttribute('data-total', String(total + 30_00));
  for (const stop of ['fit', 'handover']) {
    await page.goto(`/jobs/${job}/${stop}`);
    await expect(page.locator('[data-total]')).toHaveAttribute('data-total', String(total + 30_00));
    // Fitting and measuring come to the hours of the card.
    const bill = (await page.getByRole('table', { name: 'Price' }).textContent())!;
    const minutes = [/Fitting, (\d+) h (\d\d)/, /after, (\d+) h (\d\d)/].map((of) => {
      const [, h, min] = of.exec(bill)!;
      return 60 * Number(h) + Number(min);
    });
    const [h, min] = hours.split(' h ').map(Number);
    expect(Math.abs(minutes[0]! + minutes[1]! - (60 * h! + min!))).toBeLessThanOrEqual(1);
    await expect(page.getByRole('table', { name: 'Price' })).toContainText('One more lead');
  }
  // A new name ends nothing, a later price changes nothing of what was agreed to.
  await page.goto(`/jobs/${job}/plan`);
  await page.getByRole('tab', { name: 'Papers' }).click();
  await page.getByLabel('Item').selectOption('mesh-own-radio');
  await page.getByLabel(/^Price of one/).fill('999');
  await expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved \d/);
  await page.goto(`/jobs/${job}/fit`);
  await expect(page.locator('[data-total]')).toHaveAttribute('data-total', String(total + 30_00));
});

test('area served adds up, a plan by a rule of thumb is kept, and bad kit changes nothing', async ({
  page,
  request,
}) => {
  const job = await openPlan(page, request);
  await page.getByRole('tab', { name: /^Review/ }).click();
  const area = page.getByRole('table', { name: 'Area served' });
  await expect(area.getByRole('row', { name: /Kiln room/ })).toContainText('%');
  await expect(page.getByText('What nothing else would serve')).toBeVisible();

  await page.getByRole('tab', { name: 'Find' }).click();
  await page.getByRole('button', { name: 'Rules of thumb' }).click();
  await page.getByRole('button', { name: 'Plan by each rule' }).click();
  const rules = page.getByRole('table', { name: 'Plans by rule' });
  // The search they are held against is longest on a farm: it is stopped, and what the rules say stays.
  await expect(page.getByText(/^Searching what is best/)).toBeVisible({
    timeout: 120_000,
  });
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Plan by each rule again' })).toBeEnabled({
    timeout: 60_000,
  });
  await rules.getByRole('button', { name: /^Keep: At most two walls/ }).click();
  await expect(page.getByText('is an option now')).toBeVisible();
  await page.getByRole('tab', { name: 'Options' }).click();
  await expect(page.getByLabel('Name of this option')).toHaveValue('At most two walls');

  await page.getByRole('tab', { name: 'Papers' }).click();
  const text = async () => (await request.get(`/api/jobs/${job}/export`)).text();
  // Channels follow what was kept, and are saved a little later: only then nothing more comes by itself.
  type Kept = { plan: { options: { units: { radios: object }[] }[] } };
  await expect
    .poll(async () =>
      (JSON.parse(await text()) as Kept).plan.options.at(-1)!.units.every((u) => '5' in u.radios),
    )
    .toBe(true);
  const before = await text();
  const bad = ['sort,id,kind,label,costMinor,colour', 'unit,x,node,X,100,red'].join('\n');
  await page
    .getByLabel('Kit as CSV')
    .setInputFiles({ name: 'kit.csv', mimeType: 'text/csv', buffer: Buffer.from(bad) });
  await expect(page.getByText('columns nobody knows: colour')).toBeVisible();
  const strong = [
    'sort,id,kind,label,about,costMinor,radios,feeds,portMbps,handsMin,waitMin',
    'unit,strong,node,Strong,,100,5 ax 2 80 99 access,line; wireless,1000,5,5',
  ].join('\n');
  await page
    .getByLabel('Kit as CSV')
    .setInputFiles({ name: 'kit.csv', mimeType: 'text/csv', buffer: Buffer.from(strong) });
  await expect(page.getByText('no home unit may radiate more than 36 dBm')).toBeVisible();
  expect(await text()).toBe(before);
});

test('rules of thumb are priced against what the search finds, and improved by it', async ({
  page,
  request,
}) => {
  const job = smallJob(12, { rooms: 5, outlets: 6 });
  const made = await request.post('/api/jobs/import', { data: job });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/plan`);
  await page.getByRole('tab', { name: 'Find' }).click();
  await page.getByRole('button', { name: 'Rules of thumb' }).click();
  const dialog = page.getByRole('tabpanel', { name: 'Find' });
  await dialog.getByRole('button', { name: 'Plan by each rule' }).click();
  await expect(dialog.getByRole('button', { name: 'Plan by each rule again' })).toBeEnabled({
    timeout: 120_000,
  });
  const rows = dialog.getByRole('table', { name: 'Plans by rule' });
  const free = rows.getByRole('row', { name: /^Free/ });
  await expect(free).toContainText('the best found');
  await expect(free).toContainText('Proven');
  await rows.getByRole('button', { name: 'Improve it: Halfway' }).click();
  await expect(dialog.getByRole('button', { name: 'Plan by each rule again' })).toBeEnabled({
    timeout: 120_000,
  });
  await expect(free).toContainText('Proven');
  await rows.getByRole('button', { name: /^Keep: Free/ }).click();
  await expect(dialog.getByText('“Free” is an option now.')).toBeVisible();
});

test('good places show, a press puts a unit there, and a way is drawn by hand', async ({ page, request }) => {
  await openPlan(page, request);
  await page.locator('body').press('u');
  await page.getByRole('button', { name: /^Mesh node, own backhaul radio/ }).click();
  await page.locator('[data-good-place="o-hall"]').press('Enter');
  await expect(page.getByRole('region', { name: /^Unit C/ })).toBeVisible();
  const unit = page.getByRole('region', { name: /^Unit C/ });
  // The kind is let go once it stands: another press puts no second one there.
  await expect(page.locator('[data-good-place]')).toHaveCount(0);
  await unit.getByLabel('Backhaul', { exact: true }).selectOption('ethernet');
  await expect(page.locator('[data-route^="unit:"]')).toHaveCount(1);
  const path = () => page.locator('[data-route^="unit:"] path').first().getAttribute('d');
  const proposed = await path();
  await unit.getByRole('button', { name: 'Draw its way' }).click();
  const sheet = page.getByRole('group', { name: /^Plan sheet/ });
  const box = (await sheet.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.16, box.y + box.height * 0.16);
  await expect(page.getByText('1 point.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect.poll(path).not.toBe(proposed);
  await unit.getByRole('button', { name: 'Propose the way' }).click();
  await expect.poll(path).toBe(proposed);
});
