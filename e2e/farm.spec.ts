import { expect, test, type Page } from './test';
import { coaxAttenuation } from '../core/feed/coax';
import { findRooms } from '../core/site/geometry/rooms';
import type { Site } from '../core/site/model/schema';
import { farmSite } from '../demo/farmSite';
import { Hand } from './hand';
import { exported } from './sheet';

/** Most clicks and key groups in which the whole farm has to be entered. */
const MOST = 500;

const farm: Site = farmSite();
const boundsOf = (buildingId: string) => {
  const b = farm.buildings.find((x) => x.id === buildingId)!;
  const points = b.storeys[0]!.outline;
  const [xs, ys] = [points.map((p) => p.xM), points.map((p) => p.yM)];
  return {
    b,
    x: Math.min(...xs),
    y: Math.min(...ys),
    w: Math.max(...xs) - Math.min(...xs),
    d: Math.max(...ys) - Math.min(...ys),
  };
};
const isInner = (w: Site['walls'][number]) => {
  const storey = farm.buildings.flatMap((b) => b.storeys).find((s) => s.id === w.storeyId)!;
  const [xs, ys] = [storey.outline.map((p) => p.xM), storey.outline.map((p) => p.yM)];
  const onRim = (v: number, a: number, b: number, list: number[]) => a === b && list.includes(v);
  return !onRim(w.a.xM, w.a.xM, w.b.xM, xs) && !onRim(w.a.yM, w.a.yM, w.b.yM, ys);
};
const middleOf = (o: Site['openings'][number]) => {
  const w = farm.walls.find((x) => x.id === o.wallId)!;
  const t = (o.offsetM + o.widthM / 2) / Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
  return { storeyId: w.storeyId, xM: w.a.xM + t * (w.b.xM - w.a.xM), yM: w.a.yM + t * (w.b.yM - w.a.yM) };
};
const STOREY_BUTTON: Record<string, string> = {
  'f-ground': 'Farmhouse, Ground',
  'f-upper': 'Farmhouse, First',
  'f-attic': 'Farmhouse, Second',
  's-ground': 'Pottery studio, Ground',
  'b-byre': 'Goat barn, Ground',
  'b-loft': 'Goat barn, First',
};

async function addBuilding(page: Page, hand: Hand, id: string, walls: string, roof: string): Promise<void> {
  const { b, x, y, w, d } = boundsOf(id);
  await hand.key('b');
  const dialog = page.getByRole('dialog', { name: 'Add a building' });
  await hand.fill(dialog, 'Name', b.name);
  await hand.fill(dialog, 'Storeys', String(b.storeys.length));
  await hand.fill(dialog, 'West to east', String(w));
  await hand.fill(dialog, 'North to south', String(d));
  await hand.fill(dialog, 'North-west corner, east', String(x));
  await hand.fill(dialog, 'North-west corner, south', String(y));
  await hand.fill(dialog, 'Storey height', String(b.storeys[0]!.heightM));
  await hand.choose(dialog, 'Outer walls', walls);
  await hand.choose(dialog, 'Roof', roof);
  await hand.button('Add building');
}

