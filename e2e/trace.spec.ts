import { deflateSync } from 'node:zlib';
import { expect, test } from './test';
import { addBuilding, exported, newJob, pressAt } from './sheet';

test.use({ actionTimeout: 20_000 });

/** A PNG in grey made here: `at` gives the shade of a pixel. */
function png(width: number, height: number, at: (x: number, y: number) => number): Buffer {
  const rows = Buffer.alloc((width + 1) * height);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rows[y * (width + 1) + 1 + x] = at(x, y);
  const chunk = (type: string, data: Buffer) => {
    const out = Buffer.alloc(12 + data.length);
    out.writeUInt32BE(data.length, 0);
    out.write(type, 4, 'latin1');
    data.copy(out, 8);
    out.writeUInt32BE(crc(out.subarray(4, 8 + data.length)), 8 + data.length);
    return out;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 0, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('tEXt', Buffer.from('Comment\0taken at the secret place')),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

function crc(bytes: Buffer): number {
  let c = 0xffffffff;
  for (const b of bytes) {
    c ^= b;
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1;
  }
  return (c ^ 0xffffffff) >>> 0;
}

test('a floor plan picture comes in, is scaled by two points, and keeps no notes of the camera', async ({
  page,
}) => {
  await newJob(page, 'Traced');
  await addBuilding(page, 'House', ['12', '9'], '1');
  await page.getByRole('button', { name: 'Trace', exact: true }).click();
  // A frame 400 px wide on 600: drawn 10 m wide in truth.
  const plan = png(600, 400, (x, y) =>
    (x >= 100 && x <= 500 && (y === 100 || y === 300)) || ((x === 100 || x === 500) && y >= 100 && y <= 300)
      ? 0
      : 255,
  );
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'plan.png', mimeType: 'image/png', buffer: plan });
  await expect(page.locator('[data-underlay]')).toBeVisible();
  let job = await exported(page);
  const laid = job.site.underlays[0]!;
  expect([laid.widthPx, laid.heightPx]).toEqual([600, 400]);
  expect(Buffer.from(job.pictures[0]!.base64, 'base64').toString('latin1')).not.toContain('secret');

  const at = (x: number, y: number): [number, number] => [
    laid.xM + x * laid.mPerPx,
    laid.yM + y * laid.mPerPx,
  ];
  await page.keyboard.press('z');
  await pressAt(page, ...at(100, 100));
  await pressAt(page, ...at(500, 100));
  await page.getByRole('textbox', { name: /^Length/ }).fill('10');
  await page.keyboard.press('Enter');
  job = await exported(page);
  // The pixels pressed are whole ones of the screen: a part of a percent either way.
  expect(job.site.underlays[0]!.mPerPx * 400).toBeGreaterThan(9.9);
  expect(job.site.underlays[0]!.mPerPx * 400).toBeLessThan(10.1);

  // A corner of the picture onto the corner of the house.
  const scaled = job.site.underlays[0]!;
  await page.keyboard.press('a');
  await pressAt(page, scaled.xM + 100 * scaled.mPerPx, scaled.yM + 100 * scaled.mPerPx);
  await pressAt(page, 0.02, 0.02);
  job = await exported(page);
  const aligned = job.site.underlays[0]!;
  expect(aligned.xM + 100 * aligned.mPerPx).toBeCloseTo(0, 1);
  expect(aligned.yM + 100 * aligned.mPerPx).toBeCloseTo(0, 1);
  await page.reload();
  await page.getByRole('button', { name: 'Trace', exact: true }).click();
  await expect(page.locator('[data-underlay]')).toBeVisible();
});

/** A PDF of one page that draws something, with whatever else is asked for in it. */
function pdfOf(
  stream: string,
  { catalog = '', box = '0 0 400 300', resources = '', more = '' } = {},
): Buffer {
  return Buffer.from(`%PDF-1.4
1 0 obj<</Type/Catalog/Pages 2 0 R${catalog}>>endobj
2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj
3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[${box}]/Resources<<${resources}>>/Contents 4 0 R>>endobj
4 0 obj<</Length ${stream.length}>>stream
${stream}
endstream endobj
${more}
trailer<</Root 1 0 R>>
%%EOF`);
}

