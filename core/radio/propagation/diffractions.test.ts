import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { emptySite, type Site } from '../../site/model/schema';
import { MOST_EDGES, arrivalsOf, strongestFirst, turnCosine } from './arrivals';
import { SCATTER_DB, V_PER_TURN, edgeDb, edgeTable, knifeEdgeDb, roomScatterDb, turnV } from './edgeLoss';
import { MOST_REFLECTIVITY, reflectivityOf } from '../materials/constructionLoss';
import { indirectLimitDb, onStraightWay, strongestDiffractions, togetherDb } from './diffractions';
import { factsOf, pathWords, radioPath } from './path';
import { NOTHING_HEARD_DB } from './pathLoss';
import { passesThrough, portalsOf, sideOf } from './portals';
import { buildScene, type Scene } from '../geometry/scene';

const scene = buildScene(farmSite());
const place = fc.record({
  x: fc.double({ min: -3, max: 40, noNaN: true }),
  y: fc.double({ min: -3, max: 28, noNaN: true }),
  z: fc.double({ min: 0.3, max: 7, noNaN: true }),
});
/** Brick houses of three storeys in a row, with nothing in them. */
function rowOfHouses(count: number): Site {
  const corners = (x: number) => [
    { xM: x, yM: 0 },
    { xM: x + 8, yM: 0 },
    { xM: x + 8, yM: 6 },
    { xM: x, yM: 6 },
  ];
  const houses = Array.from({ length: count }, (_, i) => ({
    id: `h${i}`,
    name: `House ${i}`,
    roof: null,
    storeys: [0, 1, 2].map((s) => ({
      id: `h${i}s${s}`,
      name: `Storey ${s}`,
      floorLevelM: 2.7 * s,
      heightM: 2.5,
      outline: corners(11 * i),
      floor: null,
      holes: [],
    })),
  }));
  return {
    ...emptySite(),
    buildings: houses,
    walls: houses.flatMap((h) =>
      h.storeys[0]!.outline.map((a, k, all) => ({
        id: `${h.id}w${k}`,
        storeyId: h.storeys[0]!.id,
        a,
        b: all[(k + 1) % 4]!,
        construction: 'brickCavity',
        heightM: null,
      })),
    ),
  };
}
const lossOf = (s: Scene, u: { x: number; y: number; z: number }, p: typeof u) =>
  radioPath(s, u, p, '5').lossDb;

describe('an edge', () => {
  const table = edgeTable(SCATTER_DB);
  test.each([
    [0, 6.03],
    [1, 13.93],
    [2.4, 20.5],
    [5, 26.8],
  ])('with ν = %d is a knife edge of ITU-R P.526: %d dB', (v, db) => {
    expect(knifeEdgeDb(v)).toBeCloseTo(db, 1);
  });
  test('rises steeply and levels off at what a corner scatters, less in a room of metal', () => {
    let last = 0;
    for (let v = 0; v <= 80; v += 0.37) {
      const db = edgeDb(table, v);
      expect(db).toBeGreaterThanOrEqual(last);
      expect(db).toBeLessThan(SCATTER_DB);
      expect(db).toBeLessThanOrEqual(knifeEdgeDb(v) + 0.01);
      last = db;
    }
    expect(last).toBeGreaterThan(SCATTER_DB - 0.5);
    expect(edgeDb(edgeTable(roomScatterDb(MOST_REFLECTIVITY)), 40)).toBeLessThan(7);
    expect(roomScatterDb(reflectivityOf('plasterboard', []))).toBe(SCATTER_DB);
    expect(roomScatterDb(reflectivityOf('reinforcedConcrete', []))).toBeCloseTo(17.4, 0);
  });
  test('turns by its geometry: more for the shorter wave, nothing at its very edge', () => {
    const v = turnV(Math.cos(Math.PI / 6), 4, 2);
    expect(v).toBeCloseTo((Math.PI / 6) * Math.sqrt(8 / 6), 9);
    expect(V_PER_TURN[1] / V_PER_TURN[0]).toBeCloseTo(Math.sqrt(5500 / 2437), 9);
    expect(turnV(1.0000001, 4, 2)).toBe(0);
    expect(turnV(-1.0000001, 1, 1)).toBeCloseTo(Math.PI / Math.sqrt(2), 6);
    expect(turnV(0, 0, 2)).toBe(0);
  });
  test('of a jamb is a turn in plan: going up at it is none', () => {
    const door = portalsOf(scene).find((p) => p.kind === 'opening')!;
    const { x, y, z } = door.at;
    const arrival = { lengthM: 1, lossDb: [0, 0, 0] as const, dx: 1, dy: 0, dz: 0 };
    expect(turnCosine(arrival, door, { x: x + 1, y, z })).toBeCloseTo(1, 9);
    expect(turnCosine(arrival, door, { x: x + 1, y, z: z + 2 })).toBeCloseTo(1, 9);
    expect(turnCosine(arrival, door, { x, y: y + 1, z })).toBeCloseTo(0, 9);
    expect(turnCosine(arrival, door, door.at)).toBe(1);
    const stairs = portalsOf(scene).find((p) => p.kind === 'stairwell')!;
    const up = { x: stairs.at.x, y: stairs.at.y, z: stairs.at.z + 1 };
    expect(turnCosine(arrival, stairs, up)).toBeCloseTo(0, 9);
  });
});

