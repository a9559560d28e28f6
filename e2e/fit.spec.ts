import type { EvidenceRow } from '../core/evidence/rows';
import { serious } from './axe';
import { HOUSE, openHouse, phonePage } from './house';
import { expect, test, type Page } from './test';

const house = openHouse(4698, '.tmp/fit.db');
const { newJob, rowsOf, tokenFor, walkAt } = house;

const accept = {
  kind: 'acceptance',
  id: 'ac-fit-0001',
  at: '2026-06-03T11:00:00Z',
  by: '',
  optionId: 'opt-air',
  optionName: 'And one in the parlour',
  forecast: [],
  note: '',
};
const of = <K extends EvidenceRow['kind']>(rows: EvidenceRow[], kind: K) =>
  rows.filter((r): r is Extract<EvidenceRow, { kind: K }> => r.kind === kind);

/** Opens a step of the sheet on the phone. */
const open = (phone: Page, name: RegExp) =>
  phone.getByRole('list', { name: 'Steps' }).getByRole('button', { name }).click();
const done = (phone: Page) => phone.getByRole('button', { name: 'Done', exact: true }).click();

test('a day on the phone: a wrong serial, an update, a weak light with two tries, no network, the devices; the laptop says the same', async ({
  page,
  browser,
  request,
}) => {
  const job = await newJob(request);
  await request.post(`${house.url()}/api/jobs/${job}/evidence`, { data: { against: null, rows: [accept] } });
  await page.goto(`${house.url()}/jobs/${job}/fit`);
  const total = page.getByRole('row', { name: /^In all/ });
  await expect(total).toBeVisible();
  const agreed = await total.textContent();

  const { token } = await tokenFor(request, job, 'walkAndSheet');
  const phone = await phonePage(browser, walkAt(HOUSE, token));
  await phone.getByRole('button', { name: 'Run sheet' }).click();
  await expect(phone.getByRole('list', { name: 'Steps' })).toContainText('09:00');

  // The labels first: what is noted there is what a join is held against.
  await open(phone, /printed names and serials/);
  for (const [letter, serial] of [
    ['A', 'AA-1'],
    ['B', 'BB-2'],
    ['C', 'CC-3'],
  ] as const)
    await phone.getByLabel(`Serial of ${letter}`).fill(serial);
  await phone.getByRole('button', { name: 'Keep the serials' }).click();
  await expect(phone.getByText('Serials kept.')).toBeVisible();
  await done(phone);
  for (const step of [/Check the boxes/, /Ask what hangs/, /Fibre terminal/, /Power A/, /final name/]) {
    await open(phone, step);
    await done(phone);
  }
  await expect(phone.getByRole('list', { name: 'By itself' })).toContainText('A updates until');

  // Both are found in one search; the serial found for B is that of C: refused, with what to do.
  await open(phone, /Join B .*C .*beside A/);
  await phone.getByRole('button', { name: 'The search is on' }).click();
  await expect(phone.getByRole('timer')).toContainText(/^(10:00|9:5\d)$/);
  // What the laptop says comes in at any moment and moves the step: a press that was lost by that is done again, as one does.
  await expect(async () => {
    await done(phone);
    await expect(phone.getByLabel('Serial found of B')).toBeVisible({ timeout: 2000 });
  }).toPass();
  await phone.getByLabel('Serial found of B').fill('cc 3');
  await phone.getByRole('button', { name: 'Done: it is the one on the label' }).click();
  await expect(phone.getByRole('alert')).toContainText('That is the serial of C');
  await phone.getByLabel('Serial found of B').fill('bb2');
  await phone.getByRole('button', { name: 'Done: it is the one on the label' }).click();
  await expect(phone.getByRole('list', { name: 'By itself' })).toContainText('B, C update until');

  // It does not join: the light tells why, and what is next.
  await open(phone, /Join B/);
  await phone.getByRole('button', { name: 'Not done after all' }).click();
  await phone.getByRole('button', { name: 'It is not good' }).click();
  await phone.getByRole('button', { name: /updating: leave it alone/ }).click();
  await expect(phone.locator('[data-cause="update"]')).toContainText('Leave it alone');
  await phone.getByRole('button', { name: 'Done', exact: true }).click();
  await phone.getByRole('button', { name: 'Done: it is the one on the label' }).click();

  // Out of reach of the laptop: a weak light, the next place, a light that holds.
  await phone.context().setOffline(true);
  await open(phone, /Carry B to Landing/);
  const where = phone.getByRole('region', { name: 'Where B stands' });
  await expect(where).toContainText('dBm from A expected: it holds');
  await where.getByRole('button', { name: /amber, steady/ }).click();
  await expect(where.getByRole('status')).toContainText(/^Next: .*%/);
  await where.getByRole('button', { name: /^B stands at .* now$/ }).click();
  await where.getByRole('button', { name: /white, steady/ }).click();
  await expect(where.getByRole('status')).toContainText('B stays: it holds here.');
  await done(phone);
  await phone.context().setOffline(false);
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible({ timeout: 30_000 });
  const rows = await rowsOf(request, job);
  expect(of(rows, 'try').map((t) => t.light)).toEqual(['thin', 'holds']);
  expect(of(rows, 'move')).toHaveLength(1);
  expect(of(rows, 'acceptance')).toHaveLength(1);

  // It is ticked for where it stands now, and named after it.
  await expect(phone.getByRole('list', { name: 'Steps' })).not.toContainText('it was changed since');
  await open(phone, /First the devices that matter/);
  await phone.getByRole('checkbox', { name: 'Milk scale' }).check();
  await phone.getByRole('button', { name: '‹ Run sheet' }).click();
  await expect
    .poll(async () => of(await rowsOf(request, job), 'device').map((d) => [d.deviceId, d.joined]))
    .toEqual([['dv-1', true]]);

  // The laptop follows, and the price is what was agreed to.
  const carried = page.locator('[data-step="place:b"]');
  await expect(carried.getByRole('checkbox')).toBeChecked();
  await expect(page.locator('[data-step="devicesFirst"]').getByRole('checkbox').first()).toBeChecked();
  expect(await total.textContent()).toBe(agreed);
  expect(await serious(phone)).toEqual([]);
  await page
    .locator('[data-step="place:c"]')
    .getByRole('button', { name: /^Carry C/ })
    .click();
  expect(await serious(page)).toEqual([]);
});

test('before the visit: what the customer has ready, and the day in a calendar', async ({
  page,
  request,
}) => {
  const job = await newJob(request);
  await page.goto(`${house.url()}/jobs/${job}/fit`);
  await page.getByText('Before the visit').click();
  await expect(page.getByText(/The account is yours: you log in, not we/)).toBeVisible();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: /iCalendar/ }).click();
  const stream = await (await saved).createReadStream();
  let text = '';
  for await (const chunk of stream) text += String(chunk);
  expect(text).toContain('BEGIN:VCALENDAR');
  expect(text).toContain('DTSTART:20260610T090000');
});
