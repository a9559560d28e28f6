import { seriousInBoth } from './axe';
import { expect, test } from './test';

const STOPS = ['brief', 'survey', 'before', 'plan', 'fit', 'after', 'handover'];
/** The stops, and the page of the options for the customer. */
const PAGES = [...STOPS, 'offer'];
/** The places of the bench in Plan, by their keys, and the ways to find a plan. */
const BENCH = { o: 'Options', f: 'Find', b: 'Unit', v: 'Review', p: 'Papers' } as const;
const FINDS = ['Rules of thumb', 'Good places', 'Fix a spot', 'Suggest'];

test('axe finds nothing serious on any stop, in either theme', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Evening' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'evening');
  await page.getByRole('button', { name: 'Day' }).click();
  expect(await seriousInBoth(page)).toEqual([]);
  await page.goto('/how-true');
  await expect(page.getByRole('heading', { name: 'How true is this?' })).toBeVisible();
  expect(await seriousInBoth(page), 'how true').toEqual([]);
  for (const stop of PAGES) {
    await page.goto(`/jobs/farm/${stop}`);
    await expect(page.getByRole('navigation', { name: 'Stops' })).toBeVisible();
    const row = page.locator('[data-spot="4"]').getByRole('button').first();
    if (await row.count()) await row.click();
    expect(await seriousInBoth(page), stop).toEqual([]);
  }
});

test('axe finds nothing serious on any place of the bench in Plan, each opened by its key, in either theme', async ({
  page,
}) => {
  await page.goto('/jobs/farm/plan');
  await expect(page.locator('main')).toHaveAttribute('data-settling', 'false');
  await page
    .getByRole('button', { name: /^Unit A, / })
    .first()
    .click();
  for (const [key, name] of Object.entries(BENCH)) {
    await page.locator('body').press(key);
    await expect(page.getByRole('tab', { name: new RegExp(`^${name}`), selected: true })).toBeVisible();
    if (name === 'Review') await expect(page.getByRole('table', { name: 'Area served' })).toBeVisible();
    expect(await seriousInBoth(page), name).toEqual([]);
  }
  await page.getByRole('tab', { name: 'Find' }).click();
  for (const name of FINDS) {
    await page.getByRole('button', { name, exact: true }).click();
    expect(await seriousInBoth(page), name).toEqual([]);
  }
});

test('axe finds nothing serious on any round of the survey, in either theme', async ({ page }) => {
  await page.goto('/jobs/farm/survey');
  for (const round of ['Trace', 'In the way', 'Wiring', 'Spots', 'Neighbours']) {
    await page.getByRole('button', { name: round, exact: true }).click();
    // The first thing of the round is chosen, so that its editor is looked at too.
    await page.keyboard.press('.');
    expect(await seriousInBoth(page), round).toEqual([]);
  }
});

const SIZES = [
  [1280, 800],
  [1920, 1080],
  [768, 1024],
  [390, 844],
] as const;

test('every stop fits every size without sideways scrolling, labels apart', async ({ page }) => {
  for (const stop of PAGES) {
    await page.goto(`/jobs/farm/${stop}`);
    await expect(page.getByRole('main')).toBeVisible();
    for (const [width, height] of SIZES) {
      const where = `${stop} at ${width} × ${height}`;
      await page.setViewportSize({ width, height });
      const over = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect(over, where).toBeLessThanOrEqual(0);
      const boxes = await page.locator('main svg [data-label] text').evaluateAll((nodes) =>
        nodes
          .filter((n) => !n.closest('[inert]'))
          .map((n) => {
            const { left, right, top, bottom } = n.getBoundingClientRect();
            return {
              text: n.textContent,
              left: left + 2,
              right: right - 2,
              top: top + 3,
              bottom: bottom - 3,
            };
          }),
      );
      const clashes = boxes.flatMap((a, i) =>
        boxes
          .slice(i + 1)
          .filter((b) => a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top)
          .map((b) => `${a.text} × ${b.text}`),
      );
      expect(clashes, where).toEqual([]);
    }
  }
});

test('keys lead to every stop, storeys change, the list of keys opens and closes', async ({ page }) => {
  await page.goto('/jobs/farm/brief');
  // The page is there before its keys are.
  await expect(page.locator('main')).toHaveAttribute('data-settling', 'false');
  for (const [i, stop] of STOPS.entries()) {
    await page.keyboard.press(String(i + 1));
    await expect(page).toHaveURL(new RegExp(`/${stop}$`));
  }
  await page.keyboard.press('4');
  await expect(page.getByRole('button', { name: 'Farmhouse, Ground' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press(']');
  await expect(page.getByRole('button', { name: 'Farmhouse, Upper' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await expect(page.locator('[data-spot] [aria-expanded="true"]')).toHaveCount(1);
});
