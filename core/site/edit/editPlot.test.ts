import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../../demo/farm';
import { farmSite } from '../../../demo/farmSite';
import { checkSite } from '../../job/references';
import { planContext } from '../../plan/network/context';
import { predictOption } from '../../plan/predict/predict';
import { settled } from '../../job/settle';
import { planAfterMove } from '../../plan/option/moveUnits';
import { evidenceOf } from '../../evidence/fold';
import { networkHash, thawed } from '../../evidence/frozenNetwork';
import { spotIdOf } from '../../evidence/rows';
import { observationsOf } from '../../readings/observations';
import { priorBeliefs } from '../../radio/learning/beliefs';
import { addBoxBuilding } from './plot';
import { addRoomBox, moveWalls, paintWalls, setWallLength } from './walls';
import {
  addBasement,
  addHole,
  changeStorey,
  copyStoreyUp,
  deleteStoreys,
  standingOn,
  storeyAbove,
} from './storeys';
import { after, buildingsApartM, inverse, moveBuilding, throughFrame, turnAbout } from '../geometry/frames';
import { findRooms } from '../geometry/rooms';
import { emptySite, site as siteSchema, type Site } from '../model/schema';
import { copyThings, deleteThings, moveThings } from './things';

let n = 0;
const newId = (prefix: string) => `${prefix}-${++n}`;
const house = (storeys = ['Ground']) =>
  addBoxBuilding(
    emptySite(),
    {
      name: 'House',
      at: { xM: 0, yM: 0 },
      widthM: 10,
      depthM: 8,
      storeyNames: storeys,
      storeyHeightM: 2.5,
      construction: 'brickCavity',
      floor: 'timberFloor',
      roof: 'tileRoof',
    },
    newId,
  );
const areas = (site: Site, storeyId: string) =>
  findRooms(
    site.walls.filter((w) => w.storeyId === storeyId),
    [],
  )
    .map((r) => Math.round(r.areaM2 * 1000) / 1000)
    .sort((a, b) => a - b);
const sound = (site: Site) => {
  expect(siteSchema.safeParse(site).error?.issues ?? []).toEqual([]);
  const problems: string[] = [];
  checkSite(site, (path, message) => problems.push(`${path}: ${message}`));
  expect(problems).toEqual([]);
};

describe('walls', () => {
  test('rooms drawn as rectangles share the walls they lean on', () => {
    const { site, storeyId } = house();
    const one = addRoomBox(
      site,
      { storeyId, from: { xM: 0, yM: 0 }, to: { xM: 4, yM: 3 }, construction: 'plasterboard' },
      newId,
    );
    expect(one.walls).toHaveLength(6);
    const two = addRoomBox(
      one,
      { storeyId, from: { xM: 4, yM: 0 }, to: { xM: 7, yM: 3 }, construction: 'plasterboard' },
      newId,
    );
    expect(two.walls).toHaveLength(8);
    expect(areas(two, storeyId)).toEqual([9, 12, 59]);
    // The same once more adds nothing.
    expect(
      addRoomBox(
        two,
        { storeyId, from: { xM: 4, yM: 0 }, to: { xM: 7, yM: 3 }, construction: 'block' },
        newId,
      ),
    ).toBe(two);
  });
  test('moving an outer wall takes its neighbours and the outline along; rooms stay closed', () => {
    const { site, storeyId } = house();
    const split = addRoomBox(
      site,
      { storeyId, from: { xM: 0, yM: 0 }, to: { xM: 4, yM: 8 }, construction: 'plasterboard' },
      newId,
    );
    const south = split.walls.find((w) => w.a.yM === 8 && w.b.yM === 8)!;
    const moved = moveWalls(split, [{ wallId: south.id, end: 'both' }], 0, 1);
    expect(areas(moved, storeyId)).toEqual([36, 54]);
    expect(Math.max(...moved.buildings[0]!.storeys[0]!.outline.map((p) => p.yM))).toBe(9);
    sound(moved);
  });
  test('a typed length moves the end with what is joined there; doors stay within their wall', () => {
    const { site, storeyId } = house();
    const north = site.walls[0]!;
    const withDoor = {
      ...site,
      openings: [
        {
          id: 'd',
          wallId: north.id,
          kind: 'door' as const,
          construction: 'timberDoor',
          offsetM: 8.5,
          widthM: 1,
          sillM: 0,
          heightM: 2,
        },
      ],
    };
    const shorter = setWallLength(withDoor, north.id, 9);
    expect(Math.hypot(shorter.walls[0]!.b.xM - shorter.walls[0]!.a.xM, 0)).toBeCloseTo(9, 9);
    expect(shorter.openings[0]!.offsetM + shorter.openings[0]!.widthM).toBeLessThanOrEqual(9);
    expect(areas(shorter, storeyId)).toEqual([76]);
    sound(shorter);
  });
  test('paint changes the chosen walls and nothing else', () => {
    const { site } = house();
    const painted = paintWalls(site, new Set([site.walls[0]!.id]), 'rubbleStone');
    expect(painted.walls.map((w) => w.construction)).toEqual([
      'rubbleStone',
      'brickCavity',
      'brickCavity',
      'brickCavity',
    ]);
    expect(painted.walls[1]).toBe(site.walls[1]);
  });
});

