import { connect } from 'node:net';
import Database from 'better-sqlite3';
import { serious } from './axe';
import { HOUSE, openHouse, openSpot } from './house';
import { PASSPHRASE } from './server';
import { expect, test } from './test';

const PORT = 4687;
const DB = '.tmp/phoneAccess.db';
const house = openHouse(PORT, DB);
const { newJob, readingsOf, rowsOf, tokenFor, walkAt } = house;

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
  let largest = 0;
  client.on('Network.loadingFinished', (e) => {
    bytes += e.encodedDataLength;
    largest = Math.max(largest, e.encodedDataLength);
    done++;
  });
  const urls: string[] = [];
  phone.on('request', (r) => urls.push(new URL(r.url()).pathname));
  await phone.goto(walkAt(HOUSE, token));
  await expect(phone.getByRole('button', { name: 'all sent' })).toBeVisible();
  // What reads codes from photos, the largest part, comes a little later, while there is a network.
  await expect.poll(() => largest).toBeGreaterThan(40_000);
  await expect.poll(() => done >= urls.length).toBe(true);
  expect(bytes).toBeLessThanOrEqual(150_000);
  expect(urls.filter((u) => !u.startsWith('/walk/'))).toEqual([]);
  for (const evening of [false, true]) {
    if (evening) await phone.getByRole('button', { name: 'Day or evening' }).click();
    expect(await serious(phone, evening)).toEqual([]);
    await openSpot(phone, /Kitchen table/);
    expect(await serious(phone, evening)).toEqual([]);
    const wide = await phone.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(360);
    await phone.getByRole('button', { name: /All spots/ }).click();
  }
});

/** What becomes of a connection that asks for another protocol. */
const upgraded = (port: number): Promise<'closed' | 'answered'> =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () =>
      socket.write(
        `GET /_next/webpack-hmr HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n\r\n`,
      ),
    );
    socket.once('data', () => resolve('answered'));
    socket.once('close', () => resolve('closed'));
    socket.once('error', () => resolve('closed'));
  });

test('who is refused: no passphrase, no token, another name or page, a code that ended or was withdrawn', async ({
  request,
}) => {
  const base = `http://${HOUSE}:${PORT}`;
  const job = await newJob(request);
  const other = await newJob(request);
  const { token, id } = await tokenFor(request, job);
  const bearer = { authorization: `Bearer ${token}` };
  const status = async (path: string, headers: Record<string, string> = {}, method = 'GET') =>
    (await request.fetch(`${base}${path}`, { method, headers, maxRedirects: 0 })).status();
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
  const ping = await request.get(`${base}/meter/ping`, { headers: bearer });
  expect(ping.status()).toBe(204);
  // The connection waits longer than the half minute between two readings.
  expect(ping.headers()['keep-alive']).toBe('timeout=75');
  // Through a proxy on this machine everybody would come from it: the passphrase is asked for.
  const local = house.url();
  const through = await request.get(`${local}/api/contact`, {
    headers: { 'x-forwarded-for': '203.0.113.9' },
  });
  expect([through.status(), (await request.get(`${local}/api/contact`)).status()]).toEqual([401, 200]);
  // No other protocol is spoken, whoever asks.
  expect(await upgraded(PORT)).toBe('closed');
  // Another name, another page.
  expect(await status('/walk/api/job', { ...bearer, host: 'evil.example' })).toBe(421);
  expect(await status('/walk/', { host: `evil.example:${PORT}` })).toBe(421);
  expect(await status('/walk/api/job', { ...bearer, origin: 'http://evil.example' })).toBe(403);
  expect(
    await status('/meter/up?run=abcdefgh', { ...bearer, origin: 'http://192.0.2.77:4680' }, 'POST'),
  ).toBe(403);
  // A token sees its own job and writes to its own job alone.
  const seen = await (await request.get(`${base}/walk/api/job`, { headers: bearer })).json();
  expect(seen.jobId).toBe(job);
  await request.post(`${base}/walk/api/rows`, {
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
  const huge = await request.post(`${base}/walk/api/rows`, {
    headers: bearer,
    data: { rows: ['x'.repeat(400_000)] },
  });
  expect(huge.status()).toBe(413);
  const odd = await request.post(`${base}/walk/api/rows`, { headers: bearer, data: { rows: null } });
  expect(odd.status()).toBe(400);
  // A code that has ended, and one that was withdrawn.
  const late = await tokenFor(request, job);
  const db = new Database(DB);
  db.prepare("UPDATE phone SET ends_at = '2020-01-01T00:00:00.000Z' WHERE id = ?").run(late.id);
  db.close();
  expect(await status('/walk/api/job', { authorization: `Bearer ${late.token}` })).toBe(401);
  await request.delete(`${house.url()}/api/jobs/${job}/phones/${id}`);
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
  const say = async (passphrase: string) =>
    (
      await wrong.request.post(`http://${HOUSE}:${PORT}/enter`, {
        form: { passphrase },
        headers: { origin: `http://${HOUSE}:${PORT}` },
      })
    ).text();
  // A guess that was looked at makes its address wait from then on: even the right one is too soon at once after it.
  await expect.poll(() => say('guess again')).toContain('That was not it');
  expect(await say(PASSPHRASE)).toContain('was not looked at');
  // Who is in can be seen, and ended.
  await page.getByRole('link', { name: 'Who is in' }).click();
  await expect(page.getByRole('listitem')).toContainText('This browser, from');
  await page.getByRole('button', { name: 'End all of them' }).click();
  await expect(page).toHaveURL(/\/enter$/);
  await page.goto(`http://${HOUSE}:${PORT}/`);
  await expect(page).toHaveURL(/\/enter$/);
});

test('kill -9 in a burst of two hundred readings: what was confirmed is there, none twice, no other is claimed', async ({
  request,
}) => {
  const job = await newJob(request);
  const { token } = await tokenFor(request, job);
  const headers = { authorization: `Bearer ${token}` };
  const seen = await (await request.get(`${house.url()}/walk/api/job`, { headers })).json();
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
      .post(`${house.url()}/walk/api/rows`, {
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
  await house.kill();
  await burst;
  expect(confirmed.size).toBeLessThan(200);
  await house.start();
  const stored = (await readingsOf(request, job)).map((r) => r.id);
  expect(new Set(stored).size).toBe(stored.length);
  for (const id of confirmed) expect(stored).toContain(id);
  // The rest is sent again, as a phone would: all are there, once each.
  await Promise.all(ids.map(post));
  expect((await readingsOf(request, job)).map((r) => r.id).sort()).toEqual([...ids].sort());
});
