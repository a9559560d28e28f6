import { execFileSync } from 'node:child_process';
import { expect, test, type Page } from './test';
import { killServer, startServer } from './server';
import { farmNamed, openCopy, putUnit } from './planning';
import { tickAll } from './sheet';

const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved/);

/** Moves the mouse from the middle of one element by some pixels, in small steps as a hand does. */
async function dragBy(page: Page, name: RegExp, dx: number, dy: number) {
  const box = (await page.getByRole('button', { name }).first().boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx, y + dy, { steps: 8 });
  await page.mouse.up();
}

test('the whole job, as an installer walks it', async ({ page, request }) => {
  await farmNamed(request, 'Walked farm');
  await openCopy(page, 'Walked farm');

  // Plan: the kiln room fails until a unit stands in the studio on fibre.
  await page.keyboard.press('4');
  const kiln = page.locator('[data-spot="7"]');
  await expect(kiln).toContainText(/no signal|too slow/);
  await kiln.getByRole('button').first().click();
  await putUnit(page, /Mesh node, dual band/);
  const panel = page.getByRole('region', { name: 'Unit C' });
  await panel.getByLabel('Backhaul', { exact: true }).selectOption('fibre');
  await expect(panel.getByLabel('From')).toHaveValue('a');
  await expect(kiln).toContainText('works');
  await kiln.getByRole('button').first().click();
  await expect(kiln.locator('[data-pipe]')).toContainText('fibre to C');
  await expect(kiln).toContainText('Held back by line');
  await saved(page);

  // Dragging it out into the yard changes the numbers, and undo takes the whole drag back at once.
  const number = () => kiln.getByRole('button').first().textContent();
  const there = await number();
  await dragBy(page, /^Unit C/, 150, 130);
  await expect.poll(number).not.toBe(there);
  await page.keyboard.press('Control+z');
  await expect.poll(number).toBe(there);
  await saved(page);

  // Fit: a serial, and every step ticked.
  await page.keyboard.press('5');
  const join = page.locator('[data-step^="join:unit"]');
  await join.getByRole('button', { name: /Join C/ }).click();
  await join.getByLabel(/^Serial/).fill('SN-4417');
  await join.getByRole('button', { name: 'Note serial' }).click();
  await expect(join).toContainText('noted: SN-4417');
  await expect(page.getByText('never look into an end').first()).toBeVisible();
  await tickAll(page);
  await page.getByRole('link', { name: 'Next: after readings' }).click();

  // After: the line first, then three runs at the same spot; gone only with the third.
  const line = page.getByRole('form', { name: 'Wired test at the gateway' });
  for (const [label, value] of [
    ['Down', '488'],
    ['Up', '98'],
    ['Under load', '27'],
    ['Idle', '9'],
  ] as const)
    await line.getByLabel(new RegExp(`^${label}`)).fill(value);
  await line.getByRole('button', { name: 'Record run' }).click();
  await expect(page.getByText('Comparable with before.')).toBeVisible();
  await kiln.getByRole('button').first().click();
  const form = page.getByRole('form', { name: /spot 7/ });
  for (const [down, up] of [
    ['212', '96'],
    ['230', '97'],
    ['205', '95'],
  ] as const) {
    await page.keyboard.press('r');
    await form.getByLabel(/^Down/).fill(down);
    await form.getByLabel(/^Up/).fill(up);
    await form.getByLabel(/^Under load/).fill('31');
    await form.getByLabel(/^Signal/).fill('-52');
    await expect(kiln).not.toContainText('gone ✓');
    await form.getByRole('button', { name: 'Record run' }).click();
    await expect(form.getByLabel(/^Down/)).toHaveValue('');
    await expect(form.getByLabel(/^Down/)).toBeFocused();
    await form.getByLabel(/^Down/).blur();
  }
  await expect(kiln).toContainText('gone ✓');
  await expect(page.getByRole('banner')).toContainText('1 of 5 dead spots gone');

  // Hand over, export, and the same verdict from an empty database and from the command line.
  await page.keyboard.press('7');
  await expect(page.getByRole('article')).toContainText('dead spot gone');
  await expect(page.getByRole('article')).toContainText('SN-4417');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export the job as one file' }).click();
  const file = (await (await download).path())!;
  const cli = (...args: string[]) =>
    JSON.parse(execFileSync('npx', ['tsx', 'cli/nestle.ts', ...args, '--json'], { encoding: 'utf8' }));
  const verified = cli('verify', file).spots.find((s: { number: number }) => s.number === 7);
  expect(verified).toMatchObject({
    gone: true,
    verdict: 'works',
    missing: [],
    after: { downMbps: 212, upMbps: 96, latencyMs: 31, runs: 3 },
  });
  expect(cli('predict', file).spots.find((s: { number: number }) => s.number === 7)).toMatchObject({
    verdict: 'works',
    heldBackBy: 'line',
    decidedBy: 'latency',
  });

  const other = await startServer(4692, '.tmp/e2e/empty.db', true);
  try {
    await page.goto(other.url);
    await expect(page.getByText('No job yet.')).toBeVisible();
    await page.getByLabel('Job file').setInputFiles(file);
    await expect(page.getByRole('banner')).toContainText('1 of 5 dead spots gone');
    await page.keyboard.press('6');
    await expect(page.locator('[data-spot="7"]')).toContainText('gone ✓');
  } finally {
    await killServer(other);
  }
});
