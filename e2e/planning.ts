import { expect, type APIRequestContext, type Page } from './test';

/** Takes in a copy of the farm under a name no other test uses; gives its id. */
export async function farmNamed(request: APIRequestContext, name: string): Promise<string> {
  const farm = JSON.parse(await (await request.get('/api/jobs/farm/export')).text()) as object;
  const made = await request.post('/api/jobs/import', {
    headers: { 'content-type': 'application/json' },
    data: JSON.stringify({ ...farm, name }),
  });
  expect(made.ok()).toBe(true);
  return ((await made.json()) as { id: string }).id;
}

/** Duplicates a job of a name from the list of jobs, with everything up to the work, and opens the copy. */
export async function openCopy(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: `Duplicate ${name}`, exact: true }).click();
  await page.getByRole('menuitem', { name: /Everything up to the work/ }).click();
  await page.getByRole('link', { name: `${name}, copy`, exact: true }).click();
  await expect(page.getByRole('heading', { name: 'What must work where' })).toBeVisible();
}

/** Opens Plan of a fresh copy of the farm with its numbers there; gives the copy's id. */
export async function openPlan(page: Page, request: APIRequestContext): Promise<string> {
  const id = await farmNamed(request, 'Farm to plan');
  await page.goto(`/jobs/${id}/plan`);
  await expect(page.locator('main')).toHaveAttribute('data-settling', 'false');
  return id;
}

/** Puts a unit of a kit where it is wanted, by U and the bench. */
export async function putUnit(page: Page, kit: RegExp): Promise<void> {
  await page.locator('body').press('u');
  await page.getByRole('group', { name: 'Kinds of unit' }).getByRole('button', { name: kit }).first().click();
  const places = page.getByRole('list', { name: 'Best places' });
  await places
    .getByRole('button', { name: /^Put it/ })
    .first()
    .click();
  await expect(page.getByRole('tab', { name: /^Unit [A-Z]/, selected: true })).toBeVisible();
}

/** Adds a unit for the spot of a name: it is selected in the ledger first. */
export async function addUnit(page: Page, kit: string, spot: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^Spot \\d+, ${spot}`) }).click();
  await putUnit(page, new RegExp(`^${kit}`));
}

/** Selects a unit by its letter, on whichever storey it stands. */
export async function selectUnit(page: Page, letter: string): Promise<void> {
  await page
    .getByRole('button', { name: new RegExp(`^Unit ${letter}, `) })
    .first()
    .click();
}

/** The first amount of money in a text, in major units. */
export const money = (text: string): number =>
  Number(/EUR\s([\d,.]+\d|\d)/.exec(text)![1]!.replaceAll(',', ''));
