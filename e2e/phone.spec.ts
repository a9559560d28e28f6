import { networkInterfaces } from 'node:os';
import AxeBuilder from '@axe-core/playwright';
import { expect, test, type APIRequestContext, type Browser, type Page } from './test';
import Database from 'better-sqlite3';
import { JOB_FILE_VERSION, type JobFile } from '../core/job/jobFile';
import type { EvidenceRow, Reading } from '../core/evidence/rows';
import { quillfeatherFarm } from '../demo/farm';
import { ownAddresses } from '../server/serving';
import { PASSPHRASE, killServer, startServer, type OwnServer } from './server';

const PORT = 4694;
const DB = '.tmp/phone.db';
/** An address of this machine that is not its loopback; every machine with a network has one. */
const HOUSE = ownAddresses(networkInterfaces())[0]?.address ?? '127.0.0.1';

let server: OwnServer;
test.beforeAll(async () => {
  server = await startServer(PORT, DB, true, true);
});
test.afterAll(() => killServer(server));

/** The farm as a real house: nothing read, its readings come from a meter. */
function realFarm(): JobFile {
  const farm = quillfeatherFarm();
  const { practice: _, ...site } = farm.site;
  return { ...farm, version: JOB_FILE_VERSION, name: 'Farm to walk', site, evidence: [] };
}

async function newJob(
  request: APIRequestContext,
  url = server.url,
  job: JobFile = realFarm(),
): Promise<string> {
  const made = await request.post(`${url}/api/jobs/import`, {
    headers: { 'content-type': 'application/json' },
    data: JSON.stringify(job),
  });
  expect(made.status()).toBe(200);
  return ((await made.json()) as { id: string }).id;
}

async function tokenFor(
  request: APIRequestContext,
  jobId: string,
  scope = 'walk',
  url = server.url,
): Promise<{ token: string; id: string }> {
  const made = await request.post(`${url}/api/jobs/${jobId}/phones`, {
    data: { name: 'Mia', scope, hours: 2 },
  });
  expect(made.status()).toBe(200);
  return (await made.json()) as { token: string; id: string };
}

async function rowsOf(request: APIRequestContext, jobId: string, url = server.url): Promise<EvidenceRow[]> {
  const got = await request.get(`${url}/api/jobs/${jobId}/evidence?after=0`);
  return ((await got.json()) as { rows: EvidenceRow[] }).rows;
}
const readingsOf = async (request: APIRequestContext, jobId: string, url?: string): Promise<Reading[]> =>
  (await rowsOf(request, jobId, url)).filter((r): r is Reading => r.kind === 'reading');

/** A phone in the house: a small screen, and no service worker, as on plain http. */
async function phonePage(browser: Browser, address: string): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 360, height: 740 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  await page.goto(address);
  return page;
}
const walkAt = (host: string, token: string, port = PORT) => `http://${host}:${port}/walk/#t=${token}`;
const openSpot = (page: Page, name: RegExp) =>
  page.getByRole('list', { name: 'Spots in walking order' }).getByRole('button', { name }).click();
async function typeRun(page: Page, text: string): Promise<void> {
  await page.getByLabel(/Or type a run/).fill(text);
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByLabel(/Or type a run/)).toHaveValue('');
}

test('the walk: by the code on the laptop, a run of the real meter, the network cut in mid-walk, five readings, once each', async ({
  page,
  browser,
  request,
}) => {
  test.setTimeout(300_000);
  const job = await newJob(request);
  await page.goto(`${server.url}/jobs/${job}/before`);
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
  // The laptop follows by itself.
  await page.getByRole('button', { name: 'Close' }).click();
  const [number] = /\d+/.exec(title)!;
  await expect(page.locator(`[data-spot="${number}"]`)).not.toContainText('not read');

  await phone.context().setOffline(true);
  await phone.getByRole('button', { name: /^Next/ }).click();
  for (const run of ['-71 38/9 24', '36/9 25', '37/8 26']) await typeRun(phone, run);
  await phone.getByRole('button', { name: /^Next/ }).click();
  await typeRun(phone, '-60 80/20 20');
  await phone.getByRole('button', { name: 'No connection here' }).click();
  await phone.getByLabel('Note').fill('behind the closed door');
  await phone.getByRole('button', { name: 'Keep' }).click();
  await expect(phone.getByRole('button', { name: '6 not sent' })).toBeVisible();
  // The page is loaded anew before anything gets through: what was kept is there, and said.
  await phone.route('**/walk/api/rows', (route) => route.abort());
  await phone.context().setOffline(false);
  phone.once('dialog', (dialog) => void dialog.accept());
  await phone.reload();
  await expect(phone.getByRole('button', { name: '6 not sent' })).toBeVisible();
  expect(await readingsOf(request, job)).toHaveLength(3);
  await phone.unroute('**/walk/api/rows');
  await phone.getByRole('button', { name: '6 not sent' }).click();
  await phone.getByRole('button', { name: 'Send now' }).click();
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
  await phone.getByRole('button', { name: 'Change it' }).click();
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
  expect(await readingsOf(request, job)).toHaveLength(1);
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
  await killServer(server);
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
    server = await startServer(PORT, DB, false, true);
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
  await page.goto(`${server.url}/jobs/${job}/before`);
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
  await request.post(`${server.url}/api/jobs/${job}/evidence`, { data: { against: null, rows: [accept] } });
  const { token } = await tokenFor(request, job, 'walkAndSheet');
  const phone = await phonePage(browser, walkAt(HOUSE, token));
  await phone.getByRole('button', { name: 'Run sheet' }).click();
  await phone.getByRole('checkbox').first().click();
  await expect
    .poll(async () => (await rowsOf(request, job)).filter((r) => r.kind === 'step'))
    .toHaveLength(1);
  await phone.context().setOffline(true);
  await phone.getByRole('checkbox').nth(1).click();
  await expect(phone.getByText(/send them before anything is\s+unplugged/)).toBeVisible();
});

