import { openHouse, openSpot, phonePage } from './house';
import { expect, test } from './test';
import type { Page } from './test';

const PORT = 4689;
const house = openHouse(PORT, '.tmp/phoneProof.db');
const { newJob, readingsOf, rowsOf, tokenFor, walkAt } = house;

/** The farm with an option accepted: from then on there is a network as built. */
async function accepted(request: Parameters<typeof newJob>[0]): Promise<string> {
  const job = await newJob(request);
  const row = {
    kind: 'acceptance',
    id: 'ac-proof-01',
    at: '2026-06-03T09:00:00Z',
    by: '',
    optionId: 'opt-air',
    optionName: 'And one in the parlour',
    forecast: [],
    note: '',
  };
  const put = await request.post(`${house.url()}/api/jobs/${job}/evidence`, {
    data: { against: null, rows: [row] },
  });
  expect(put.status()).toBe(200);
  return job;
}

async function ready(phone: Page, spot: RegExp): Promise<void> {
  await phone.getByRole('button', { name: 'After', exact: true }).click();
  await openSpot(phone, spot);
  await phone.getByRole('button', { name: 'Several phones at once' }).click();
  await phone.getByRole('button', { name: /^Ready at/ }).click();
}

test('the busy hour by two phones, a walk from unit to unit with the real meter, and signing on the phone', async ({
  page,
  browser,
  request,
}) => {
  const job = await accepted(request);
  const phones: Page[] = [];
  for (let n = 0; n < 2; n++) {
    const { token } = await tokenFor(request, job, 'walkAndSheet');
    phones.push(await phonePage(browser, walkAt('127.0.0.1', token)));
  }
  const [one, two] = phones as [Page, Page];

  // One that is ready waits for the other; both run for the same time.
  await ready(one, /^1\b/);
  await expect(one.getByText('1 of 2 ready')).toBeVisible();
  await ready(two, /^2\b/);
  for (const phone of phones) await expect(phone.getByText(/^Kept: /)).toBeVisible({ timeout: 60_000 });
  await expect.poll(async () => (await readingsOf(request, job)).length).toBe(2);
  for (const r of await readingsOf(request, job)) {
    expect(r).toMatchObject({ subject: { kind: 'together', phones: 2 }, source: 'meter', connected: true });
    expect(Math.min(r.downMbps!, r.upMbps!, r.loadedMs!)).toBeGreaterThan(0);
  }
  // This machine has measured to itself: it counts once somebody says so.
  await page.goto(`${house.url()}/jobs/${job}/after`);
  const panel = page.getByRole('region', { name: 'Several phones at once' });
  await expect(panel).toContainText('Not run yet');
  for (const phone of phones) await phone.getByRole('button', { name: 'It is right' }).click();
  await expect(panel).toContainText('2 at once:');
  await expect(panel.getByText(/Mb\/s/)).toHaveCount(2);

  // A walk: small requests all the way, a spot passed, its level typed at the end.
  await one.getByRole('button', { name: /^‹/ }).click();
  await one.getByRole('button', { name: '‹ All spots' }).click();
  await one.getByRole('button', { name: 'Walk from unit to unit' }).click();
  await one.getByRole('button', { name: 'Start beside A' }).click();
  await expect(one.getByText(/[1-9]\d requests/)).toBeVisible();
  // Nothing is lost by looking at another screen meanwhile.
  await one.getByRole('button', { name: '‹ All spots' }).click();
  await one.getByRole('button', { name: 'Walk from unit to unit' }).click();
  await one.locator('.sketch .spot').first().click();
  await expect(one.getByText(/^Passed: /)).toBeVisible();
  await one.getByRole('button', { name: /^I am beside/ }).click();
  await one.getByLabel(/Level beside/).fill('a lot');
  await one.getByRole('button', { name: 'Keep it without a test' }).click();
  await expect(one.getByText('No level found')).toBeVisible();
  await one.getByLabel(/Level beside/).fill('-41');
  await one.getByRole('button', { name: 'Keep it without a test' }).click();
  await expect(one.getByText('The walk is kept.')).toBeVisible();
  await one.getByRole('button', { name: 'It is right' }).click();
  const walks = page.getByRole('region', { name: 'From unit to unit' });
  await expect(walks).toContainText('(−41 dBm beside');
  await walks.getByRole('button', { name: /^Show the way/ }).click();
  await expect(page.locator('[data-walk]').first()).toBeAttached();
  const walked = (await readingsOf(request, job)).find((r) => r.walk)!;
  expect(walked.walk!.marks).toHaveLength(3);
  expect(walked.walk!.trips.length).toBeGreaterThan(9);

  // Signed on the phone, once.
  await one.getByRole('button', { name: '‹ All spots' }).click();
  await one.getByRole('button', { name: 'Sign for what was done' }).click();
  await one.getByRole('button', { name: 'Sign for what stands above' }).click();
  await expect(one.getByText('Type the name of who signs.')).toBeVisible();
  await one.getByLabel('Name of who signs').fill('A. Farmer');
  await one.getByLabel('Name of who signs').press('Enter');
  await one.getByLabel('Name of who signs').press('Enter');
  await expect
    .poll(async () => (await rowsOf(request, job)).filter((r) => r.kind === 'signOff').length)
    .toBe(1);
  await page.goto(`${house.url()}/jobs/${job}/handover`);
  await expect(page.getByText(/Signed by A. Farmer/).first()).toBeVisible();
});