describe('two ways together', () => {
  test('two equal ones are 3 dB better, a hopeless one adds nothing', () => {
    expect(togetherDb(80, 80)).toBeCloseTo(80 - 10 * Math.log10(2), 9);
    expect(togetherDb(80, 200)).toBe(80);
    expect(togetherDb(200, 80)).toBe(80);
  });
  test('are never worse than the better, never more than 3 dB better, and alike either way round', () => {
    const db = fc.double({ min: 20, max: 200, noNaN: true });
    fc.assert(
      fc.property(db, db, (a, b) => {
        const both = togetherDb(a, b);
        expect(both).toBeLessThanOrEqual(Math.min(a, b));
        expect(both).toBeGreaterThan(Math.min(a, b) - 3.02);
        expect(togetherDb(b, a)).toBe(both);
      }),
    );
  });
});

describe('places where a way may edge', () => {
  const portals = portalsOf(scene);
  test('are the jambs of openings, the stairs, and the corners outside', () => {
    const openings = portals.filter((p) => p.kind === 'opening');
    expect(openings).toHaveLength(2 * farmSite().openings.length);
    const holes = farmSite().buildings.flatMap((b) => b.storeys.flatMap((s) => s.holes));
    expect(portals.filter((p) => p.kind === 'stairwell')).toHaveLength(
      holes.reduce((sum, h) => sum + 1 + h.outline.length, 0),
    );
    const storeys = farmSite().buildings.reduce((sum, b) => sum + 4 * b.storeys.length, 0);
    expect(portals.filter((p) => p.kind === 'corner')).toHaveLength(storeys);
  });
  test('a door is passed from one side to the other, a corner in any way', () => {
    const door = portals.find((p) => p.kind === 'opening')!;
    const wall = door.wall;
    const nx = -(wall.by - wall.ay);
    const ny = wall.bx - wall.ax;
    const side = (k: number) => ({ x: door.at.x + k * nx * 0.1, y: door.at.y + k * ny * 0.1, z: 1 });
    expect(sideOf(wall, side(1))).not.toBe(sideOf(wall, side(-1)));
    expect(passesThrough(door, side(1), side(-1))).toBe(true);
    expect(passesThrough(door, side(1), side(2))).toBe(false);
    // In the very line of the wall a point lies on both sides.
    expect(sideOf(wall, side(0))).toBe(0);
    expect(passesThrough(door, side(0), side(2))).toBe(true);
    const corner = portals.find((p) => p.kind === 'corner')!;
    expect(passesThrough(corner, side(1), side(2))).toBe(true);
    expect(onStraightWay(corner, side(1), side(2))).toBe(false);
  });
});

describe('ways to edges', () => {
  test('lead to those behind which anything could be heard, as far as they are off', () => {
    fc.assert(
      fc.property(place, (u) => {
        const arrivals = arrivalsOf(scene, u);
        expect(arrivals).toHaveLength(portalsOf(scene).length);
        arrivals.forEach((way, j) => {
          if (!way) return;
          const { at } = portalsOf(scene)[j]!;
          expect(way.lengthM).toBeCloseTo(Math.hypot(at.x - u.x, at.y - u.y, at.z - u.z), 9);
          expect(Math.hypot(way.dx, way.dy, way.dz)).toBeCloseTo(1, 6);
          expect(Math.min(...way.lossDb)).toBeLessThan(NOTHING_HEARD_DB);
        });
        expect(arrivals.some((way) => way !== null)).toBe(true);
      }),
      { numRuns: 10 },
    );
  });
});

