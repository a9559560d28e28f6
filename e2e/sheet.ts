import { expect, type Page } from '@playwright/test';
import type { JobFile } from '../core/job/jobFile';
import { parseJobFile } from '../core/job/parse';

/** The survey sheet. */
export const sheet = (page: Page) => page.getByRole('group', { name: 'Survey sheet: walls and spots' });

/** Where a point of the plot lies on the screen, by the transform of the sheet's metres. */
export async function onScreen(page: Page, xM: number, yM: number): Promise<[number, number]> {
  return sheet(page).evaluate(
    (svg, [x, y]) => {
      const g = [...svg.querySelectorAll('g')].find((e) => e.getAttribute('transform')?.includes('scale('))!;
      const m = (g as SVGGElement).getScreenCTM()!;
      return [x! * m.a + m.e, y! * m.d + m.f] as [number, number];
    },
    [xM, yM],
  );
}

/** Presses a point of the plot. */
export async function pressAt(page: Page, xM: number, yM: number): Promise<void> {
  const [x, y] = await onScreen(page, xM, yM);
  await page.mouse.move(x, y, { steps: 2 });
  await page.mouse.click(x, y);
}

const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved/);

/** The job as its file, once everything is saved. */
export async function exported(page: Page): Promise<JobFile> {
  await saved(page);
  const id = /jobs\/([^/]+)\//.exec(page.url())![1]!;
  const text = await (await page.request.get(`/api/jobs/${id}/export`)).text();
  const parsed = parseJobFile(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.job;
}

/** A new job, opened in Survey. */
export async function newJob(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('textbox', { name: 'New job' }).fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { name: 'What must work where' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(sheet(page)).toBeVisible();
}

/** Adds a building by its dialog. */
export async function addBuilding(
  page: Page,
  name: string,
  size: [string, string],
  storeys: string,
): Promise<void> {
  await page.keyboard.press('b');
  const dialog = page.getByRole('dialog', { name: 'Add a building' });
  await dialog.getByLabel('Name').fill(name);
  await dialog.getByLabel('Storeys').fill(storeys);
  await dialog.getByLabel('West to east').fill(size[0]);
  await dialog.getByLabel('North to south').fill(size[1]);
  await dialog.getByRole('button', { name: 'Add building' }).click();
}

/** Ticks every step of the run sheet; where a serial is asked about it is done without or as on the label. */
export async function tickAll(page: Page): Promise<void> {
  const open = page.locator('[data-step] button[role=checkbox][aria-checked=false]');
  const bare = page.getByRole('button', { name: /^Done( without|: it is)/ });
  for (let left = await open.count(); left > 0; left = await open.count()) {
    await open.first().click();
    await expect.poll(async () => (await bare.isVisible()) || (await open.count()) < left).toBe(true);
    if (await bare.isVisible()) await bare.click();
    await expect.poll(() => open.count()).toBeLessThan(left);
  }
}