test('a guest network is shown to be apart: reached from the house, not from there, the internet is', async ({
  page,
  browser,
  request,
}) => {
  const job = await accepted(request);
  await page.goto(`${house.url()}/jobs/${job}/brief`);
  await page.getByLabel('a guest network').check();
  await expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved/);
  const { token } = await tokenFor(request, job, 'walkAndSheet');
  const phone = await phonePage(browser, walkAt('127.0.0.1', token));
  await phone.getByRole('button', { name: 'Run sheet' }).click();
  await phone.getByRole('button', { name: /A guest network, apart from the house/ }).click();
  const show = phone.getByRole('region', { name: 'Show that it is apart' });
  // On a network from which nothing is reached the test does not even begin.
  await phone.context().setOffline(true);
  await show.getByRole('button', { name: 'Begin' }).click();
  await expect(show).toContainText('The laptop does not answer here');
  await phone.context().setOffline(false);
  await show.getByRole('button', { name: 'Begin' }).click();
  await expect(show).toContainText('mobile data off');
  await phone.context().setOffline(true);
  await show.getByRole('button', { name: 'I am on the new network' }).click();
  await expect(show).toContainText('The laptop is not reached from there.');
  await show.getByRole('button', { name: 'A page opens' }).click();
  await phone.context().setOffline(false);
  await show.getByRole('button', { name: 'I am back' }).click();
  await expect(show).toContainText('Kept: shown to be apart.');
  await expect
    .poll(async () => (await rowsOf(request, job)).filter((r) => r.kind === 'isolation'))
    .toMatchObject([{ network: 'guest', mainBefore: true, mainAfter: true, houseFromApart: false }]);
  await page.goto(`${house.url()}/jobs/${job}/handover`);
  await expect(page.getByRole('article')).toContainText('The guest network is apart from the house');
});

test('a photo at a step: taken without a network, kept on the phone, then on the laptop without what a camera notes', async ({
  page,
  browser,
  request,
}) => {
  const job = await accepted(request);
  const { token } = await tokenFor(request, job, 'walkAndSheet');
  const phone = await phonePage(browser, walkAt('127.0.0.1', token));
  await phone.getByRole('button', { name: 'Run sheet' }).click();
  await phone
    .getByRole('button', { name: /Check the boxes|boxes/i })
    .first()
    .click();
  const noted = await drawn(phone, 3000, 2000);
  await phone.context().setOffline(true);
  await phone
    .getByLabel('Take a photo')
    .setInputFiles({ name: 'box.png', mimeType: 'image/png', buffer: noted });
  await expect(phone.getByText('1 on this phone, not sent yet.')).toBeVisible();
  await phone
    .getByLabel('Take a photo')
    .setInputFiles({ name: 'x.txt', mimeType: 'text/plain', buffer: Buffer.from('no') });
  await expect(phone.getByText('That is no picture this phone can read.')).toBeVisible();
  await phone.context().setOffline(false);
  await expect(phone.getByText('not sent yet')).toHaveCount(0);
  const photos = async () =>
    (await rowsOf(request, job)).flatMap((r) => (r.kind === 'step' && r.act === 'photo' ? [r.text] : []));
  await expect.poll(async () => (await photos()).length).toBe(1);
  const [pictureId] = await photos();
  const got = await request.get(`${house.url()}/api/jobs/${job}/pictures/${pictureId}`);
  expect(got.headers()['content-type']).toBe('image/jpeg');
  await page.goto(`${house.url()}/jobs/${job}/fit`);
  await page.getByRole('button', { name: /boxes/i }).first().click();
  await expect(page.getByRole('list', { name: 'Photos' }).getByRole('link')).toHaveCount(1);
  // It goes out with the job and comes back.
  const file = (await (await request.get(`${house.url()}/api/jobs/${job}/export`)).json()) as {
    pictures: { id: string }[];
  };
  expect(file.pictures.map((p) => p.id)).toEqual([pictureId]);
});

/** A picture made in the page, as large as a camera's. */
async function drawn(page: Page, width: number, height: number): Promise<Buffer> {
  const base64 = await page.evaluate(
    ([w, h]) => {
      const canvas = document.createElement('canvas');
      canvas.width = w!;
      canvas.height = h!;
      const pen = canvas.getContext('2d')!;
      pen.fillStyle = '#888';
      pen.fillRect(0, 0, w!, h! / 2);
      return canvas.toDataURL('image/png').split(',')[1]!;
    },
    [width, height],
  );
  return Buffer.from(base64, 'base64');
}
