import { expect, test, type Page } from './test';
import type { JobFile } from '../core/job/jobFile';
import { plainFeed } from '../core/plan/option/feeds';

test.use({ actionTimeout: 20_000 });

const stop = (page: Page, key: string) => page.keyboard.press(key);
const objections = (page: Page) => page.getByRole('list', { name: 'What a practitioner would object to' });

/** The farm with a unit on a new cable in the parlour, under a name of its own. */
async function farmWithCable(page: Page, name: string): Promise<void> {
  const farm = (await (await page.request.get('/api/jobs/farm/export')).json()) as JobFile;
  const [option] = farm.plan.options;
  const cabled = {
    ...option!.units[1]!,
    id: 'p',
    letter: 'P',
    name: 'Parlour',
    place: { storeyId: 'f-ground', xM: 11, yM: 8, heightM: 1.2 },
    feed: plainFeed('ethernet', 'a'),
  };
  const made = await page.request.post('/api/jobs/import', {
    data: {
      ...farm,
      name,
      plan: { ...farm.plan, options: [{ ...option!, units: [...option!.units, cabled] }] },
    },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/brief`);
  await expect(page.getByRole('heading', { name: 'What must work where' })).toBeVisible();
}

test('what the brief forbids and asks for is held against the plan, and stands in the run sheet', async ({
  page,
}) => {
  await farmWithCable(page, 'Brief reaches plan');
  await stop(page, '4');
  await page.getByRole('tab', { name: /^Review/ }).click();
  await expect(objections(page)).toContainText('hangs the telephone');
  await expect(objections(page)).not.toContainText('no drilling');

  await stop(page, '1');
  await page.getByRole('checkbox', { name: 'Drilling' }).uncheck();
  await page.getByRole('checkbox', { name: 'Rented home' }).check();
  await page.getByLabel('Rooms closed to us').fill('the parlour');
  await page.getByLabel(/^Budget/).fill('100');
  // Enter leaves the field, and the keys of the job work again.
  await page.getByLabel(/^Budget/).press('Enter');
  // What the other ways of working would make of the plan stands under each.
  await expect(page.getByText(/^two: .* shorter$/)).toBeVisible();
  await expect(page.getByText(/^the old ones: EUR\s[\d.]+ less/)).toBeVisible();
  await stop(page, '4');
  // The bench is where it was left.
  await expect(objections(page)).toContainText(/P needs a cable run of .*, and the brief allows no drilling/);
  await expect(objections(page)).toContainText('P stands in Parlour, which is closed to us');
  await expect(objections(page)).toContainText('landlord’s consent');
  await page.getByRole('tab', { name: 'Options' }).click();
  await expect(page.getByRole('group', { name: 'Options' })).toContainText('over budget');
  await stop(page, '5');
  await page.getByRole('button', { name: /Run Cat 6 from A .*to the place of P/ }).click();
  await expect(page.getByText('Closed to us: the parlour').first()).toBeVisible();
});

test('country, currency and length unit are the job’s everywhere', async ({ page }) => {
  await farmWithCable(page, 'Across the water');
  await page.getByLabel('Country rules').selectOption('unitedStates');
  await page.getByLabel('Currency').selectOption('USD');
  await page.getByLabel('1 EUR is worth').fill('1,1');
  await page.getByRole('button', { name: 'Convert' }).click();
  await expect(page.getByLabel('Labour')).not.toHaveValue('55');
  await page.getByLabel('Lengths').selectOption('feet');
  await page.getByRole('link', { name: /Plan/ }).click();
  await expect(page.getByRole('group', { name: 'Options' })).toContainText('USD');
  await page.getByRole('link', { name: /Survey/ }).click();
  const rooms = page.getByRole('list', { name: 'Rooms of the open storey' });
  await expect(rooms).toContainText('ft²');
  await expect(page.getByLabel('Height inside').first()).toHaveValue(/'/);
  await page.getByLabel('Height inside').first().fill(`9' 6"`);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Height inside').first()).toHaveValue(`9' 6"`);
  await page.getByRole('link', { name: /Fit/ }).click();
  await page.getByRole('button', { name: /Run Cat 6 from A .*to the place of P/ }).click();
  await expect(page.getByText(/\d+ ft.*with slack|\d+′.*with slack/).first()).toBeVisible();
});