test('the phone loads little, nothing of the sheet, and axe finds nothing serious in either theme', async ({
  browser,
  request,
}) => {
  const { token } = await tokenFor(request, await newJob(request));
  const context = await browser.newContext({
    viewport: { width: 360, height: 740 },
    serviceWorkers: 'block',
  });
  const phone = await context.newPage();
  const client = await context.newCDPSession(phone);
  await client.send('Network.enable');
  let bytes = 0;
  let done = 0;
  client.on('Network.loadingFinished', (e) => {
    bytes += e.encodedDataLength;
    done++;
  });
  const urls: string[] = [];
  phone.on('request', (r) => urls.push(new URL(r.url()).pathname));
  await phone.goto(walkAt(HOUSE, token));
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
  // What reads codes from photos comes a little later, while there is a network.
  const parts = () => urls.filter((u) => /part-/.test(u)).length;
  await expect.poll(parts).toBeGreaterThan(1);
  await expect.poll(() => done >= urls.length).toBe(true);
  expect(bytes).toBeLessThanOrEqual(150_000);
  expect(urls.filter((u) => !u.startsWith('/walk/'))).toEqual([]);
  for (const evening of [false, true]) {
    if (evening) await phone.getByRole('button', { name: 'Day or evening' }).click();
    const look = async () =>
      (await new AxeBuilder({ page: phone }).analyze()).violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`);
    expect(await look()).toEqual([]);
    await openSpot(phone, /Kitchen table/);
    expect(await look()).toEqual([]);
    const wide = await phone.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(360);
    await phone.getByRole('button', { name: /All spots/ }).click();
  }
});

test('who is refused: no passphrase, no token, another name or page, a code that ended or was withdrawn', async ({
  request,
}) => {
  const house = `http://${HOUSE}:${PORT}`;
  const job = await newJob(request);
  const other = await newJob(request);
  const { token, id } = await tokenFor(request, job);
  const bearer = { authorization: `Bearer ${token}` };
  const status = async (path: string, headers: Record<string, string> = {}, method = 'GET') =>
    (await request.fetch(`${house}${path}`, { method, headers, maxRedirects: 0 })).status();
  // Pages lead to the passphrase; data is refused, with a phone's token as well.
  expect(await status('/')).toBe(303);
  expect(await status(`/jobs/${job}/plan`)).toBe(303);
  for (const path of ['/api/jobs/x', `/api/jobs/${job}`, `/api/jobs/${other}/export`, '/api/contact']) {
    expect(await status(path)).toBe(401);
    expect(await status(path, bearer)).toBe(401);
  }
  expect(await status('/api/jobs', { 'content-type': 'application/json', ...bearer }, 'POST')).toBe(401);
  // The walk and the meter need the token.
  for (const path of ['/walk/api/job', '/meter/ping', '/meter/down', '/meter/about']) {
    expect(await status(path)).toBe(401);
    expect(await status(path, { authorization: `Bearer ${'x'.repeat(32)}` })).toBe(401);
  }
  expect(await status('/walk/api/job', bearer)).toBe(200);
  expect(await status('/meter/ping', bearer)).toBe(204);
  // Another name, another page.
  expect(await status('/walk/api/job', { ...bearer, host: 'evil.example' })).toBe(421);
  expect(await status('/walk/', { host: `evil.example:${PORT}` })).toBe(421);
  expect(await status('/walk/api/job', { ...bearer, origin: 'http://evil.example' })).toBe(403);
  expect(
    await status('/meter/up?run=abcdefgh', { ...bearer, origin: 'http://192.0.2.77:4680' }, 'POST'),
  ).toBe(403);
  // A token sees its own job and writes to its own job alone.
  const seen = await (await request.get(`${house}/walk/api/job`, { headers: bearer })).json();
  expect(seen.jobId).toBe(job);
  await request.post(`${house}/walk/api/rows`, {
    headers: bearer,
    data: {
      rows: [
        {
          phase: 'before',
          basis: seen.basis,
          row: {
            kind: 'remark',
            id: 'ev-mine-1234',
            at: '2026-06-03T10:00:00Z',
            spotId: null,
            unitId: null,
            text: 'here',
          },
        },
      ],
    },
  });
  expect((await rowsOf(request, job)).some((r) => r.id === 'ev-mine-1234')).toBe(true);
  expect((await rowsOf(request, other)).some((r) => r.id === 'ev-mine-1234')).toBe(false);
  // Bodies are bounded, and hostile ones get words.
  const huge = await request.post(`${house}/walk/api/rows`, {
    headers: bearer,
    data: { rows: ['x'.repeat(400_000)] },
  });
  expect(huge.status()).toBe(413);
  const odd = await request.post(`${house}/walk/api/rows`, { headers: bearer, data: { rows: null } });
  expect(odd.status()).toBe(400);
  // A code that has ended, and one that was withdrawn.
  const late = await tokenFor(request, job);
  const db = new Database(DB);
  db.prepare("UPDATE phone SET ends_at = '2020-01-01T00:00:00.000Z' WHERE id = ?").run(late.id);
  db.close();
  expect(await status('/walk/api/job', { authorization: `Bearer ${late.token}` })).toBe(401);
  await request.delete(`${server.url}/api/jobs/${job}/phones/${id}`);
  expect(await status('/walk/api/job', bearer)).toBe(401);
  expect(await status('/meter/ping', bearer)).toBe(401);
});

test('the whole application from the house: by the passphrase, and tries that fail are slowed', async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await page.goto(`http://${HOUSE}:${PORT}/`);
  await expect(page).toHaveURL(/\/enter$/);
  await page.getByLabel('Passphrase').fill('seven gray geese');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByRole('alert')).toContainText('That was not it');
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByRole('textbox', { name: 'New job' })).toBeVisible();
  const cookie = (await page.context().cookies())[0]!;
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
  const wrong = await (await browser.newContext()).newPage();
  await wrong.goto(`http://${HOUSE}:${PORT}/enter`);
  for (let i = 0; i < 5; i++) {
    await wrong.getByLabel('Passphrase').fill(`guess ${i}`);
    await wrong.getByRole('button', { name: 'Come in' }).click();
    await expect(wrong.getByRole('alert')).toBeVisible();
  }
  await expect(wrong.getByRole('alert')).toContainText(/Wait \d+ s/);
});

