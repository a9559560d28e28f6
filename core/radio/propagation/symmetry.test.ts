import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import type { Point, Site } from '../../site/model/schema';
import { emptySite } from '../../site/model/schema';
import { BANDS } from '../link/bands';
import { priorBeliefs } from '../learning/beliefs';
import { crossingsBetween, type Spot3 } from '../geometry/crossings';
import { insidePart, insideShare, lengthInPrismM, openShare } from '../geometry/meet';
import { radioPath } from './path';
import { buildScene } from '../geometry/scene';

/** A site with every point of it moved. */
function moved(site: Site, by: (p: Point) => Point): Site {
  const deep = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(deep);
    if (value === null || typeof value !== 'object') return value;
    const thing = Object.fromEntries(Object.entries(value).map(([k, v]) => [k, deep(v)])) as Record<
      string,
      unknown
    >;
    return 'xM' in thing && 'yM' in thing ? { ...thing, ...by(thing as unknown as Point) } : thing;
  };
  return deep({ ...site, underlays: [] }) as Site;
}

const TURN = 0.7;
const MOVES: [string, (p: Point) => Point][] = [
  ['mirrored left to right', ({ xM, yM }) => ({ xM: -xM, yM })],
  ['mirrored top to bottom', ({ xM, yM }) => ({ xM, yM: -yM })],
  ['turned by a quarter', ({ xM, yM }) => ({ xM: -yM, yM: xM })],
  [
    'turned by any angle',
    ({ xM, yM }) => ({
      xM: Math.cos(TURN) * xM - Math.sin(TURN) * yM,
      yM: Math.sin(TURN) * xM + Math.cos(TURN) * yM,
    }),
  ],
  ['shifted', ({ xM, yM }) => ({ xM: xM + 13.37, yM: yM - 4.1 })],
];

const site = farmSite();
const scene = buildScene(site);
const beliefs = priorBeliefs(scene);

/** Places anywhere, and those a careful hand snaps to: in the line of walls, at their ends, on outlines, at half metres. */
const onWalls = site.walls.flatMap((w) =>
  [0, 0.5, 1, 1.2].map((t) => ({
    x: w.a.xM + t * (w.b.xM - w.a.xM),
    y: w.a.yM + t * (w.b.yM - w.a.yM),
  })),
);
const place: fc.Arbitrary<Spot3> = fc
  .record({
    at: fc.oneof(
      fc.record({
        x: fc.double({ min: -4, max: 40, noNaN: true }),
        y: fc.double({ min: -4, max: 28, noNaN: true }),
      }),
      fc.constantFrom(...onWalls),
      fc.record({
        x: fc.integer({ min: -4, max: 76 }).map((n) => n / 2),
        y: fc.integer({ min: -4, max: 56 }).map((n) => n / 2),
      }),
    ),
    z: fc.oneof(fc.constantFrom(1, 1.2, 3.9), fc.double({ min: 0.2, max: 7, noNaN: true })),
  })
  .map(({ at, z }) => ({ ...at, z }));

