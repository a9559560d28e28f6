import { readFileSync } from 'node:fs';
import { prepareZXingModule, writeBarcode } from 'zxing-wasm/writer';
import { writeJobFile } from '../core/job/jobFile';
import { quillfeatherFarm } from '../demo/farm';
import { stickyHouse } from '../testing/stickyHouse';
import { seriousInBoth } from './axe';
import { expect, test, type APIRequestContext } from './test';

async function taken(request: APIRequestContext, text: string): Promise<string> {
  const made = await request.post('/api/jobs/import', {
    headers: { 'content-type': 'application/json' },
    data: text,
  });
  expect(made.status()).toBe(200);
  return ((await made.json()) as { id: string }).id;
}

const WASM = readFileSync('node_modules/zxing-wasm/dist/writer/zxing_writer.wasm');
prepareZXingModule({ overrides: { wasmBinary: new Uint8Array(WASM).buffer } });

/** A picture of a label with one code on it. */
async function label(text: string, format: 'Code128' | 'QRCode'): Promise<Buffer> {
  const { image } = await writeBarcode(text, { format, scale: 4 });
  return Buffer.from(await image!.arrayBuffer());
}

test('a serial is read off a photo of its label, noted for whose it is said to be, and a key on a label is let go of', async ({
  page,
  request,
}) => {
  const id = await taken(request, writeJobFile(quillfeatherFarm()));
  await page.goto(`/jobs/${id}/fit`);
  await page.getByText(/^Serials: 0 of/).click();
  await page.getByLabel('Read them from photos of the labels').setInputFiles([
    { name: 'b.png', mimeType: 'image/png', buffer: await label('SN:22A7-4410-9F', 'Code128') },
    {
      name: 'key.png',
      mimeType: 'image/png',
      buffer: await label('WIFI:T:WPA;S:Planted 61;P:planted-key-62;;', 'QRCode'),
    },
  ]);
  const found = page.getByRole('list', { name: 'Read from the labels' });
  await expect(found.getByRole('listitem')).toHaveCount(1);
  await expect(found).toContainText('22A7-4410-9F');
  await expect(page.getByText('A code held a name and key as well')).toBeVisible();
  expect(await page.content()).not.toContain('planted-key-62');
  await found.getByLabel('Unit of 22A7-4410-9F').selectOption('b');
  await found.getByRole('button', { name: 'Note' }).click();
  await expect(found.getByRole('status')).toHaveText('noted for B');
  await expect(page.locator('[data-serial-of="B"]')).toContainText('noted: 22A7-4410-9F');
  // What is no label says so, and nothing is noted.
  await page
    .getByLabel('Read them from photos of the labels')
    .setInputFiles([{ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('no picture') }]);
  await expect(page.getByText('1 of 1 could not be read as a picture')).toBeVisible();
});

test('the old router’s sheet is written down before it goes and ticked off line by line', async ({
  page,
  request,
}) => {
  const id = await taken(request, writeJobFile(quillfeatherFarm()));
  await page.goto(`/jobs/${id}/fit`);
  const [ask, old] = ['ask', 'old'].map((key) => page.locator(`[data-step="${key}"]`));
  await ask!.getByRole('button', { name: 'Ask what hangs on the old router' }).click();
  await ask!.getByRole('button', { name: 'Line', exact: true }).click();
  await ask!.getByLabel('Line 1', { exact: true }).fill('7');
  await ask!.getByRole('button', { name: 'Line', exact: true }).click();
  await ask!.getByLabel('Line 2 is').selectOption({ label: 'Forwarded port' });
  await ask!.getByLabel('Line 2', { exact: true }).fill('8443 to the camera box');
  await old!.getByRole('button', { name: /^Test telephone, alarm/ }).click();
  await expect(old!).toContainText('Of the old router’s sheet is open: VLAN of the line: 7; Forwarded port');
  await old!.getByLabel('VLAN of the line: 7 became').selectOption('set');
  await old!.getByLabel('Forwarded port: 8443 to the camera box became').selectOption('dropped');
  await expect(old!).not.toContainText('is open');
  await expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved/);
  await page.reload();
  await old!.getByRole('button', { name: /^Test telephone, alarm/ }).click();
  await expect(old!.getByLabel('VLAN of the line: 7 became')).toHaveValue('set');
});

test('where devices stick, the power that frees them and its step; the day for two; what is in hand, the van and its spares', async ({
  page,
  request,
}) => {
  const id = await taken(request, writeJobFile({ ...stickyHouse(1, 'provider-router'), pictures: [] }));
  await page.goto(`/jobs/${id}/plan`);
  await page.getByRole('tab', { name: /^Review/ }).click();
  await expect(page.getByText(/^A device that comes from A may stay on it at/)).toBeVisible();
  await page.getByRole('button', { name: 'Set it, with its step in Fit' }).click();
  await expect(page.getByText('Nowhere: where a device may stay')).toBeVisible();
  expect(await seriousInBoth(page)).toEqual([]);

  await page.goto(`/jobs/${id}/brief`);
  await page.getByLabel('On the day').selectOption('two');
  await expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved \d/);
  await page.goto(`/jobs/${id}/fit`);
  const step = page.locator('[data-step="power"]');
  await expect(step).toContainText('Turn the power down');
  await step.getByRole('button', { name: /^Turn the power down/ }).click();
  await expect(step).toContainText(/A \(.*\), 5 GHz: \d+ dBm, \d+ dB less than its most/);
  await expect(step).toContainText('In hand: phone or laptop');
  const where = page.getByRole('region', { name: 'Where we are' });
  await expect(where).toContainText(/the whole day is .* for two, about .* for one/);
  await expect(where).toContainText('Meanwhile the second:');
  await expect(
    page.locator('[data-step]').getByText('for the second', { exact: true }).first(),
  ).toBeVisible();
  await page.getByText('The van: spares, and what each step wants').click();
  await expect(page.getByText(/^Finished today with what the plan has: \d+ %/)).toBeVisible();
  await expect(page.getByRole('table', { name: 'Spares' })).toContainText('One more: Router');
  expect(await seriousInBoth(page)).toEqual([]);

  // The phone's sheet says the same, once somebody has agreed.
  await page.getByRole('button', { name: 'Accept this option' }).click();
  await expect(page.getByRole('button', { name: 'Accept this option' })).toHaveCount(0);
  const made = await request.post(`/api/jobs/${id}/phones`, {
    data: { name: 'Mia', scope: 'walkAndSheet', hours: 1 },
  });
  const { token } = (await made.json()) as { token: string };
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/walk/#t=${token}`);
  await page.getByRole('button', { name: /^Run sheet/ }).click();
  await expect(page.getByText('Meanwhile the second:')).toBeVisible();
  await page.getByRole('button', { name: /Turn the power down/ }).click();
  await expect(page.getByRole('paragraph').filter({ hasText: 'In hand:' })).toContainText('phone or laptop');
});
