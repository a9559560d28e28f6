import { expect, test } from '@jest/globals';
import { emptyBrief } from '../../brief/brief';
import { emptySite, type Site } from '../../site/model/schema';
import { needOf, ROOM_DEFAULT } from '../../site/model/needs';
import { plotBox } from '../../site/model/levels';
import { inside } from '../../site/model/levels';
import { innerAreaM2 } from '../../site/geometry/innerArea';
import { isOutdoors } from '../../site/geometry/openAir';
import { roomsOn } from '../../site/geometry/rooms';
import { gridOver, layersOf } from '../../radio/coverage/layers';
import { sampleBuilding, sampleRectangle, sampleRow } from '../../../testing/sampleSite';
import { planContext } from '../network/context';
import { plainFeed } from '../option/feeds';
import { emptyPlan, type Option, type Unit } from '../option/schema';
import { ShadeEngine } from './shadeEngine';
import { AreaEngine, sumOf } from './served';

const site: Site = {
  ...emptySite(),
  buildings: [sampleBuilding('House', ['g'], sampleRectangle(0, 0, 16, 6))],
  walls: sampleRow('g', 0, 16, 6, [5, 11], 'brickCavity'),
  rooms: [
    { id: 'r1', storeyId: 'g', name: 'Left', at: { xM: 2, yM: 3 }, activities: null },
    { id: 'r2', storeyId: 'g', name: 'Middle', at: { xM: 8, yM: 3 }, activities: null },
    {
      id: 'r3',
      storeyId: 'g',
      name: 'Right',
      at: { xM: 13, yM: 3 },
      activities: [{ activity: 'workFiles', count: 3 }],
    },
  ],
};
const context = planContext({
  site,
  brief: { ...emptyBrief(), line: { ...emptyBrief().line, downMbps: 500, upMbps: 100 } },
  plan: emptyPlan(),
});
const unit = (id: string, xM: number, feed: Unit['feed']): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId: 'extender-dual',
  name: id,
  place: { storeyId: 'g', xM, yM: 3, heightM: 1.2 },
  feed,
  radios: {},
});
const ALONE = { pipes: null, read: [] };
const gateway: Unit = { ...unit('a', 1, plainFeed('line', null)), kitId: 'provider-router' };
const option = (...units: Unit[]): Option => ({ id: 'o', name: 'O', units, wiredSpots: [] });

test('agrees with the share of cells of the sheet that serve, and adds up over rooms', () => {
  const o = option(gateway);
  const { areas, settled } = new AreaEngine(context).served(o, ALONE, true);
  expect(settled).toBe(true);
  // The sheet over the very same cells, counted room by room from outside.
  const box = plotBox(site, 3);
  const { grid } = new ShadeEngine(context).shade({
    option: o,
    storeyIds: ['g'],
    box,
    cellM: 1,
    activity: null,
    pipes: null,
    read: [],
    settle: true,
  });
  for (const name of ['Left', 'Middle']) {
    const room = roomsOn(site, 'g').find((r) => r.named?.name === name)!;
    let [all, lit] = [0, 0];
    grid.verdicts.forEach((v, cell) => {
      const x = grid.originXM + ((cell % grid.columns) + 0.5) * grid.cellM;
      const y = grid.originYM + (Math.floor(cell / grid.columns) + 0.5) * grid.cellM;
      if (!inside(room.outline, x, y)) return;
      all++;
      if (v === 0) lit++;
    });
    const area = areas.find((a) => a.name === name)!;
    expect(Math.abs(area.share - lit / all)).toBeLessThan(0.01);
    // What Survey shows: between the inner faces of its walls.
    expect(area.areaM2).toBeCloseTo(innerAreaM2(room, site.walls, site.customConstructions), 9);
  }
  const indoors = areas.filter((a) => a.storeyId !== null);
  // Rooms of 96 m² between the middle lines of their walls, less what the walls take.
  expect(sumOf(indoors).areaM2).toBeCloseTo(
    roomsOn(site, 'g').reduce((sum, r) => sum + innerAreaM2(r, site.walls, site.customConstructions), 0),
    6,
  );
  expect(sumOf(indoors).areaM2).toBeLessThan(96);
  expect(sumOf(indoors).servedM2).toBeCloseTo(
    indoors.reduce((sum, a) => sum + a.share * a.areaM2, 0),
    9,
  );
});

