import { expect, type Page } from './test';

/** Opens a spot in the ledger; gives its row. */
export async function openSpot(page: Page, number: number) {
  const row = page.locator(`[data-spot="${number}"]`);
  const button = row.getByRole('button').first();
  if ((await button.getAttribute('aria-expanded')) !== 'true') await button.click();
  return row;
}

/** A run as it is typed. */
export interface Run {
  down: string;
  up: string;
  loaded: string;
  level: string;
}

/** Types runs at a spot; null is one that did not connect. */
export async function record(page: Page, number: number, runs: readonly (Run | null)[]): Promise<void> {
  const row = await openSpot(page, number);
  const form = row.getByRole('form');
  for (const run of runs) {
    if (!run) {
      await form.getByRole('button', { name: 'No connection' }).click();
      await expect(form.getByRole('status')).toHaveText('Recorded: no connection.');
      continue;
    }
    await form.getByLabel(/^Down/).fill(run.down);
    await form.getByLabel(/^Up/).fill(run.up);
    await form.getByLabel(/^Under load/).fill(run.loaded);
    await form.getByLabel(/^Signal/).fill(run.level);
    // By Enter, as it is typed: a button may move under a mouse while the verdict above it is worked out.
    await form.getByLabel(/^Signal/).press('Enter');
    await expect(form.getByLabel(/^Down/)).toHaveValue('');
    await expect(form.getByLabel(/^Down/)).toBeFocused();
  }
  await form.getByLabel(/^Down/).blur();
}

/** Types the test of the line by cable. */
export async function recordLine(page: Page, { down, up }: { down: string; up: string }): Promise<void> {
  const line = page.getByRole('form', { name: 'Wired test at the gateway' });
  for (const [label, value] of [
    ['Down', down],
    ['Up', up],
    ['Under load', '24'],
    ['Idle', '9'],
  ] as const)
    await line.getByLabel(new RegExp(`^${label}`)).fill(value);
  await line.getByRole('button', { name: 'Record run' }).click();
  await expect(page.getByRole('region', { name: 'Line by cable' })).toContainText(
    `${down.replace(',', '.')} ↓`,
  );
}