test('hostile pictures, PDFs and drawings are handled or refused with a reason; nothing is touched', async ({
  page,
}) => {
  await newJob(page, 'Hostile files');
  await addBuilding(page, 'House', ['12', '9'], '1');
  await page.getByRole('button', { name: 'Trace', exact: true }).click();
  const before = JSON.stringify((await exported(page)).site);
  const give = (label: string, name: string, mimeType: string, buffer: Buffer) =>
    page.getByLabel(label).setInputFiles({ name, mimeType, buffer });
  const panel = page.getByRole('region', { name: 'Picture to trace' });

  await give('Picture file', 'plan.png', 'image/png', Buffer.from('this is a text with the wrong name'));
  await expect(panel.getByRole('alert')).toContainText('whatever its name says');
  await give('Picture file', 'plan.pdf', 'application/pdf', Buffer.from('%PDF-1.7\n1 0 obj << broken'));
  await expect(panel.getByRole('alert')).toContainText('PDF is broken', { timeout: 25_000 });
  await give('Picture file', 'cut.png', 'image/png', png(40, 40, () => 9).subarray(0, 90));
  await expect(panel.getByRole('alert')).toContainText(/broken|cut off|no picture/);

  // A script that is never run, a page as thin as a hair, a picture of ten thousand megapixels, more strokes than anybody drew.
  const asked: string[] = [];
  page.on('dialog', (dialog) => {
    asked.push(dialog.message());
    void dialog.dismiss();
  });
  const underlays = page.locator('[data-underlay]');
  const opened = async (name: string, file: Buffer) => {
    await give('Picture file', name, 'application/pdf', file);
    await expect(underlays.or(panel.getByRole('alert'))).toBeVisible({ timeout: 60_000 });
    const isThere = await underlays.isVisible();
    if (isThere) await page.getByRole('button', { name: 'Undo' }).click();
    await expect(underlays).toHaveCount(0);
    // The page answers: nothing holds its main thread.
    expect(await page.evaluate(() => 1 + 1)).toBe(2);
    return isThere;
  };
  const script = '/OpenAction<</S/JavaScript/JS(app.alert\\(1\\);alert\\(2\\))>>';
  expect(await opened('script.pdf', pdfOf('10 10 50 50 re S', { catalog: script }))).toBe(true);
  expect(await opened('thin.pdf', pdfOf('0 0 1 1 re f', { box: '0 0 14400 0.5' }))).toBe(true);
  const bomb = '/XObject<</I 5 0 R>>';
  const picture =
    '5 0 obj<</Type/XObject/Subtype/Image/Width 100000/Height 100000/ColorSpace/DeviceGray/BitsPerComponent 8/Length 4>>stream\nabcd\nendstream endobj';
  await opened('bomb.pdf', pdfOf('q 400 0 0 300 0 0 cm /I Do Q', { resources: bomb, more: picture }));
  await opened('strokes.pdf', pdfOf('0 0 m 400 300 l S\n'.repeat(60_000)));
  expect(asked).toEqual([]);
  const tooLarge = png(2, 2, () => 0);
  tooLarge.writeUInt32BE(30_000, 16);
  tooLarge.writeUInt32BE(30_000, 20);
  await give('Picture file', 'huge.png', 'image/png', tooLarge);
  await expect(panel.getByRole('alert')).toContainText('900 megapixels');

  await give('Drawing file', 'a.dxf', 'application/dxf', Buffer.from('hello'));
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('alert')).toContainText('not a DXF drawing');
  await dialog.getByRole('button', { name: 'Close' }).click();
  const line = (i: number) =>
    `0\nLINE\n8\nWALLS\n10\n${i % 100}\n20\n${Math.floor(i / 100)}\n11\n${(i % 100) + 0.5}\n21\n${Math.floor(i / 100)}\n`;
  const many = `0\nSECTION\n2\nENTITIES\n${Array.from({ length: 50_000 }, (_, i) => line(i)).join('')}0\nENDSEC\n0\nEOF\n`;
  await give('Drawing file', 'b.dxf', 'application/dxf', Buffer.from(many));
  await expect(dialog.getByRole('status')).toContainText('These layers hold 50000 lines', {
    timeout: 25_000,
  });
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  expect(JSON.stringify((await exported(page)).site)).toBe(before);

  // Sixty megapixels are opened and kept smaller.
  await give(
    'Picture file',
    'sixty.png',
    'image/png',
    png(10_000, 6_000, (x) => (x % 1000 < 8 ? 0 : 255)),
  );
  await expect(page.locator('[data-underlay]')).toBeVisible({ timeout: 40_000 });
  const [kept] = (await exported(page)).site.underlays;
  expect([kept!.widthPx, kept!.heightPx]).toEqual([3000, 1800]);
});

test('a small drawing becomes walls; a page of a PDF lies under the storey', async ({ page }) => {
  await newJob(page, 'Drawings');
  await addBuilding(page, 'House', ['12', '9'], '1');
  await page.getByRole('button', { name: 'Trace', exact: true }).click();
  const dxf = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nWALLS\n10\n2000\n20\n1000\n11\n7000\n21\n1000\n0\nLINE\n8\nNOTES\n10\n0\n20\n0\n11\n50\n21\n900\n0\nENDSEC\n0\nEOF\n`;
  await page
    .getByLabel('Drawing file')
    .setInputFiles({ name: 'ground.dxf', mimeType: 'application/dxf', buffer: Buffer.from(dxf) });
  const dialog = page.getByRole('dialog', { name: 'Walls from ground.dxf' });
  await expect(dialog.getByRole('status')).toContainText('1 walls, 5.00 m by 0.00 m');
  await dialog.getByRole('button', { name: 'Put in as walls' }).click();
  const walls = (await exported(page)).site.walls;
  expect(walls).toHaveLength(5);
  expect(Math.abs(walls[4]!.b.xM - walls[4]!.a.xM)).toBeCloseTo(5, 6);

  const stream = '100 100 200 150 re S';
  const pdf = `%PDF-1.4
1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj
2 0 obj<</Type/Pages/Kids[3 0 R 5 0 R]/Count 2>>endobj
3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 400 300]/Contents 4 0 R>>endobj
4 0 obj<</Length ${stream.length}>>stream
${stream}
endstream endobj
5 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 300 300]/Contents 4 0 R>>endobj
trailer<</Root 1 0 R>>
%%EOF`;
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'plan.pdf', mimeType: 'application/pdf', buffer: Buffer.from(pdf) });
  await page.getByLabel('plan.pdf has 2 pages. Which one?').selectOption('1');
  await expect(page.locator('[data-underlay]')).toBeVisible();
  const [under] = (await exported(page)).site.underlays;
  expect([under!.widthPx, under!.heightPx]).toEqual([3000, 2250]);
});
