import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptySite, type Site } from '../../site/model/schema';
import { crossingsBetween } from '../geometry/crossings';
import { layersLossDb } from '../materials/slab';
import { FOLIAGE_FACTOR, floorWeight, foliageAtOneGhzDb, freeSpaceDb, straightLossDb } from './pathLoss';
import { buildScene } from '../geometry/scene';

const box = (x0: number, y0: number, x1: number, y1: number) => [
  { xM: x0, yM: y0 },
  { xM: x1, yM: y0 },
  { xM: x1, yM: y1 },
  { xM: x0, yM: y1 },
];

/** Two storeys of 10 × 10 m with one wall across the middle of each and a door in the lower one. */
function house(): Site {
  return {
    ...emptySite(),
    buildings: [
      {
        id: 'b',
        name: 'B',
        roof: { construction: 'tileRoof', riseM: 1 },
        storeys: [
          {
            id: 'g',
            name: 'G',
            floorLevelM: 0,
            heightM: 2.5,
            outline: box(0, 0, 10, 10),
            floor: null,
            holes: [],
          },
          {
            id: 'u',
            name: 'U',
            floorLevelM: 2.7,
            heightM: 2.5,
            outline: box(0, 0, 10, 10),
            floor: 'timberFloor',
            holes: [{ id: 'h', name: 'Stairs', outline: box(8, 8, 10, 10) }],
          },
        ],
      },
    ],
    walls: ['g', 'u'].map((storeyId) => ({
      id: `w-${storeyId}`,
      storeyId,
      a: { xM: 5, yM: 0 },
      b: { xM: 5, yM: 10 },
      construction: 'brickCavity',
      heightM: null,
    })),
    openings: [
      {
        id: 'd',
        wallId: 'w-g',
        kind: 'door',
        construction: 'timberDoor',
        offsetM: 7,
        widthM: 1,
        sillM: 0,
        heightM: 2,
      },
    ],
  };
}
const scene = buildScene(house());
const names = (list: number[]) => list.map((c) => scene.constructionNames[c]);
const passed = (list: readonly { construction: number }[]) => names(list.map((w) => w.construction));

test('free space: 1 m at 2437 MHz is 40.2 dB, ten times as far 20 dB more, never nearer than half a metre', () => {
  expect(freeSpaceDb(1, 2437)).toBeCloseTo(40.19, 1);
  expect(freeSpaceDb(10, 2437) - freeSpaceDb(1, 2437)).toBeCloseTo(20, 6);
  expect(freeSpaceDb(0, 5500)).toBe(freeSpaceDb(0.5, 5500));
});

describe('what a line meets', () => {
  test('a wall beside the door, the door in it, nothing above the door but wall', () => {
    const at = (y: number, z: number) =>
      passed(crossingsBetween(scene, { x: 2, y, z }, { x: 8, y, z }).walls);
    expect(at(3, 1)).toEqual(['brickCavity']);
    expect(at(7.5, 1)).toEqual(['timberDoor']);
    expect(at(7.5, 2.3)).toEqual(['brickCavity']);
  });
  test('a floor once, not through the stairs, and the roof above it', () => {
    const up = (x: number, y: number, z: number) =>
      names(crossingsBetween(scene, { x, y, z: 1 }, { x, y, z }).floors);
    expect(up(2, 2, 4)).toEqual(['timberFloor']);
    expect(up(9, 9, 4)).toEqual([]);
    expect(up(2, 2, 8)).toEqual(['timberFloor', 'tileRoof']);
  });
  test('the way indoors ends at the wall of the house', () => {
    expect(crossingsBetween(scene, { x: 5.5, y: 5, z: 1 }, { x: 20, y: 5, z: 1 }).indoorM).toBeCloseTo(
      4.5,
      6,
    );
  });
});

test('floors count by falling loss with the weights of COST 231', () => {
  const step = (k: number) => k ** ((k + 2) / (k + 1) - 0.46);
  for (let k = 1; k <= 4; k++) expect(floorWeight(k - 1)).toBeCloseTo(step(k) - (k > 1 ? step(k - 1) : 0), 1);
});

test('foliage follows Weissberger and meets itself at 14 m', () => {
  expect(foliageAtOneGhzDb(10, 0) * FOLIAGE_FACTOR[0]).toBeCloseTo(0.45 * 2.437 ** 0.284 * 10, 6);
  expect(foliageAtOneGhzDb(14.001, 0)).toBeCloseTo(foliageAtOneGhzDb(14, 0), 0);
  expect(foliageAtOneGhzDb(0, 20)).toBeCloseTo(0.4 * foliageAtOneGhzDb(20, 0), 6);
  expect(foliageAtOneGhzDb(20, 20)).toBeCloseTo(1.4 * foliageAtOneGhzDb(20, 0), 6);
});

test('another wall never helps, and farther along one ray in the open never helps', () => {
  const inHouse = fc.double({ min: 0.2, max: 9.8, noNaN: true });
  fc.assert(
    fc.property(inHouse, inHouse, inHouse, inHouse, inHouse, inHouse, (ux, uy, px, py, wx, wy) => {
      const site = house();
      const more = buildScene({
        ...site,
        walls: [
          ...site.walls,
          {
            id: 'x',
            storeyId: 'g',
            a: { xM: wx, yM: wy },
            b: { xM: wy, yM: wx + 0.2 },
            construction: 'plasterboard',
            heightM: null,
          },
        ],
      });
      const u = { x: ux, y: uy, z: 1 };
      const p = { x: px, y: py, z: 1.2 };
      const loss = (s: typeof scene) => straightLossDb(s, crossingsBetween(s, u, p), '5');
      expect(loss(more)).toBeGreaterThanOrEqual(loss(scene) - 1e-9);
    }),
  );
  const open = buildScene(emptySite());
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 6.28, noNaN: true }),
      fc.double({ min: 0.1, max: 50, noNaN: true }),
      fc.double({ min: 0, max: 50, noNaN: true }),
      (angle, d, more) => {
        const at = (r: number) => ({ x: r * Math.cos(angle), y: r * Math.sin(angle), z: 1 });
        const loss = (r: number) =>
          straightLossDb(open, crossingsBetween(open, { x: 0, y: 0, z: 1 }, at(r)), '2.4');
        expect(loss(d + more)).toBeGreaterThanOrEqual(loss(d) - 1e-9);
      },
    ),
  );
});

test.each([
  ['concrete', 0.1, [8.1, 14.0, 15.3]],
  ['brick', 0.215, [5.6, 6.8, 6.9]],
  ['plasterboard', 0.0125, [1.1, 1.0, 0.8]],
  ['glass', 0.006, [1.9, 3.3, 3.0]],
  ['chipboard', 0.022, [1.7, 2.5, 2.8]],
] as const)('slab loss of %s %f m by ITU-R P.2040', (material, thicknessM, dB) => {
  [2.44, 5.5, 6.2].forEach((ghz, i) =>
    expect(layersLossDb([{ material, thicknessM }], ghz)).toBeCloseTo(dB[i]!, 1),
  );
});

test('a layer of air between two of nothing loses nothing', () => {
  expect(layersLossDb([{ material: 'air', thicknessM: 0.3 }], 5.5)).toBeCloseTo(0, 9);
});