describe('storeys', () => {
  test('a storey copied up brings walls and windows but no front door', () => {
    const { site, storeyId } = house();
    const inner = addRoomBox(
      site,
      { storeyId, from: { xM: 0, yM: 0 }, to: { xM: 4, yM: 3 }, construction: 'plasterboard' },
      newId,
    );
    const opening = { construction: 'timberDoor', offsetM: 1, widthM: 0.9, sillM: 0, heightM: 2 };
    const withDoors = {
      ...inner,
      openings: [
        { ...opening, id: 'front', wallId: inner.walls[0]!.id, kind: 'door' as const },
        { ...opening, id: 'pane', wallId: inner.walls[1]!.id, kind: 'window' as const },
        { ...opening, id: 'inner', wallId: inner.walls[4]!.id, kind: 'door' as const },
      ],
    };
    const up = copyStoreyUp(withDoors, storeyId, true, newId);
    expect(areas(up.site, up.storeyId)).toEqual([12, 68]);
    expect(
      up.site.openings
        .slice(3)
        .map((o) => o.kind)
        .sort(),
    ).toEqual(['door', 'window']);
    expect(storeyAbove(up.site, storeyId)).toMatchObject({
      id: up.storeyId,
      name: 'First',
      floorLevelM: 2.75,
      floor: 'timberFloor',
    });
    expect(areas(copyStoreyUp(withDoors, storeyId, false, newId).site, up.storeyId)).toEqual([]);
    sound(up.site);
    // Onto a storey that is there only what is missing is added.
    expect(copyStoreyUp(up.site, storeyId, true, newId).site.walls).toHaveLength(up.site.walls.length);
  });
  test('a new height lifts what lies above; a basement lies under all', () => {
    const { site, storeyId } = house(['Ground', 'First']);
    const higher = changeStorey(site, storeyId, { heightM: 3 });
    expect(higher.buildings[0]!.storeys[1]!.floorLevelM).toBeCloseTo(3.25, 9);
    const dug = addBasement(higher, site.buildings[0]!.id, newId);
    expect(dug.site.buildings[0]!.storeys.find((s) => s.id === dug.storeyId)!.floorLevelM).toBeCloseTo(
      -2.45,
      9,
    );
    expect(dug.site.buildings[0]!.storeys.find((s) => s.id === storeyId)!.floor).toBe('concreteSlab');
    sound(dug.site);
    const stairs = addHole(
      dug.site,
      storeyId,
      'Stairs',
      [
        { xM: 1, yM: 1 },
        { xM: 2, yM: 1 },
        { xM: 2, yM: 3 },
      ],
      newId,
    );
    expect(stairs.buildings[0]!.storeys.find((s) => s.id === storeyId)!.holes).toHaveLength(1);
  });
  test('deleting storeys keeps spots and wiring as yard', () => {
    const site = farmSite();
    const ids = new Set(['f-attic']);
    const place = site.spots.find((s) => ids.has(s.place.storeyId ?? ''))!.place;
    const units = ['a', 'a', 'b'].map((id) => ({ id, place }));
    units.push({ id: 'yard', place: { ...place, storeyId: null! } });
    expect(standingOn(site, ids, units)).toEqual({ walls: 5, spots: 1, wiring: 3, units: 2 });
    const less = deleteStoreys(site, ids);
    expect(less.spots).toHaveLength(14);
    expect(less.spots.find((s) => s.number === 4)!.place.storeyId).toBeNull();
    sound(less);
    expect(deleteStoreys(site, new Set(['s-ground'])).buildings).toHaveLength(2);
  });
});

