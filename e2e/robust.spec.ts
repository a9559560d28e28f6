import { writeFileSync } from 'node:fs';
import { expect, test, type Page } from './test';
import { killServer, startServer } from './server';
import { addBuilding, sheet } from './sheet';

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
  await page.route('**/documents', (route) => route.abort());
  await page.getByLabel('Customer', { exact: true }).fill('Someone');
  await expect(page.getByText('Not saved.', { exact: true })).toBeVisible();
  await page.unroute('**/documents');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('Someone');
});

test('two windows on one job: one follows the other at once, and what both changed is merged', async ({
  page,
  context,
}) => {
  const url = await newJob(page, 'Two windows');
  const second = await context.newPage();
  await second.goto(url);
  await page.getByLabel('Customer', { exact: true }).fill('From the first');
  await expect(second.getByLabel('Customer', { exact: true })).toHaveValue('From the first');
  await second.getByLabel('Address').fill('From the second');
  await expect(page.getByLabel('Address')).toHaveValue('From the second');
  await saved(page);
  await saved(second);
  // Undo takes back what this window did, and nothing of the other.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('');
  await expect(page.getByLabel('Address')).toHaveValue('From the second');
  await expect(second.getByLabel('Customer', { exact: true })).toHaveValue('');
});

/** A window that hears nothing of others, as on a bad connection. */
async function deafWindow(page: Page, url: string): Promise<Page> {
  const second = await page.context().newPage();
  // Without a worker that windows share, which no test can cut off for one of them alone.
  await second.addInitScript(() => Reflect.deleteProperty(window, 'SharedWorker'));
  await second.route('**/api/changes*', (route) => route.abort());
  await second.goto(url);
  return second;
}

test('two windows that changed the same thing are asked, and all else is merged', async ({ page }) => {
  const url = await newJob(page, 'The same thing');
  const second = await deafWindow(page, url);
  await page.getByLabel('Customer', { exact: true }).fill('From the first');
  await page.getByLabel('Address').fill('Here');
  await saved(page);
  await second.getByLabel('Customer', { exact: true }).fill('From the second');
  await expect(second.getByText('Somebody else changed the same thing in the brief:')).toBeVisible();
  // A conflict in one document holds up no other.
  await second.getByRole('link', { name: /Survey/ }).click();
  await expect(sheet(second)).toBeVisible();
  await addBuilding(second, 'House', ['8', '6'], '1');
  await expect
    .poll(
      async () =>
        (await (await page.request.get(url.replace('/jobs/', '/api/jobs/').replace('/brief', ''))).json()).job
          .site.buildings.length,
    )
    .toBe(1);
  await second.getByRole('button', { name: 'Take theirs' }).click();
  await second.getByRole('link', { name: /Brief/ }).click();
  await expect(second.getByLabel('Customer', { exact: true })).toHaveValue('From the first');
  await expect(second.getByLabel('Address')).toHaveValue('Here');
  await saved(second);
});

test('a second press of Create makes no second job, and a lost answer is recognised as stored', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('New job').fill('Pressed twice');
  await page.getByRole('button', { name: 'Create' }).dblclick();
  await expect(page.getByRole('heading', { name: 'For whom' })).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Pressed twice', exact: true })).toHaveCount(1);
  await page.goto('/jobs/larkspur/before');
  const row = page.locator('[data-spot="2"]');
  await row.getByRole('button').first().click();
  const form = page.getByRole('form', { name: /Reading at spot 2/ });
  await form.getByLabel(/Down/).fill('31');
  await form.getByLabel(/Up/).fill('8');
  // The server stores it, and the answer is lost on the way.
  await page.route('**/evidence', async (route) => {
    await route.fetch();
    await route.abort();
  });
  await form.getByRole('button', { name: 'Record run' }).click();
  await expect(form.getByRole('status')).toContainText('does not answer');
  await page.unroute('**/evidence');
  await form.getByRole('button', { name: 'Record run' }).click();
  await expect(form.getByRole('status')).toContainText('Run recorded');
  await expect(row.getByRole('list', { name: 'Runs' }).getByRole('listitem')).toHaveCount(1);
  await expect(row).toContainText('1 run');
  // Like anything else it can be taken back: it is set aside.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row.getByRole('button', { name: /Let count again/ })).toBeVisible();
});

test('undo leads to the stop it belongs to before it takes anything back', async ({ page }) => {
  await newJob(page, 'Undo elsewhere');
  await page.getByLabel('Customer', { exact: true }).fill('Somebody');
  await page.getByRole('link', { name: /Before/ }).click();
  await expect(page).toHaveURL(/before$/);
  await page.locator('body').press('Control+z');
  await expect(page).toHaveURL(/brief$/);
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('Somebody');
  await expect(page.getByRole('banner')).toContainText('Press once more to take it back');
  await page.locator('body').press('Control+z');
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('');
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
    data: Buffer.alloc(100 * 1024 * 1024, 32),
  });
  expect(direct.status()).toBe(413);
  const foreign = await page.request.post('/api/jobs', {
    headers: { 'content-type': 'application/json', origin: 'http://elsewhere.example' },
    data: { name: 'x' },
  });
  expect(foreign.status()).toBe(403);
  const renamed = await page.request.get('/api/jobs/farm', { headers: { host: 'evil.example' } });
  expect(renamed.status()).toBe(421);
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

test('a run that was mistaken is set aside and no longer counts; a run, and setting one aside, can be taken back', async ({
  page,
}) => {
  await page.goto('/jobs/farm/before');
  const row = page.locator('[data-spot="1"]');
  await row.getByRole('button').first().click();
  await expect(row).toContainText('Median of 3');
  await row
    .getByRole('button', { name: /Set aside/ })
    .first()
    .click();
  await expect(row).toContainText('2 runs');
  await page.locator('body').press('Control+z');
  await expect(row).toContainText('Median of 3');
  await page.locator('body').press('Control+Shift+z');
  await expect(row).toContainText('2 runs');
  // The hand is still in the emptied form when it is seen that the run was wrong.
  const form = page.getByRole('form', { name: /^Reading at spot 1/ });
  await form.getByLabel(/^Down/).fill('-60 48/47 34');
  await form.getByLabel(/^Down/).press('Enter');
  await expect(row).toContainText('Median of 3');
  await expect(form.getByLabel(/^Down/)).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(row).toContainText('2 runs');
  // What stands in a field is the field's to take back.
  await form.getByLabel(/^Down/).fill('17');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('banner')).toContainText('Taken back: a reading');
  await expect(row).toContainText('2 runs');
  await page.reload();
  await expect(row).toContainText('2 runs');
});

test('eight windows of one browser: each opens, hears of the others, and one stream serves them all', async ({
  page,
}) => {
  const url = await newJob(page, 'Many windows');
  const windows: Page[] = [page];
  for (let i = 0; i < 7; i++) {
    const one = await page.context().newPage();
    await one.goto(url);
    await expect(one.getByLabel('Customer', { exact: true })).toBeVisible();
    windows.push(one);
  }
  await page.getByLabel('Customer', { exact: true }).fill('Heard everywhere');
  for (const one of windows)
    await expect(one.getByLabel('Customer', { exact: true })).toHaveValue('Heard everywhere');
  await windows[7]!.getByLabel('Address').fill('From the eighth');
  await expect(page.getByLabel('Address')).toHaveValue('From the eighth');
});
