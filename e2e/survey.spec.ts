import { deflateSync } from 'node:zlib';
import { expect, test, type Page } from '@playwright/test';
import { findRooms } from '../core/site/rooms';
import type { JobFile } from '../core/file/jobFile';
import { parseJobFile } from '../core/file/parse';

test.use({ actionTimeout: 10_000 });

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

const sheet = (page: Page) => page.getByRole('group', { name: 'Survey sheet: walls and spots' });

/** Where a point of the plot lies on the screen, by the transform of the sheet's metres. */
async function onScreen(page: Page, xM: number, yM: number): Promise<[number, number]> {
  return sheet(page).evaluate(
    (svg, [x, y]) => {
      const g = [...svg.querySelectorAll('g')].find((e) => e.getAttribute('transform')?.includes('scale('))!;
      const m = (g as SVGGElement).getScreenCTM()!;
      return [x! * m.a + m.e, y! * m.d + m.f] as [number, number];
    },
    [xM, yM],
  );
}

async function pressAt(page: Page, xM: number, yM: number): Promise<void> {
  const [x, y] = await onScreen(page, xM, yM);
  await page.mouse.move(x, y, { steps: 2 });
  await page.mouse.click(x, y);
}

const saved = (page: Page) => expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved/);

async function exported(page: Page): Promise<JobFile> {
  await saved(page);
  const id = /jobs\/([^/]+)\//.exec(page.url())![1]!;
  const text = await (await page.request.get(`/api/jobs/${id}/export`)).text();
  const parsed = parseJobFile(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.job;
}

async function newJob(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('textbox', { name: 'New job' }).fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { name: 'What must work where' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(sheet(page)).toBeVisible();
}

async function addBuilding(page: Page, name: string, size: [string, string], storeys: string): Promise<void> {
  await page.keyboard.press('b');
  const dialog = page.getByRole('dialog', { name: 'Add a building' });
  await dialog.getByLabel('Name').fill(name);
  await dialog.getByLabel('Storeys').fill(storeys);
  await dialog.getByLabel('West to east').fill(size[0]);
  await dialog.getByLabel('North to south').fill(size[1]);
  await dialog.getByRole('button', { name: 'Add building' }).click();
}

const areasOf = (job: JobFile, storeyName: string): number[] => {
  const storey = job.site.buildings.flatMap((b) => b.storeys).find((s) => s.name === storeyName)!;
  return findRooms(
    job.site.walls.filter((w) => w.storeyId === storey.id),
    [],
  )
    .map((r) => r.areaM2)
    .sort((a, b) => a - b);
};

test('a two-storey house with an outbuilding from nothing, by mouse and keyboard', async ({ page }) => {
  await newJob(page, 'Drawn from nothing');
  await addBuilding(page, 'House', ['10', '8'], '1');

  // Rooms by two corners with typed sizes; lengths as people write them.
  await page.keyboard.press('r');
  await pressAt(page, 0.02, 0.03);
  await page.keyboard.type('4');
  await page.keyboard.press('Tab');
  await page.keyboard.type('3m50');
  await page.keyboard.press('Enter');
  // A wall on from its corner: east by an arrow, ended, then south to the outer wall by the pointer.
  await page.keyboard.press('w');
  await pressAt(page, 4.01, 3.49);
  await page.keyboard.type('2.45');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Escape');
  await pressAt(page, 6.44, 3.52);
  await pressAt(page, 6.5, 7.95);
  await page.keyboard.press('Escape');
  await page.keyboard.press('d');
  await pressAt(page, 2, 3.5);
  await expect(page.getByRole('region', { name: 'Selected door' })).toBeVisible();
  let job = await exported(page);
  const ground = areasOf(job, 'Ground');
  expect(ground).toEqual([
    expect.closeTo(4 * 3.5, 1),
    expect.closeTo(6.45 * 4.5, 1),
    expect.closeTo(80 - 4 * 3.5 - 6.45 * 4.5, 1),
  ]);

  // The wall is 6.45 from the west: measured, then made 2.60 long by typing.
  await page.keyboard.press('Escape');
  await pressAt(page, 5.2, 3.5);
  const wall = page.getByRole('region', { name: 'Selected wall' });
  await expect(wall.getByRole('heading')).toHaveText('Wall, 2.45 m');
  await wall.getByLabel('Length', { exact: false }).first().fill('2m60');
  await page.keyboard.press('Enter');
  await expect(wall.getByRole('heading')).toHaveText('Wall, 2.60 m');
  job = await exported(page);
  const moved = job.site.walls.find((w) => Math.abs(w.b.xM - 6.6) < 0.001 && Math.abs(w.b.yM - 3.5) < 0.001);
  expect(moved).toBeDefined();

  // Copied up with its rooms; stairs cut out of the new floor.
  await page.getByRole('button', { name: 'Copy up', exact: true }).click();
  await expect(page.getByRole('button', { name: 'House, First', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  job = await exported(page);
  expect(areasOf(job, 'First')).toEqual(areasOf(job, 'Ground'));
  await page.keyboard.press('t');
  await pressAt(page, 7, 5);
  await page.keyboard.type('1');
  await page.keyboard.press('Tab');
  await page.keyboard.type('2.4');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Cut out of the floor of First.')).toBeVisible();

  // An outbuilding 7.5 m off, turned by a quarter.
  await page.keyboard.press('Escape');
  await addBuilding(page, 'Shed', [`10' 6"`, '2.5'], '1');
  await page.getByLabel('From House').fill('7.5');
  await page.keyboard.press('Enter');
  job = await exported(page);
  const shed = job.site.buildings[1]!.storeys[0]!.outline.map((p) => p.xM);
  expect(Math.min(...shed)).toBeCloseTo(17.5, 2);
  expect(Math.max(...shed) - Math.min(...shed)).toBeCloseTo(3.2004, 3);
  await page.getByRole('button', { name: 'Turn by 90°' }).click();
  job = await exported(page);
  const turned = job.site.buildings[1]!.storeys[0]!.outline.map((p) => p.xM);
  expect(Math.max(...turned) - Math.min(...turned)).toBeCloseTo(2.5, 3);

  // Everything once back and forth.
  const before = JSON.stringify(job.site);
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+Shift+z');
  expect(JSON.stringify((await exported(page)).site)).toBe(before);
});

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

test('hostile pictures, PDFs and drawings are handled or refused with a reason; nothing is touched', async ({
  page,
}) => {
  test.setTimeout(90_000);
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

/** Boxes of labels and marks on the sheet, in px: the text as drawn, a mark by its symbol. */
async function boxesOnSheet(page: Page) {
  return page.locator('main svg[aria-label^="Survey sheet"]').evaluate((svg) => {
    const labels = [...svg.querySelectorAll('[data-label] text')].map((t) => {
      const { left, right, top, bottom } = t.getBoundingClientRect();
      // Line spacing above and below the letters is no ink.
      const spare = (bottom - top) * 0.16;
      return { what: t.textContent ?? '', left, right, top: top + spare, bottom: bottom - spare };
    });
    const marks = [...svg.querySelectorAll('[data-mark]')].map((m) => {
      const { left, right, top, bottom } = m.querySelector('circle')!.getBoundingClientRect();
      const half = m.getAttribute('data-mark') === 'thing' ? 7 : 10;
      const [x, y] = [(left + right) / 2, (top + bottom) / 2];
      return {
        what: m.getAttribute('aria-label') ?? '',
        left: x - half,
        right: x + half,
        top: y - half,
        bottom: y + half,
      };
    });
    return { labels, marks };
  });
}

test('names on the sheet lie over no other name and no mark, on any storey and round', async ({ page }) => {
  const overlap = (a: { left: number; right: number; top: number; bottom: number }, b: typeof a) =>
    a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top;
  let seen = 0;
  for (const [width, height] of [
    [1280, 800],
    [1920, 1080],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.goto('/jobs/farm/survey');
    for (const round of ['Trace', 'House', 'In the way', 'Wiring', 'Spots']) {
      await page.getByRole('button', { name: round, exact: true }).click();
      for (const storey of [
        'Farmhouse, Ground',
        'Farmhouse, Upper',
        'Farmhouse, Attic',
        'Goat barn, Hay loft',
      ]) {
        await page.getByRole('button', { name: storey, exact: true }).click();
        // Names are placed when the hand rests.
        await expect(page.locator('main svg g[data-settled]')).toHaveAttribute('data-settled', 'true');
        await expect(page.locator('[data-label]').first()).toBeAttached();
        const { labels, marks } = await boxesOnSheet(page);
        seen += labels.length;
        const bad: string[] = [];
        labels.forEach((a, i) => {
          labels.slice(i + 1).forEach((b) => overlap(a, b) && bad.push(`${a.what} over ${b.what}`));
          marks.forEach((b) => overlap(a, b) && bad.push(`${a.what} over mark ${b.what}`));
        });
        expect(bad, `${width}, ${round}, ${storey}`).toEqual([]);
      }
    }
  }
  expect(seen).toBeGreaterThan(200);
});

test('moving walls and buildings detaches no reading; deleting a spot with readings asks and can be undone', async ({
  page,
}) => {
  // A job of its own, under a name no other test looks for.
  const farm = (await (await page.request.get('/api/jobs/farm/export')).json()) as JobFile;
  const made = await page.request.post('/api/jobs/import', { data: { ...farm, name: 'Moved about' } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/jobs/${id}/survey`);
  await expect(sheet(page)).toBeVisible();
  const before = await exported(page);
  await page.getByLabel('Turned').fill('20');
  await page.getByLabel('West edge, east of origin').fill('4');
  await page.keyboard.press('Enter');
  await page.getByLabel('Height inside').first().fill('3');
  await page.keyboard.press('Enter');
  const after = await exported(page);
  expect(after.evidence).toEqual(before.evidence);
  expect(after.site.spots.map((s) => [s.id, s.place.storeyId])).toEqual(
    before.site.spots.map((s) => [s.id, s.place.storeyId]),
  );
  expect(after.plan.today.units[0]!.place.xM).not.toBeCloseTo(before.plan.today.units[0]!.place.xM, 1);
  // Units inside the house moved with it, spots in the yard did not.
  expect(after.site.spots.find((s) => s.number === 9)!.place).toEqual(
    before.site.spots.find((s) => s.number === 9)!.place,
  );

  await page.getByRole('button', { name: 'Spots', exact: true }).click();
  await page.getByRole('button', { name: 'Spot 1, Kitchen table' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Delete');
  const dialog = page.getByRole('alertdialog');
  await expect(dialog).toContainText('readings were taken here');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('button', { name: 'Spot 1, Kitchen table' })).toBeVisible();
  await page.getByRole('button', { name: 'Spot 1, Kitchen table' }).focus();
  await page.keyboard.press('Delete');
  await dialog.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('button', { name: 'Spot 1, Kitchen table' })).toHaveCount(0);
  expect((await exported(page)).evidence.readings).toHaveLength(before.evidence.readings.length);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Spot 1, Kitchen table' })).toBeVisible();
  await page.getByRole('link', { name: /Before/ }).click();
  await expect(page.getByRole('button', { name: 'Wired test' })).toBeVisible();
  await expect(page.locator('[data-spot="1"]')).toContainText('3 runs');
});

test('several things are framed, moved, painted, copied and deleted together', async ({ page }) => {
  await newJob(page, 'Together');
  await addBuilding(page, 'House', ['10', '8'], '1');
  await page.keyboard.press('r');
  await pressAt(page, 0, 0);
  await pressAt(page, 4, 3);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  const [x0, y0] = await onScreen(page, -1, -1);
  const [x1, y1] = await onScreen(page, 11, 9);
  await page.keyboard.down('Shift');
  await page.mouse.move(x0, y0);
  await page.mouse.down();
  await page.mouse.move(x1, y1, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  const many = page.getByRole('region', { name: 'Selected things' });
  await expect(many.getByRole('heading')).toHaveText('6 things chosen');
  await many.getByLabel('Construction of 6 walls').selectOption('rubbleStone');
  let job = await exported(page);
  expect(new Set(job.site.walls.map((w) => w.construction))).toEqual(new Set(['rubbleStone']));
  await page.keyboard.press('Shift+ArrowRight');
  job = await exported(page);
  expect(Math.min(...job.site.walls.flatMap((w) => [w.a.xM, w.b.xM]))).toBeCloseTo(1, 6);
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+v');
  expect((await exported(page)).site.walls).toHaveLength(12);
  await page.keyboard.press('Delete');
  expect((await exported(page)).site.walls).toHaveLength(6);
  // Stepping by key reaches every wall, in feet as well.
  await page.keyboard.press('.');
  await expect(page.getByRole('region', { name: 'Selected wall' })).toBeVisible();
});

test('a finger draws, drags and pinches', async ({ browser }) => {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  const page = await context.newPage();
  await newJob(page, 'By finger');
  await addBuilding(page, 'House', ['10', '8'], '1');
  await page.getByRole('button', { name: 'Spots', exact: true }).tap();
  await page.getByRole('button', { name: 'Spot', exact: true }).tap();
  await page.touchscreen.tap(...(await onScreen(page, 3, 3)));
  await expect(page.getByRole('button', { name: /^Spot 1,/ })).toBeVisible();
  await page.getByRole('button', { name: 'Select', exact: true }).tap();

  const client = await context.newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: [number, number][]) =>
    client.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: points.map(([x, y], id) => ({ x, y, id })),
    });
  const [x, y] = await onScreen(page, 3, 3);
  await touch('touchStart', [[x, y]]);
  for (let i = 1; i <= 6; i++) await touch('touchMove', [[x + 10 * i, y]]);
  await touch('touchEnd', []);
  const [spot] = (await exported(page)).site.spots;
  expect(spot!.place.xM).toBeGreaterThan(4);
  expect(spot!.place.yM).toBeCloseTo(3, 1);

  const scale = async () => {
    const [a, b] = [await onScreen(page, 0, 0), await onScreen(page, 1, 0)];
    return b[0] - a[0];
  };
  const before = await scale();
  const [cx, cy] = await onScreen(page, 8, 6);
  await touch('touchStart', [
    [cx - 20, cy],
    [cx + 20, cy],
  ]);
  for (let i = 1; i <= 6; i++)
    await touch('touchMove', [
      [cx - 20 - 8 * i, cy],
      [cx + 20 + 8 * i, cy],
    ]);
  await touch('touchEnd', []);
  await expect.poll(scale).toBeGreaterThan(before * 1.5);
  await context.close();
});