describe('on a plot with more edges than are followed', () => {
  const row = buildScene(rowOfHouses(30));
  const unit = { x: 5, y: -2, z: 2 };
  test('the nearest are; a house is followed whole', () => {
    const arrivals = arrivalsOf(row, unit);
    const portals = portalsOf(row);
    expect(portals.length).toBeGreaterThan(MOST_EDGES);
    const farM = (j: number) =>
      Math.hypot(portals[j]!.at.x - unit.x, portals[j]!.at.y - unit.y, portals[j]!.at.z - unit.z);
    const numbers = portals.map((_, j) => j);
    const followed = numbers.filter((j) => arrivals[j] !== null);
    expect(followed.length).toBeLessThanOrEqual(MOST_EDGES);
    expect(followed.length).toBeGreaterThan(MOST_EDGES / 2);
    const farthestM = Math.max(...followed.map(farM));
    expect(numbers.filter((j) => farM(j) < farthestM - 1e-9).length).toBeLessThanOrEqual(MOST_EDGES);
  });
  test('they are tried by what their clearest way loses, those not followed never', () => {
    const [near, far] = [arrivalsOf(row, unit), arrivalsOf(row, { x: 600, y: -2, z: 2 })];
    const order = strongestFirst([near]);
    expect(order).toHaveLength(near.filter((way) => way !== null).length);
    expect(strongestFirst([near])).toBe(order);
    const both = strongestFirst([near, far]);
    expect(new Set(both)).toEqual(new Set([...order, ...strongestFirst([far])]));
    const clearest = (j: number) => near[j]!.lossDb[1] + 20 * Math.log10(Math.max(0.5, near[j]!.lengthM));
    // The order goes by lengths in steps of an eighth of a metre.
    for (let i = 1; i < order.length; i++)
      expect(clearest(order[i]!)).toBeGreaterThan(clearest(order[i - 1]!) - 2.5);
  });
  test('a path between far ends is still found, and a house in the way still counts', () => {
    const along = (y: number) => lossOf(row, { x: -4, y, z: 1.5 }, { x: 340, y, z: 1.5 });
    expect(along(3)).toBeGreaterThan(along(-30));
  });
});

describe('a path', () => {
  test('is the same from either end', () => {
    fc.assert(
      fc.property(place, place, (u, p) => {
        const [there, back] = [lossOf(scene, u, p), lossOf(scene, p, u)];
        fc.pre(there <= NOTHING_HEARD_DB - 5);
        expect(Math.abs(there - back)).toBeLessThan(1e-6);
      }),
      { numRuns: 40 },
    );
  });
  test('closing a door with metal never helps', () => {
    const closed: Site = {
      ...farmSite(),
      openings: farmSite().openings.map((o) => (o.kind === 'door' ? { ...o, construction: 'metalDoor' } : o)),
    };
    const shut = buildScene(closed);
    fc.assert(
      fc.property(place, place, (u, p) => {
        expect(lossOf(shut, u, p)).toBeGreaterThanOrEqual(lossOf(scene, u, p) - 1e-6);
      }),
      { numRuns: 40 },
    );
  });
  test('an opening in a wall never hurts', () => {
    const opened = buildScene({
      ...farmSite(),
      openings: farmSite().openings.map((o) => ({ ...o, construction: 'open' })),
    });
    fc.assert(
      fc.property(place, place, (u, p) => {
        expect(lossOf(opened, u, p)).toBeLessThanOrEqual(lossOf(scene, u, p) + 1e-6);
      }),
      { numRuns: 40 },
    );
  });
  test('is said in words: what is crossed how often, and how far', () => {
    const metres = (m: number) => `${m.toFixed(1)} m`;
    const near = radioPath(scene, { x: 1, y: 1, z: 1 }, { x: 3, y: 1, z: 1 }, '5');
    expect(pathWords(factsOf(scene, near), metres)).toBe('nothing in the way, 2.0 m');
    const snug = radioPath(scene, { x: 4, y: 2, z: 1 }, { x: 6, y: 2, z: 1 }, '5');
    expect(pathWords(factsOf(scene, snug), metres)).toContain('1 × lath and plaster');
    const hedge = radioPath(scene, { x: 20, y: 12, z: 1 }, { x: 20, y: 19, z: 1 }, '5');
    expect(pathWords(factsOf(scene, hedge), metres)).toContain('foliage');
  });
});

test('the strongest way of a band is given up for its own sake alone, whatever the other bands could still win', () => {
  let ways = 0;
  fc.assert(
    fc.property(place, place, (u, p) => {
      const arrivals = arrivalsOf(scene, u);
      const wide = indirectLimitDb([NOTHING_HEARD_DB, NOTHING_HEARD_DB, NOTHING_HEARD_DB]);
      const all = strongestDiffractions(scene, u, arrivals, p, wide);
      for (const band of [0, 1, 2]) {
        const alone = wide.map((db, b) => (b === band ? db : -Infinity)) as unknown as typeof wide;
        const one = strongestDiffractions(scene, u, arrivals, p, alone);
        expect(one[band]).toEqual(all[band]);
        ways += Number(one[band] !== null);
      }
    }),
    { numRuns: 30 },
  );
  expect(ways).toBeGreaterThan(20);
});
