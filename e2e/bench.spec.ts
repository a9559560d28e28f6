import { openPlan, selectUnit } from './planning';
import { expect, test, type Page } from './test';

const told = (page: Page) => page.locator('[data-told]');
const lighter = (page: Page) => page.locator('[data-difference="lighter"]');
const option2 = (page: Page) =>
  page.getByRole('group', { name: 'Options' }).getByRole('button', { name: /^Option 2/ });

/** Share of the points of the sheet at which the sheet itself, or a mark on it, is what a press meets. */
const sheetShare = (page: Page): Promise<number> =>
  page.getByRole('group', { name: /^Plan sheet/ }).evaluate((sheet) => {
    const { left, top, width, height } = sheet.getBoundingClientRect();
    let met = 0;
    const STEPS = 40;
    for (let i = 0; i < STEPS; i++)
      for (let j = 0; j < STEPS; j++) {
        const at = document.elementFromPoint(
          left + ((i + 0.5) * width) / STEPS,
          top + ((j + 0.5) * height) / STEPS,
        );
        if (at && sheet.contains(at)) met++;
      }
    return met / (STEPS * STEPS);
  });

test('pointing at an option shows it on sheet, section, ledger and price; leaving puts it back, Enter takes it', async ({
  page,
  request,
}) => {
  await openPlan(page, request);
  const kiln = page.locator('[data-spot="7"]');
  const cards = page.getByRole('group', { name: 'Options' });
  const before = await cards.getByRole('button', { pressed: true }).textContent();
  await option2(page).hover();
  await expect(told(page)).toContainText('Option 2 · And one in the parlour: EUR 699.75, 13 of 14 work.');
  await expect(lighter(page)).toHaveAttribute('d', /^M/);
  // The unit more is dashed on the sheet and in the section; what it mends stands out in the ledger.
  await expect(page.locator('[data-look="new"]')).toHaveCount(1);
  await expect(page.locator('[data-section-unit="C"][data-pointed]')).toHaveCount(1);
  await expect(kiln).toHaveAttribute('data-pointed', 'true');
  await expect(kiln).toContainText('too slow → tight');
  await expect(cards.getByRole('button', { pressed: true })).toContainText('EUR 547.75 → EUR 699.75');

  await page.getByRole('tab', { name: 'Papers' }).hover();
  await expect(told(page)).toHaveCount(0);
  await expect(lighter(page)).toHaveCount(0);
  await expect(kiln).not.toHaveAttribute('data-pointed', 'true');
  expect(await cards.getByRole('button', { pressed: true }).textContent()).toBe(before);

  // Escape leaves it too; Enter takes it, and then the other way is darker.
  await option2(page).hover();
  await expect(told(page)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(told(page)).toHaveCount(0);
  await page.getByRole('tab', { name: 'Papers' }).hover();
  await option2(page).hover();
  await expect(told(page)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(option2(page)).toHaveAttribute('aria-pressed', 'true');
  await cards.getByRole('button', { name: /^Option 1/ }).hover();
  await expect(page.locator('[data-difference="darker"]')).toHaveAttribute('d', /^M/);
  await expect(page.locator('[data-look="gone"]')).toHaveCount(1);
});

test('a backhaul is pointed at by key and taken; what cannot be had says why; the box is changed in place', async ({
  page,
  request,
}) => {
  await openPlan(page, request);
  await page.keyboard.press(']');
  await selectUnit(page, 'B');
  await expect(page.getByRole('tab', { name: 'Unit B', selected: true })).toBeVisible();
  const feeds = page.getByRole('table', { name: 'Backhauls for B' });
  const cat6 = feeds.getByRole('row', { name: /^new Cat 6 from A/ });
  await cat6.getByRole('button', { name: /^Take/ }).focus();
  await expect(told(page)).toContainText('new Cat 6 from A: EUR 652.21');
  // The same row says the same price.
  await expect(cat6).toContainText('EUR 652.21');
  await expect(feeds.getByRole('row', { name: /^wireless from A/ })).toContainText(/\d+ to \d+/);
  await page.keyboard.press('Enter');
  await expect(cat6).toContainText('as it is');
  await expect(page.locator('[data-told]')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(feeds.getByRole('row', { name: /^wireless from A/ })).toContainText('as it is');
  // Another box at the same place, by the same backhaul.
  const panel = page.getByRole('region', { name: 'Unit B' });
  await panel.getByLabel('Box of B').selectOption('mesh-dual');
  await expect(page.getByRole('button', { name: 'Unit B, Landing' })).toBeVisible();
  await expect(feeds.getByRole('row', { name: /^wireless from A/ })).toContainText('as it is');
  await expect(feeds).toContainText(/coax: not here, the nearest coax outlet to [AB], /);
  await panel.getByLabel('Box of B').selectOption('coax-pair');
  await expect(panel.getByLabel('Backhaul', { exact: true })).toHaveValue('coax');
});

test('by touch the first tap points and the second takes', async ({ browser, baseURL, request }) => {
  const context = await browser.newContext({
    ...(baseURL ? { baseURL } : {}),
    hasTouch: true,
    viewport: { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  await openPlan(page, request);
  await option2(page).tap();
  await expect(told(page)).toContainText('Option 2');
  await expect(option2(page)).toHaveAttribute('aria-pressed', 'false');
  await option2(page).tap();
  await expect(option2(page)).toHaveAttribute('aria-pressed', 'true');
  await context.close();
});

test('a unit is put where the sheet is pressed, and nothing of the bench ever lies over the sheet', async ({
  page,
  request,
}) => {
  await openPlan(page, request);
  await selectUnit(page, 'A');
  for (const key of ['o', 'f', 'b', 'v', 'p', 'u']) {
    await page.locator('body').press(key);
    expect(await sheetShare(page), key).toBeGreaterThan(0.95);
  }
  await page.getByRole('button', { name: /^Ceiling access point/ }).click();
  await page.getByRole('list', { name: 'Best places' }).getByRole('listitem').nth(1).hover();
  await expect(told(page)).toBeVisible();
  expect(await sheetShare(page), 'a place pointed at').toBeGreaterThan(0.95);
  // Escape lets the kind go: a press then puts nothing.
  await page.locator('body').press('Escape');
  await page.locator('body').press('Escape');
  await expect(page.getByRole('group', { name: 'Kinds of unit' })).toBeVisible();
  await page.getByRole('button', { name: /^Ceiling access point/ }).click();
  const sheet = (await page.getByRole('group', { name: /^Plan sheet/ }).boundingBox())!;
  await page.mouse.click(sheet.x + sheet.width * 0.6, sheet.y + sheet.height * 0.3);
  await expect(page.getByRole('region', { name: 'Unit C' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Unit C, / })).toBeVisible();
  await page.mouse.click(sheet.x + sheet.width * 0.4, sheet.y + sheet.height * 0.7);
  await expect(page.getByRole('button', { name: /^Unit D, / })).toHaveCount(0);
});

test('the best a search has so far stands on the sheet while it runs, and gives way to what is pointed at', async ({
  page,
  request,
}) => {
  await openPlan(page, request);
  await page.locator('body').press('f');
  const find = page.getByRole('tabpanel', { name: 'Find' });
  await find.getByRole('checkbox', { name: 'No drilling' }).uncheck();
  await find.getByRole('checkbox', { name: 'Wire first' }).uncheck();
  await find.getByRole('button', { name: 'Search', exact: true }).click();
  await expect(told(page)).toContainText('Free, best so far');
  await find.getByRole('button', { name: 'Stop' }).click();
  await expect(find.locator('[data-sofar]')).toContainText('not proven');
  await expect(told(page)).toHaveCount(0);
  await find.locator('[data-sofar]').hover();
  await expect(told(page)).toContainText('best when it was stopped');
});
