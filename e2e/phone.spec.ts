import { HOUSE, openHouse, openSpot, phonePage, typeRun } from './house';
import { killServer, startServer } from './server';
import { expect, test } from './test';

const PORT = 4694;
const DB = '.tmp/phone.db';
const house = openHouse(PORT, DB);
const { newJob, readingsOf, rowsOf, tokenFor, walkAt } = house;

test('the walk: by the code on the laptop, a run of the real meter, the network cut in mid-walk, five readings, once each', async ({
  page,
  browser,
  request,
}) => {
  const job = await newJob(request);
  await page.goto(`${house.url()}/jobs/${job}/before`);
  await page.getByRole('button', { name: 'Readings by phone' }).click();
  await page.getByLabel('Whose phone').fill('Mia');
  await page.getByRole('button', { name: 'Show the code' }).click();
  await expect(page.getByRole('img', { name: 'Code for the phone' })).toBeVisible();
  const address = (await page.getByTestId('walk-address').textContent())!;
  expect(address).toContain(`http://${HOUSE}:${PORT}/walk/#t=`);

  const phone = await phonePage(browser, address);
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
  expect(phone.url()).not.toContain('t=');
  await phone.getByRole('button', { name: /^Go to/ }).click();
  const title = (await phone.getByRole('heading', { level: 1 }).textContent())!;
  await phone.getByRole('button', { name: 'Measure here: three runs' }).click();
  await expect(phone.getByText('Three runs recorded.')).toBeVisible({ timeout: 150_000 });
  await expect.poll(async () => (await readingsOf(request, job)).length).toBe(3);
  const measured = await readingsOf(request, job);
  for (const r of measured) {
    expect(r).toMatchObject({ by: 'Mia', source: 'meter', target: 'house', connected: true });
    expect(r.downMbps!).toBeGreaterThan(1);
    expect(r.upMbps!).toBeGreaterThan(1);
    expect(r.loadedMs!).toBeGreaterThan(0);
  }
  // A machine that measures itself is asked about: the runs are kept, and count once somebody says so.
  await expect(phone.getByRole('alert')).toContainText('Kept, and does not count yet');
  await page.getByRole('button', { name: 'Close' }).click();
  const [number] = /\d+/.exec(title)!;
  await expect(page.locator(`[data-spot="${number}"]`)).toContainText('3 runs asked about');
  await phone.getByRole('button', { name: 'It is right' }).click();
  // The laptop follows by itself.
  await expect(page.locator(`[data-spot="${number}"]`)).not.toContainText('not read');

  await phone.context().setOffline(true);
  await phone.getByRole('button', { name: /^Next/ }).click();
  for (const run of ['-71 38/9 24', '36/9 25', '37/8 26']) await typeRun(phone, run);
  await phone.getByRole('button', { name: /^Next/ }).click();
  await typeRun(phone, '-60 80/20 20');
  await phone.getByRole('button', { name: 'No connection here' }).click();
  await phone.getByLabel('Note').fill('behind the closed door');
  await phone.getByRole('button', { name: 'Keep' }).click();
  await expect(phone.getByRole('button', { name: /^\d+ not sent/ })).toBeVisible();
  // The page is loaded anew before anything gets through: what was kept is there, and said.
  await phone.route('**/walk/api/rows', (route) => route.abort());
  await phone.context().setOffline(false);
  phone.once('dialog', (dialog) => void dialog.accept());
  await phone.reload();
  await expect(phone.getByRole('button', { name: /^\d+ not sent/ })).toBeVisible();
  expect(await readingsOf(request, job)).toHaveLength(3);
  // Asked for by hand while nothing gets through, nothing is lost; it goes by itself once something does.
  await phone.getByRole('button', { name: /^\d+ not sent/ }).click();
  const tried = phone.waitForRequest('**/walk/api/rows');
  await phone.getByRole('button', { name: 'Send now' }).click();
  await tried;
  await expect(phone.getByRole('button', { name: /^\d+ not sent/ })).toBeVisible();
  await phone.unroute('**/walk/api/rows');
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
  const all = await readingsOf(request, job);
  expect(all).toHaveLength(8);
  expect(new Set(all.map((r) => r.id)).size).toBe(8);
  expect(all.slice(3).map((r) => [r.connected, r.downMbps])).toEqual([
    [true, 38],
    [true, 36],
    [true, 37],
    [true, 80],
    [false, null],
  ]);
  const notes = (await rowsOf(request, job)).filter((r) => r.kind === 'remark');
  expect(notes).toMatchObject([{ text: 'behind the closed door', by: 'Mia' }]);
});