/** Everything of the house round that stands on one storey. */
async function drawStorey(page: Page, hand: Hand, storeyId: string): Promise<void> {
  await hand.button(STOREY_BUTTON[storeyId]!);
  const walls = farm.walls.filter((w) => w.storeyId === storeyId && isInner(w));
  const tool = page.locator('main');
  for (const construction of new Set(walls.map((w) => w.construction))) {
    await hand.key('w');
    await hand.choose(tool, 'Construction of new walls', construction);
    for (const w of walls.filter((x) => x.construction === construction)) {
      await hand.at(w.a.xM, w.a.yM);
      await hand.at(w.b.xM, w.b.yM);
      await hand.key('Escape');
    }
  }
  const openings = farm.openings.filter((o) => middleOf(o).storeyId === storeyId);
  for (const [kind, key] of [
    ['door', 'd'],
    ['window', 'i'],
    ['opening', 'g'],
  ] as const) {
    const own = openings.filter((o) => o.kind === kind);
    if (own.length === 0) continue;
    await hand.key(key);
    for (const o of own) {
      const p = middleOf(o);
      await hand.at(p.xM, p.yM);
      // Only what is not the usual is changed in its fields.
      if (o.construction === 'metalDoor')
        await hand.choose(page.getByRole('region', { name: 'Selected door' }), 'Made of', o.construction);
    }
  }
  const holes = farm.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId)!.holes;
  for (const hole of holes) {
    // Drawn on the storey below, from where the stairs go up.
    const building = farm.buildings.find((b) => b.storeys.some((s) => s.id === storeyId))!;
    const below = building.storeys[building.storeys.findIndex((s) => s.id === storeyId) - 1]!;
    await hand.button(STOREY_BUTTON[below.id]!);
    await hand.key('t');
    await hand.at(hole.outline[0]!.xM, hole.outline[0]!.yM);
    await hand.at(hole.outline[2]!.xM, hole.outline[2]!.yM);
    await hand.key('Escape');
    await hand.button(STOREY_BUTTON[storeyId]!);
  }
  await hand.key('Escape');
  const rooms = farm.rooms.filter((r) => r.storeyId === storeyId);
  const list = page.getByRole('list', { name: 'Rooms of the open storey' });
  const storey = farm.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId)!;
  const found = findRooms(
    farm.walls.filter((w) => w.storeyId === storeyId),
    rooms,
  ).filter((r) => r.named);
  expect(found.length, storey.name).toBe(rooms.length);
  for (const room of found) {
    // A room is named where its area stands; by then rooms of one size are told apart by their order.
    const row = list
      .locator(`li[data-area="${room.areaM2.toFixed(2)}"]`)
      .filter({ has: page.locator('input[value=""]') });
    hand.groups++;
    await row.first().getByRole('textbox').fill(room.named!.name);
    await page.keyboard.press('Enter');
    await expect(list.locator(`input[value="${room.named!.name}"]`)).toBeVisible();
  }
}

