import { expect, test, type Page } from './test';
import type { JobFile } from '../core/job/jobFile';
import { findRooms } from '../core/site/geometry/rooms';
import { addBuilding, exported, newJob, onScreen, pressAt, sheet } from './sheet';
import { evidenceOf } from '../core/evidence/fold';

test.use({ actionTimeout: 20_000 });

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

/** Boxes of labels and marks on the sheet, in px: the text as drawn, a mark by its symbol. */
async function boxesOnSheet(page: Page) {
  return page.locator('main svg[aria-label^="Survey sheet"]').evaluate((svg) => {
    // Names stand in a layer of their own beside the marks.
    const labels = [...svg.parentElement!.querySelectorAll('[data-label] text')].map((t) => {
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
  expect((await exported(page)).evidence).toHaveLength(before.evidence.length);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Spot 1, Kitchen table' })).toBeVisible();
  await page.getByRole('link', { name: /Before/ }).click();
  await expect(page.getByRole('button', { name: 'Wired test' })).toBeVisible();
  const runs = evidenceOf(before.evidence).bySpot.get('spot-1')!.length;
  expect(runs).toBeGreaterThan(1);
  await page.locator('[data-spot="1"]').getByRole('button').first().click();
  await expect(page.locator('[data-spot="1"]')).toContainText(`Median of ${runs}`);
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