describe('nothing depends on how a plot lies', () => {
  test.each(MOVES)('%s, no level changes', (_, by) => {
    const other = buildScene(moved(site, by));
    const there = ({ x, y, z }: Spot3): Spot3 => {
      const p = by({ xM: x, yM: y });
      return { x: p.xM, y: p.yM, z };
    };
    fc.assert(
      fc.property(place, place, (u, p) => {
        for (const band of BANDS) {
          const here = radioPath(scene, u, p, band, beliefs.correction).lossDb;
          expect(
            Math.abs(radioPath(other, there(u), there(p), band, beliefs.correction).lossDb - here),
          ).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 120 },
    );
  });
  test('a path is the same from either end, whatever it touches', () => {
    fc.assert(
      fc.property(place, place, (u, p) => {
        const [there, back] = [crossingsBetween(scene, u, p), crossingsBetween(scene, p, u)];
        const sum = (c: typeof there) => c.walls.reduce((s, w) => s + w.weight * (1 + w.construction), 0);
        expect(sum(back)).toBeCloseTo(sum(there), 9);
        expect(back.indoorM).toBeCloseTo(there.indoorM, 6);
        expect([...back.floors].sort()).toEqual([...there.floors].sort());
      }),
      { numRuns: 200 },
    );
  });
});

describe('what only touches counts half', () => {
  const square = Float64Array.of(0, 0, 4, 0, 4, 4, 0, 4);
  const at = (x: number, y: number): Spot3 => ({ x, y, z: 1 });
  test.each([
    ['in it', 2, 2, 1],
    ['outside', 5, 2, 0],
    ['on an edge', 4, 1, 0.5],
    ['at a corner', 0, 4, 0.5],
  ])('a point %s', (_, x, y, share) => {
    expect(insideShare(square, x, y)).toBe(share);
  });
  test.each([
    ['through it', at(-1, 1), at(5, 1), 4 / 6],
    ['along an edge', at(-1, 0), at(5, 0), 2 / 6],
    ['along an edge and ending on it', at(-1, 0), at(2, 0), 1 / 3],
    ['from corner to corner', at(0, 0), at(4, 4), 1],
    ['touching a corner', at(-1, 1), at(1, -1), 0],
    ['from an edge inwards', at(0, 2), at(4, 2), 1],
    ['from an edge outwards', at(4, 2), at(8, 2), 0],
    ['through two corners and on', at(-2, -2), at(6, 6), 0.5],
    ['up to a corner', at(0, -2), at(0, 0), 0],
  ])('a way %s', (_, u, p, part) => {
    expect(insidePart(square, u, p)).toBeCloseTo(part, 9);
    expect(insidePart(square, p, u)).toBeCloseTo(part, 9);
    const lengthM = Math.hypot(p.x - u.x, p.y - u.y);
    expect(lengthInPrismM({ outline: square, topM: 2 }, u, p)).toBeCloseTo(part * lengthM, 9);
  });
  test('a unit on the very line of a wall is half behind it on both sides', () => {
    const wall = site.walls.find((w) => w.storeyId === 'f-ground')!;
    const m = { x: (wall.a.xM + wall.b.xM) / 2 + 0.01, y: (wall.a.yM + wall.b.yM) / 2, z: 1.1 };
    const n = { x: wall.b.yM - wall.a.yM, y: wall.a.xM - wall.b.xM };
    const k = 0.2 / Math.hypot(n.x, n.y);
    for (const s of [1, -1]) {
      const p = { x: m.x + s * k * n.x, y: m.y + s * k * n.y, z: 1.1 };
      const { walls } = crossingsBetween(scene, m, p);
      expect(walls.map((w) => w.weight)).toEqual([0.5]);
    }
  });
});

test("an opening in a thick wall is hidden by its reveal as it is seen at an angle: ITU's geometry, 0 to 80 degrees", () => {
  const thick: Site = {
    ...emptySite(),
    buildings: [
      {
        id: 'b',
        name: 'B',
        roof: null,
        storeys: [
          {
            id: 's',
            name: 'S',
            floorLevelM: 0,
            heightM: 2.5,
            floor: null,
            holes: [],
            outline: [
              { xM: -50, yM: 0 },
              { xM: 50, yM: 0 },
              { xM: 50, yM: 50 },
              { xM: -50, yM: 50 },
            ],
          },
        ],
      },
    ],
    walls: [
      {
        id: 'w',
        storeyId: 's',
        a: { xM: -50, yM: 0 },
        b: { xM: 50, yM: 0 },
        construction: 'rubbleStone',
        heightM: null,
      },
    ],
    openings: [
      {
        id: 'o',
        wallId: 'w',
        kind: 'door',
        construction: 'open',
        offsetM: 49.5,
        widthM: 1,
        sillM: 0,
        heightM: 2,
      },
    ],
  };
  const s = buildScene(thick);
  const [wall] = s.barriers;
  for (const degrees of [0, 20, 40, 60, 63, 70, 80]) {
    const tangent = Math.tan((degrees * Math.PI) / 180);
    const [u, p] = [
      { x: -3 * tangent, y: -3, z: 1 },
      { x: 3 * tangent, y: 3, z: 1 },
    ];
    // Half a metre of wall over a metre of door.
    const open = Math.max(0, 1 - 0.5 * tangent);
    expect(openShare(wall!, 0, u, p)).toBeCloseTo(open, 9);
    const [passed] = crossingsBetween(s, u, p).walls;
    expect(passed).toMatchObject({ weight: 1 });
    expect(passed!.open).toBeCloseTo(open, 9);
  }
});

test('a wing has a roof of its own, which ends under the storey above', () => {
  const box = (x0: number, x1: number) => [
    { xM: x0, yM: 0 },
    { xM: x1, yM: 0 },
    { xM: x1, yM: 8 },
    { xM: x0, yM: 8 },
  ];
  const storey = { name: 'S', heightM: 2.5, holes: [] };
  const house = (upper: Point[]): Site => ({
    ...emptySite(),
    buildings: [
      {
        id: 'b',
        name: 'B',
        roof: { construction: 'tileRoof', riseM: 2 },
        storeys: [
          { ...storey, id: 'g', floorLevelM: 0, floor: null, outline: box(0, 14) },
          { ...storey, id: 'u', floorLevelM: 2.7, floor: 'timberFloor', outline: upper },
        ],
      },
    ],
  });
  const names = (of: Site, x: number) => {
    const s = buildScene(of);
    return crossingsBetween(s, { x, y: 4, z: 1 }, { x, y: 4, z: 9 }).floors.map(
      (c) => s.constructionNames[c],
    );
  };
  const winged = house(box(0, 8));
  expect(names(winged, 4)).toEqual(['timberFloor', 'tileRoof']);
  expect(names(winged, 11)).toEqual(['tileRoof']);
  expect(buildScene(winged).slabs).toHaveLength(3);
  expect(buildScene(house(box(0, 14))).slabs).toHaveLength(2);
});