test('the whole farm with sockets and coax takes at most 500 clicks and key groups', async ({ page }) => {
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto('/');
  await page.getByRole('textbox', { name: 'New job' }).fill('The farm again');
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { name: 'What must work where' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByRole('group', { name: 'Survey sheet: walls and spots' })).toBeVisible();
  const hand = new Hand(page);
  await addBuilding(page, hand, 'farmhouse', 'rubbleStone', 'tileRoof');
  await addBuilding(page, hand, 'studio', 'brickCavity', 'tileRoof');
  await addBuilding(page, hand, 'barn', 'timberCladding', 'metalRoof');
  for (const id of Object.keys(STOREY_BUTTON)) await drawStorey(page, hand, id);

  // In the way.
  const tool = page.locator('main');
  await hand.button('In the way');
  for (const o of farm.obstacles) {
    await hand.button(STOREY_BUTTON[o.storeyId!]!);
    await hand.key('k');
    await hand.at(o.outline[0]!.xM, o.outline[0]!.yM);
    await hand.at(o.outline[2]!.xM, o.outline[2]!.yM);
  }
  await hand.key('h');
  await hand.at(16, 15.5);
  await hand.at(27, 15.5);
  await hand.button('Farmhouse, Ground');
  await hand.key('m');
  const oven = farm.interference[0]!.place;
  await hand.at(oven.xM, oven.yM);

  // Wiring: line, panels, sockets storey by storey, coax with its splitter and cables, the old run, the duct.
  await hand.key('o');
  await hand.at(farm.lineEntry.xM, farm.lineEntry.yM);
  await hand.key('v');
  for (const p of farm.panels) await hand.at(p.place.xM, p.place.yM);
  for (const storeyId of Object.keys(STOREY_BUTTON)) {
    const outlets = farm.outlets.filter((o) => o.place.storeyId === storeyId);
    if (outlets.length === 0) continue;
    await hand.button(STOREY_BUTTON[storeyId]!);
    await hand.key('e');
    for (const o of outlets) {
      await hand.at(o.place.xM, o.place.yM);
      if (o.strip) {
        hand.clicks++;
        await page
          .getByRole('region', { name: 'Selected socket' })
          .getByLabel(/A strip hangs on it/)
          .check();
      }
    }
    // All sockets of the storey at once, on the circuit of the panel they hang on.
    const circuit = await circuitOf(
      page,
      outlets[0]!.circuitId === 'c-studio' ? 'sub-board' : 'consumer unit',
    );
    hand.clicks++;
    await page.getByLabel(/of this storey on no circuit yet/).selectOption(circuit);
  }
  const goTo = (storeyId: string) => hand.button(STOREY_BUTTON[storeyId]!);
  const [splitter] = farm.coax.splitters;
  await goTo('f-attic');
  await hand.key('x');
  await hand.at(splitter!.place.xM, splitter!.place.yM);
  for (const o of farm.coax.outlets) {
    await goTo(o.place.storeyId!);
    await hand.key('c');
    await hand.at(o.place.xM, o.place.yM);
  }
  for (const o of farm.coax.outlets) {
    await goTo('f-attic');
    await hand.key('l');
    await hand.at(splitter!.place.xM, splitter!.place.yM);
    await goTo(o.place.storeyId!);
    await hand.at(o.place.xM, o.place.yM);
  }
  const run = farm.dataRuns[0]!;
  await goTo('f-ground');
  await hand.key('j');
  await hand.at(run.from.xM, run.from.yM);
  await hand.at(run.to.xM, run.to.yM);
  await hand.choose(page.getByRole('region', { name: 'Selected run' }), 'Negotiated on it', '100');
  await hand.key('u');
  for (const p of farm.ducts[0]!.path) await hand.at(p.xM, p.yM);
  await hand.key('Enter');

  // Spots, each in its storey.
  for (const storeyId of [...Object.keys(STOREY_BUTTON), null]) {
    const spots = farm.spots.filter((s) => s.place.storeyId === storeyId);
    if (spots.length === 0) continue;
    if (storeyId) await goTo(storeyId);
    await hand.key('s');
    for (const s of spots) await hand.at(s.place.xM, s.place.yM);
  }
  await hand.button('Neighbours');
  await hand.button('Paste a listing');
  await hand.fill(
    tool,
    'What the listing prints',
    'IN-USE  BSSID              SSID  MODE   CHAN  RATE        SIGNAL\n        02:00:00:00:00:01  One   Infra  6     130 Mbit/s  36\n        02:00:00:00:00:02  Two   Infra  11    130 Mbit/s  24\n',
  );
  await hand.button('Take in 2, instead of the list');

  await expect(page.getByRole('banner').getByRole('status')).toHaveText(/^saved/);
  const job = await exported(page);
  const { site } = job;
  console.log(
    `The farm: ${hand.clicks} clicks and ${hand.groups} key groups, ${hand.clicks + hand.groups} in all.`,
  );
  expect(hand.clicks + hand.groups).toBeLessThanOrEqual(MOST);

  expect(site.buildings.map((b) => b.storeys.length)).toEqual([3, 1, 2]);
  expect(site.openings).toHaveLength(farm.openings.length);
  expect(site.rooms.map((r) => r.name).sort()).toEqual(farm.rooms.map((r) => r.name).sort());
  expect(site.outlets).toHaveLength(farm.outlets.length);
  expect(site.outlets.filter((o) => o.circuitId === null)).toEqual([]);
  expect(site.spots.map((s) => s.place.storeyId === null).filter(Boolean)).toHaveLength(1);
  expect(site.spots).toHaveLength(14);
  // Walked the shortest way, since nobody gave another order.
  expect(site.walk).toEqual([]);
  expect(site.neighbours.map((n) => [n.channel, n.levelDbm])).toEqual([
    [6, -82],
    [11, -88],
  ]);
  expect(site.buildings.flatMap((b) => b.storeys.flatMap((s) => s.holes))).toHaveLength(3);
  expect(site.obstacles).toHaveLength(3);
  expect(site.ducts[0]!.path).toHaveLength(3);
  // Every coax outlet is joined to the others through the splitter.
  const [a, b, c] = site.coax.outlets;
  for (const [from, to] of [
    [a, b],
    [b, c],
    [a, c],
  ])
    expect(coaxAttenuation(site.coax, from!.id, to!.id).ok).toBe(true);
  // Inner walls stand where those of the farm stand, to 6 cm of the pointer's own pixels.
  for (const w of farm.walls.filter(isInner)) {
    const near = site.walls.some((x) =>
      [
        [x.a, x.b],
        [x.b, x.a],
      ].some(
        ([p, q]) =>
          Math.hypot(p!.xM - w.a.xM, p!.yM - w.a.yM) < 0.06 &&
          Math.hypot(q!.xM - w.b.xM, q!.yM - w.b.yM) < 0.06,
      ),
    );
    expect(near, w.id).toBe(true);
  }
});

async function circuitOf(page: Page, panel: string): Promise<string> {
  return (await page
    .getByRole('region', { name: 'Selected socket' })
    .getByLabel('Circuit', { exact: true })
    .locator('option', { hasText: panel })
    .first()
    .getAttribute('value'))!;
}