describe('buildings on the plot', () => {
  const frame = fc.record({
    xM: fc.double({ min: -50, max: 50, noNaN: true }),
    yM: fc.double({ min: -50, max: 50, noNaN: true }),
    turnDeg: fc.integer({ min: -180, max: 180 }),
  });
  test('frames undo and follow each other', () => {
    fc.assert(
      fc.property(frame, frame, (f, g) => {
        const p = { xM: 3, yM: -7 };
        const back = throughFrame(inverse(f), throughFrame(f, p));
        expect(back.xM).toBeCloseTo(p.xM, 6);
        expect(back.yM).toBeCloseTo(p.yM, 6);
        const both = throughFrame(after(f, g), p);
        const one = throughFrame(g, throughFrame(f, p));
        expect(both.xM).toBeCloseTo(one.xM, 6);
        expect(both.yM).toBeCloseTo(one.yM, 6);
      }),
    );
    const turned = throughFrame(turnAbout({ xM: 2, yM: 2 }, 90), { xM: 3, yM: 2 });
    expect(turned.xM).toBeCloseTo(2, 9);
    expect(turned.yM).toBeCloseTo(3, 9);
  });
  test('a moved and turned building keeps its inside: rooms, spots, and what readings in it say', () => {
    const job = quillfeatherFarm();
    const by = after(turnAbout({ xM: 7, yM: 5 }, 30), { xM: -12, yM: 4, turnDeg: 0 });
    const moved = moveBuilding(job.site, 'farmhouse', by);
    sound(moved);
    const roomAreas = (s: Site) =>
      findRooms(
        s.walls.filter((w) => w.storeyId === 'f-ground'),
        s.rooms,
      )
        .map((r) => r.areaM2)
        .sort((a, b) => a - b);
    roomAreas(moved).forEach((a, i) => expect(a).toBeCloseTo(roomAreas(job.site)[i]!, 2));
    // The frozen network of the readings moves along, so levels inside the house stay what they were.
    const state = [...evidenceOf(job.evidence).states.values()][0]!;
    const { option } = thawed(moved, state);
    expect(networkHash(state.network, moved)).toBe(state.hash);
    expect(option.units[0]!.place.xM).not.toBeCloseTo(job.plan.today.units[0]!.place.xM, 1);
    const inHouse = new Set(job.site.spots.filter((s) => s.place.storeyId === 'f-ground').map((s) => s.id));
    const levels = (site: Site) => {
      const context = planContext({ ...job, site });
      const beliefs = priorBeliefs(context.scene);
      return observationsOf(context, job.evidence)
        .list.filter((o) => {
          const read = evidenceOf(job.evidence).readings.find((r) => r.id === o.id);
          return read && inHouse.has(spotIdOf(read)!);
        })
        .map((o) => o.predict(beliefs).value);
    };
    const [before, now] = [levels(job.site), levels(moved)];
    expect(before.length).toBeGreaterThan(3);
    expect(now).toHaveLength(before.length);
    before.forEach((dbm, i) => expect(now[i]!).toBeCloseTo(dbm, 1));
    const back = moveBuilding(moved, 'farmhouse', inverse(by));
    back.spots.forEach((s, i) => expect(s.place.xM).toBeCloseTo(job.site.spots[i]!.place.xM, 3));
    expect(predictOption(planContext({ ...job, site: back }), job.plan.today)).toHaveLength(14);
  });
});