test('a lost answer stores nothing twice, and a doubted run is asked about while one stands there', async ({
  browser,
  request,
}) => {
  const job = await newJob(request);
  const { token } = await tokenFor(request, job);
  const phone = await phonePage(browser, walkAt(HOUSE, token));
  await openSpot(phone, /Kitchen table/);
  await phone.getByLabel(/Or type a run/).fill('9999/9');
  await phone.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(phone.getByRole('alert')).toContainText('more than');
  await phone.getByRole('button', { name: 'Set aside this run' }).click();
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
  // The server stores it, its answer is lost on the way: the phone sends the same again.
  let lost = 0;
  await phone.route('**/walk/api/rows', async (route) => {
    await route.fetch();
    lost++;
    await route.abort();
  });
  await typeRun(phone, '40/9 30');
  await expect.poll(() => lost).toBeGreaterThan(0);
  await expect(phone.getByRole('button', { name: '1 not sent' })).toBeVisible();
  await phone.unroute('**/walk/api/rows');
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
  // Both are kept; the slip is set aside.
  expect(await readingsOf(request, job)).toHaveLength(2);
  const corrections = (await rowsOf(request, job)).filter((r) => r.kind === 'correction');
  expect(corrections.map((c) => c.reason)).toEqual([
    expect.stringContaining('asked about: Down 9999'),
    'doubted on the spot',
  ]);
});

test('the address changes in mid-job: the waiting page posts to the new one', async ({
  browser,
  request,
}) => {
  expect(HOUSE).not.toMatch(/^127\./);
  const job = await newJob(request);
  const { token } = await tokenFor(request, job);
  const phone = await phonePage(browser, walkAt(HOUSE, token));
  await openSpot(phone, /Kitchen table/);
  await house.kill();
  await typeRun(phone, '40/9 30');
  await typeRun(phone, '41/9 31');
  await expect(phone.getByRole('button', { name: '2 not sent' })).toBeVisible();
  const moved = await startServer(PORT + 1, DB, false, true);
  try {
    const fresh = await tokenFor(request, job, 'walk', moved.url);
    await phone.getByRole('button', { name: '2 not sent' }).click();
    await phone.getByLabel(/whole address/).fill(walkAt(HOUSE, fresh.token, PORT + 1));
    await phone.getByRole('button', { name: 'Use it' }).click();
    await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
    expect((await readingsOf(request, job, moved.url)).map((r) => r.downMbps)).toEqual([40, 41]);
    await expect(phone.getByRole('link', { name: 'Open the new address' })).toBeVisible();
  } finally {
    await killServer(moved);
    await house.start();
  }
});

test('on localhost it is kept whole: opened without a network, what is taken is sent later', async ({
  browser,
  request,
}) => {
  const job = await newJob(request);
  const { token } = await tokenFor(request, job);
  const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
  const phone = await context.newPage();
  await phone.goto(walkAt('localhost', token));
  await expect(phone.getByRole('list', { name: 'Spots in walking order' })).toBeVisible();
  await phone.evaluate(() => navigator.serviceWorker.ready);
  await context.setOffline(true);
  await phone.reload();
  await openSpot(phone, /Kitchen table/);
  await typeRun(phone, '44/9 30');
  await phone.reload();
  await expect(phone.getByRole('button', { name: '1 not sent' })).toBeVisible();
  await context.setOffline(false);
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
  expect(await readingsOf(request, job)).toHaveLength(1);
});

test('what waits can be saved as a file and read back on the laptop', async ({
  page,
  browser,
  request,
}, info) => {
  const job = await newJob(request);
  const { token } = await tokenFor(request, job);
  const phone = await phonePage(browser, walkAt(HOUSE, token));
  await openSpot(phone, /Kitchen table/);
  await phone.context().setOffline(true);
  await typeRun(phone, '40/9 30');
  await phone.getByRole('button', { name: '1 not sent' }).click();
  const saved = phone.waitForEvent('download');
  await phone.getByRole('button', { name: 'Save them as a file' }).click();
  const path = info.outputPath('walk.json');
  await (await saved).saveAs(path);
  await page.goto(`${house.url()}/jobs/${job}/before`);
  await page.getByRole('button', { name: 'From a file' }).click();
  await page.getByLabel('File of readings').setInputFiles(path);
  await expect(page.getByRole('status').filter({ hasText: '1 entries of the walk are in' })).toBeVisible();
  expect(await readingsOf(request, job)).toHaveLength(1);
});

test('the run sheet on the phone ticks steps, and asks to send all before anything is unplugged', async ({
  browser,
  request,
}) => {
  const job = await newJob(request);
  const accept = {
    kind: 'acceptance',
    id: 'ac-phone-1',
    at: '2026-06-03T11:00:00Z',
    by: '',
    optionId: 'opt-wire',
    optionName: 'A node upstairs',
    forecast: [],
    note: '',
  };
  await request.post(`${house.url()}/api/jobs/${job}/evidence`, { data: { against: null, rows: [accept] } });
  const { token } = await tokenFor(request, job, 'walkAndSheet');
  const phone = await phonePage(browser, walkAt(HOUSE, token));
  await phone.getByRole('button', { name: 'Run sheet' }).click();
  const tick = async (name: RegExp) => {
    await phone.getByRole('list', { name: 'Steps' }).getByRole('button', { name }).click();
    await phone.getByRole('button', { name: 'Done', exact: true }).click();
  };
  await tick(/Check the boxes/);
  await expect
    .poll(async () => (await rowsOf(request, job)).filter((r) => r.kind === 'step'))
    .toHaveLength(1);
  await phone.context().setOffline(true);
  await tick(/Ask what hangs/);
  await expect(phone.getByText(/send them before anything is\s+unplugged/)).toBeVisible();
});