test('a room is held against its own need, which is more than the default here', () => {
  const near = { ...gateway, place: { ...gateway.place, xM: 10 } };
  const plain = planContext({
    site: { ...site, rooms: site.rooms.map((r) => ({ ...r, activities: null })) },
    brief: context.brief,
    plan: emptyPlan(),
  });
  const right = (c: typeof context) =>
    new AreaEngine(c).served(option(near), ALONE, true).areas.find((a) => a.id === 'r3')!;
  expect(needOf(site.rooms[2]!.activities!).downMbps).toBeGreaterThan(needOf(ROOM_DEFAULT).downMbps);
  expect(right(context).share).toBeLessThan(right(plain).share);
});

test('what a unit adds is what nothing else serves, and nothing is served without a unit', () => {
  const engine = new AreaEngine(context);
  const one = engine.served(option(gateway), ALONE, true);
  const two = engine.served(option(gateway, unit('b', 9, plainFeed('ethernet', 'a'))), ALONE, true);
  const total = (a: typeof one) => sumOf(a.areas).servedM2;
  const adds = (a: typeof one, id: string) => a.addsM2.find((x) => x.unitId === id)!.m2;
  expect(adds(one, 'a')).toBeCloseTo(total(one), 6);
  expect(adds(two, 'b')).toBeCloseTo(total(two) - total(one), 6);
  expect(adds(two, 'b')).toBeGreaterThan(5);
  expect(sumOf(engine.served(option(), ALONE, true).areas).servedM2).toBe(0);
});

test('counted step by step it comes to the same, and a count given up half way spoils no other', () => {
  const two = option(gateway, unit('b', 9, plainFeed('ethernet', 'a')));
  const wanted = new AreaEngine(context).served(two, ALONE, true);
  const engine = new AreaEngine(context);
  const givenUp = engine.serving(two, ALONE, true);
  givenUp.next();
  givenUp.next();
  engine.served(option(gateway), ALONE, false);
  const steps = engine.serving(two, ALONE, true);
  let count = 0;
  let step = steps.next();
  for (; !step.done; step = steps.next()) count++;
  // Both units' fields and what each adds are steps of their own.
  expect(count).toBeGreaterThanOrEqual(4);
  expect(step.value).toEqual(wanted);
});

test('a room without a roof is outdoors: none of the area indoors, and held to what the yard asks', () => {
  const terrace: Site = {
    ...site,
    rooms: site.rooms.map((r) => (r.id === 'r2' ? { ...r, conditions: ['weather' as const] } : r)),
  };
  const open = planContext({ site: terrace, brief: context.brief, plan: emptyPlan() });
  const { areas } = new AreaEngine(open).served(option(gateway), ALONE, true);
  const of = (list: typeof areas, id: string) => list.find((a) => a.id === id)!;
  const roofed = new AreaEngine(context).served(option(gateway), ALONE, true).areas;
  expect(areas.flatMap((a) => (a.isOutdoors ? [a.id] : [])).sort()).toEqual(['r2', 'yard']);
  expect(of(areas, 'r2').areaM2).toBe(of(roofed, 'r2').areaM2);
  expect(sumOf(areas.filter((a) => !a.isOutdoors)).areaM2).toBeCloseTo(
    sumOf(roofed.filter((a) => !a.isOutdoors)).areaM2 - of(roofed, 'r2').areaM2,
    6,
  );
  // Each cell lies in one layer, and those of the terrace in one that is outdoors.
  const layers = layersOf(terrace, ['g'], gridOver(plotBox(site, 3), 1), true);
  expect(layers.map((l) => [l.storeyId, l.outdoors])).toEqual([
    ['g', false],
    ['g', true],
    [null, true],
  ]);
  const [inRoom, onTerrace] = [
    { storeyId: 'g', xM: 2, yM: 3 },
    { storeyId: 'g', xM: 8, yM: 3 },
  ];
  expect([isOutdoors(terrace, inRoom), isOutdoors(terrace, onTerrace)]).toEqual([false, true]);
});
