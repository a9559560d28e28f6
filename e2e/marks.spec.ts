import type { Locator } from '@playwright/test';
import type { JobFile } from '../core/job/jobFile';
import { openPlan } from './planning';
import { expect, test, type Page } from './test';

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

/** Where a mark stands on the page, by its own transform: its box changes with its glow. */
const placeOf = (mark: Locator) =>
  mark.evaluate((g) => {
    const m = (g as SVGGElement).getScreenCTM()!;
    return [m.e, m.f] as [number, number];
  });

test('a unit in the hand is under it, what hangs on it follows before it is let go, one undo takes it back', async ({
  page,
}) => {
  const id = await openPlan(page, page.request);
  const stored = async () => {
    const file = (await (await page.request.get(`/api/jobs/${id}/export`)).json()) as JobFile;
    return JSON.stringify(file.plan.options);
  };
  const before = await stored();
  const unit = page.locator('[data-mark="unit"]').first();
  const letter = /Unit (\w+)/.exec((await unit.getAttribute('aria-label'))!)![1]!;
  const inSection = page.locator(`[data-section-unit="${letter}"]`);
  const sectionAt = await placeOf(inSection);
  const [x, y] = await placeOf(unit);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 45, y + 20, { steps: 5 });
  // In the very frame, whatever the worker and the rest of the page are at.
  const [nearX, nearY] = await placeOf(unit);
  expect(Math.abs(nearX - x - 45)).toBeLessThan(0.6);
  expect(Math.abs(nearY - y - 20)).toBeLessThan(0.6);
  // The job is told while it is still held.
  await expect.poll(async () => (await placeOf(inSection))[0] - sectionAt[0]).toBeGreaterThan(1);
  await page.mouse.move(x + 60, y + 20, { steps: 2 });
  await page.mouse.up();
  await expect.poll(async () => Math.abs((await placeOf(unit))[0] - x - 60)).toBeLessThan(0.6);
  await expect(unit).not.toHaveAttribute('style', /transform/);
  await expect.poll(stored).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(stored).toBe(before);
  // Nor does what undo says about it move the sheet.
  await expect.poll(async () => Math.abs((await placeOf(unit))[0] - x)).toBeLessThan(0.6);
  expect(Math.abs((await placeOf(inSection))[0] - sectionAt[0])).toBeLessThan(0.6);
});

test('a unit dragged by 60 px moves by 60 px, from the first of them', async ({ page }) => {
  const farm = await (await page.request.get('/api/jobs/farm/export')).json();
  const made = await page.request.post('/api/jobs/import', { data: { ...farm, name: 'Dragged by 60' } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/plan`);
  const unit = page.locator('[data-mark="unit"]').first();
  await expect(unit).toBeVisible();
  const at = () => placeOf(unit);
  const [x, y] = await at();
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 30; i++) await page.mouse.move(x + 2 * i, y + i);
  await page.mouse.up();
  // To a centimetre of the plot, in which places are kept.
  await expect.poll(async () => Math.abs((await at())[0] - x - 60)).toBeLessThan(0.6);
  expect(Math.abs((await at())[1] - y - 30)).toBeLessThan(0.6);
});
