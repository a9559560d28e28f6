import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/**
 * What axe finds serious on a page, each with the rule and the first things it is found at; `colours` looks at contrast alone.
 * Only what is found is gathered: all that passes, with a path to each thing of the page, takes four times as long to tell.
 */
export async function serious(page: Page, colours = false): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    // No page of ours has a frame, so nothing has to be put together from several.
    .setLegacyMode(true)
    .options({
      resultTypes: ['violations'],
      ...(colours ? { runOnly: { type: 'rule', values: ['color-contrast'] } } : {}),
    })
    .analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(', ')}`,
    );
}

/** The same in both themes, with the page as it stands: in the evening only colours differ, so only they are looked at again. */
export async function seriousInBoth(page: Page): Promise<string[]> {
  const byDay = await serious(page);
  await page.evaluate(() => (document.documentElement.dataset.theme = 'evening'));
  const inTheEvening = await serious(page, true);
  await page.evaluate(() => delete document.documentElement.dataset.theme);
  return [...byDay, ...inTheEvening.map((found) => `evening: ${found}`)];
}