test('kill -9 in a burst of two hundred readings: what was confirmed is there, none twice, no other is claimed', async ({
  request,
}) => {
  const job = await newJob(request);
  const { token } = await tokenFor(request, job);
  const headers = { authorization: `Bearer ${token}` };
  const seen = await (await request.get(`${server.url}/walk/api/job`, { headers })).json();
  const confirmed = new Set<string>();
  const ids = Array.from({ length: 200 }, (_, i) => `rd-burst-${i}`);
  const post = async (id: string) => {
    const row = {
      kind: 'reading',
      id,
      at: '2026-06-03T10:00:00Z',
      subject: { kind: 'spot', spotId: 'spot-1' },
      target: 'house',
      device: 'phone',
      deviceName: '',
      band: 'free',
      bandSeen: null,
      connected: true,
      rssiDbm: null,
      downMbps: 40,
      upMbps: 9,
      loadedMs: 20,
      idleMs: 5,
      source: 'meter',
      replacesId: null,
      note: '',
    };
    const answer = await request
      .post(`${server.url}/walk/api/rows`, {
        headers,
        data: { rows: [{ phase: 'before', basis: seen.basis, row }] },
      })
      .catch(() => null);
    if (!answer?.ok()) return;
    const { rows } = (await answer.json()) as { rows: { id: string; ok: boolean }[] };
    for (const r of rows) if (r.ok) confirmed.add(r.id);
  };
  const burst = Promise.all(ids.map(post));
  await expect.poll(() => confirmed.size, { intervals: [1] }).toBeGreaterThan(20);
  await killServer(server);
  await burst;
  expect(confirmed.size).toBeLessThan(200);
  server = await startServer(PORT, DB, false, true);
  const stored = (await readingsOf(request, job)).map((r) => r.id);
  expect(new Set(stored).size).toBe(stored.length);
  for (const id of confirmed) expect(stored).toContain(id);
  // The rest is sent again, as a phone would: all are there, once each.
  await Promise.all(ids.map(post));
  expect((await readingsOf(request, job)).map((r) => r.id).sort()).toEqual([...ids].sort());
});