test('units of a plan go with their building, and count as yard when their storey goes', () => {
  const { brief, plan, site } = quillfeatherFarm();
  const moved = moveBuilding(site, 'farmhouse', { xM: 3, yM: -2, turnDeg: 0 });
  const next = planAfterMove(plan, site, moved);
  expect(next.today.units[0]!.place.xM).toBeCloseTo(plan.today.units[0]!.place.xM + 3, 6);
  expect(next.options[1]!.units[2]!.place.yM).toBeCloseTo(plan.options[1]!.units[2]!.place.yM - 2, 6);
  const barnMoved = moveBuilding(site, 'barn', { xM: 1, yM: 0, turnDeg: 0 });
  expect(planAfterMove(plan, site, barnMoved).options[0]).toBe(plan.options[0]);
  const { plan: less } = settled({ brief, plan, site: deleteStoreys(site, new Set(['f-upper'])) });
  expect(less.options[0]!.units.map((u) => u.place.storeyId)).toEqual(['f-ground', null]);
  expect(less.today).toBe(plan.today);
});

test('buildings stand as far apart as their nearest walls', () => {
  const [house, studio, barn] = farmSite().buildings;
  expect(buildingsApartM(house!, studio!)).toBeCloseTo(9, 6);
  expect(buildingsApartM(studio!, barn!)).toBeCloseTo(12, 6);
});

describe('things chosen together', () => {
  const site = farmSite();
  const all = [
    { kind: 'spot', id: 'spot-1' },
    { kind: 'outlet', id: 'o-hall' },
    { kind: 'splitter', id: 'x-split' },
    { kind: 'obstacle', id: 'kiln' },
    { kind: 'duct', id: 'duct-studio' },
  ] as const;
  test('move together and leave the rest alone', () => {
    const moved = moveThings(site, all, 1, -0.5);
    expect(moved.spots[0]!.place).toMatchObject({ xM: 4.2, yM: 2.9 });
    expect(moved.spots[1]).toBe(site.spots[1]);
    expect(moved.walls).toBe(site.walls);
    expect(moved.coax.splitters[0]!.place.xM).toBeCloseTo(7.5, 9);
    expect(moved.ducts[0]!.path[0]).toEqual({ xM: 15, yM: 6.5 });
    sound(moved);
  });
  test('a door slides along its wall and stops at its ends', () => {
    const far = moveThings(site, [{ kind: 'opening', id: 'fg-front' }], 0, 50);
    const door = far.openings.find((o) => o.id === 'fg-front')!;
    expect(door.offsetM).toBe(0);
    sound(far);
  });
  test('deleting takes along what cannot be without it', () => {
    const less = deleteThings(site, [
      { kind: 'splitter', id: 'x-split' },
      { kind: 'panel', id: 'p-main' },
    ]);
    expect(less.coax.cables).toEqual([]);
    expect(less.circuits.map((c) => c.id)).toEqual(['c-studio']);
    expect(less.panels[0]!.fedFromId).toBeNull();
    sound(less);
  });
  test('copies are new things: walls with their doors, spots with numbers of their own', () => {
    const { site: more, copies } = copyThings(
      site,
      [
        { kind: 'wall', id: 'st-4' },
        { kind: 'spot', id: 'spot-7' },
      ],
      2,
      0,
      newId,
    );
    expect(copies).toHaveLength(2);
    expect(more.openings).toHaveLength(site.openings.length + 1);
    expect(more.spots[14]).toMatchObject({ number: 15, name: 'Kiln room', complaint: '' });
    sound(more);
  });
});
