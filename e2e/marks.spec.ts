import { expect, test, type Page } from '@playwright/test';

test.use({ actionTimeout: 20_000 });

const mark = (page: Page, name: string) => page.getByRole('button', { name, exact: true });

test.describe('a press on a mark chooses it everywhere', () => {
  for (const stop of ['before', 'plan', 'after']) {
    test(`spots on the sheet and rows of the ledger at ${stop}`, async ({ page }) => {
      await page.goto(`/jobs/farm/${stop}`);
      await mark(page, 'Spot 2, Snug sofa').click();
      await expect(mark(page, 'Spot 2, Snug sofa')).toHaveAttribute('aria-pressed', 'true');
      await expect(page.locator('[data-spot="2"]').getByRole('button').first()).toHaveAttribute(
        'aria-expanded',
        'true',
      );
      await mark(page, 'Spot 3, Parlour').click();
      await expect(mark(page, 'Spot 2, Snug sofa')).toHaveAttribute('aria-pressed', 'false');
      await expect(page.locator('[data-spot="3"]').getByRole('button').first()).toHaveAttribute(
        'aria-expanded',
        'true',
      );
    });
  }
  test('a unit on the sheet opens its panel, one in the section too', async ({ page }) => {
    await page.goto('/jobs/farm/plan');
    await mark(page, 'Unit A, Porch shelf').click();
    await expect(page.getByRole('region', { name: 'Unit A' })).toBeVisible();
    await page.locator('[data-section-unit="B"]').click();
    await expect(page.getByRole('region', { name: 'Unit B' })).toBeVisible();
  });
  test('Shift adds and takes away in Survey, and choosing changes nothing in the job', async ({ page }) => {
    await page.goto('/jobs/farm/survey');
    await mark(page, 'Spots').click();
    await mark(page, 'Spot 1, Kitchen table').click();
    await mark(page, 'Spot 2, Snug sofa').click({ modifiers: ['Shift'] });
    for (const name of ['Spot 1, Kitchen table', 'Spot 2, Snug sofa'])
      await expect(mark(page, name)).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByRole('button', { name: 'Merge the two' })).toBeVisible();
    await mark(page, 'Spot 1, Kitchen table').click({ modifiers: ['Shift'] });
    await expect(mark(page, 'Spot 1, Kitchen table')).toHaveAttribute('aria-pressed', 'false');
    await expect(mark(page, 'Spot 2, Snug sofa')).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved$/);
  });
});
