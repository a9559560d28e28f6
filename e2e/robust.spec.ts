import { writeFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { killServer, startServer } from './server';

const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved \d/);

async function newJob(page: Page, name: string): Promise<string> {
  await page.goto('/');
  await page.getByLabel('New job').fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { name: 'For whom' })).toBeVisible();
  return page.url();
}

test('what was called saved survives a reload and a kill -9', async ({ page }) => {
  const db = '.tmp/e2e/killed.db';
  let server = await startServer(4693, db, true);
  try {
    await page.goto(server.url);
    await page.getByLabel('New job').fill('Mill');
    await page.getByRole('button', { name: 'Create' }).click();
    await page.getByLabel('Customer', { exact: true }).fill('The millers');
    await saved(page);
    const url = page.url();
    await killServer(server);
    server = await startServer(4693, db, false);
    await page.goto(url);
    await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('The millers');
  } finally {
    await killServer(server);
  }
});

test('a server that is gone: not saved is said, and the change is saved when it is back', async ({
  page,
}) => {
  await newJob(page, 'Gone');
  await page.route('**/documents/**', (route) => route.abort());
  await page.getByLabel('Customer', { exact: true }).fill('Someone');
  await expect(page.getByText('Not saved.', { exact: true })).toBeVisible();
  await page.unroute('**/documents/**');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('Someone');
});

test('two windows on one job: the stale one keeps or drops its version', async ({ page, context }) => {
  const url = await newJob(page, 'Two windows');
  const second = await context.newPage();
  await second.goto(url);
  await page.getByLabel('Customer', { exact: true }).fill('From the first');
  await saved(page);
  await second.getByLabel('Customer', { exact: true }).fill('From the second');
  await expect(second.getByText('Another window saved the brief in the meantime.')).toBeVisible();
  await second.getByRole('button', { name: 'Keep mine' }).click();
  await saved(second);
  await page.getByLabel('Address').fill('Here');
  await page.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('From the second');
  await page.reload();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('From the second');
  await expect(page.getByLabel('Address')).toHaveValue('');
});

test('bad files are refused with the path and change nothing', async ({ page }) => {
  await page.goto('/');
  const jobs = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Duplicate/ }) });
  const before = await jobs.count();
  const farm = await (await page.request.get('/api/jobs/farm/export')).text();
  const flat = JSON.parse(farm);
  flat.site.walls[3].b = flat.site.walls[3].a;
  const files: [string, string, RegExp][] = [
    ['cut.json', farm.slice(0, 20_000), /ends in the middle/],
    ['flat.json', JSON.stringify(flat), /site\.walls\[3\].*no length/],
    ['far.json', farm.replace(/"xM": 14,/, '"xM": 1e9,'), /outside the plot/],
  ];
  for (const [name, text, message] of files) {
    await page
      .getByLabel('Job file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
    await expect(page.getByRole('main').getByRole('alert')).toContainText(message);
  }
  const large = test.info().outputPath('large.json');
  writeFileSync(large, Buffer.alloc(200 * 1024 * 1024, 32));
  await page.getByLabel('Job file').setInputFiles(large);
  await expect(page.getByRole('main').getByRole('alert')).toContainText('200 MB');
  const direct = await page.request.post('/api/jobs/import', {
    headers: { 'content-type': 'application/json' },
    data: Buffer.alloc(70 * 1024 * 1024, 32),
  });
  expect(direct.status()).toBe(413);
  const foreign = await page.request.post('/api/jobs', {
    headers: { 'content-type': 'application/json', origin: 'http://elsewhere.example' },
    data: { name: 'x' },
  });
  expect(foreign.status()).toBe(400);
  await page.reload();
  expect(await jobs.count()).toBe(before);
});

test('from nothing by keyboard: a building, a wall, a door, a spot, undo and redo', async ({ page }) => {
  await newJob(page, 'By keys');
  await page.keyboard.press('Escape');
  await page.locator('body').press('2');
  await expect(page).toHaveURL(/survey$/);
  await page.keyboard.press('b');
  await page.getByRole('button', { name: 'Add building' }).press('Enter');
  await expect(page.getByRole('button', { name: 'House, Ground' })).toBeVisible();
  await page.keyboard.press('s');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-spot="1"]')).toBeVisible();
  await page.getByLabel('Name of the spot').fill('Sofa');
  const spot = page.getByRole('button', { name: 'Spot 1, Sofa' });
  await spot.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Escape');
  await page.keyboard.press('w');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Enter');
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await saved(page);
  const site = async () =>
    (await (await page.request.get(page.url().replace('/jobs/', '/api/jobs/').replace('/survey', ''))).json())
      .job.site;
  await expect.poll(async () => (await site()).walls.length).toBe(9);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await site()).walls.length).toBe(8);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(async () => (await site()).walls.length).toBe(9);
  await page.keyboard.press('d');
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await site()).openings.length).toBe(1);
  await expect(page.getByRole('region', { name: 'Selected door' })).toContainText('Door');
});

test('jobs are searched and archived', async ({ page }) => {
  await newJob(page, 'Windmill loft');
  await page.goto('/');
  await page.getByLabel('Search jobs').fill('windmill');
  await expect(page.getByRole('link', { name: 'Windmill loft', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Quillfeather Farm', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Archive Windmill loft' }).click();
  await expect(page.getByRole('link', { name: 'Windmill loft', exact: true })).toBeHidden();
  await page.getByLabel(/Show archived/).check();
  await expect(page.getByRole('button', { name: 'Restore Windmill loft' })).toBeVisible();
});

test('a run that was mistaken is struck out and no longer counts', async ({ page }) => {
  await page.goto('/jobs/farm/before');
  const row = page.locator('[data-spot="1"]');
  await row.getByRole('button').first().click();
  await expect(row).toContainText('3 runs');
  await row
    .getByRole('button', { name: /Strike out/ })
    .first()
    .click();
  await expect(row).toContainText('2 runs');
  await page.reload();
  await expect(row).toContainText('2 runs');
});
