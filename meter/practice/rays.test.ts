import { describe, expect, test } from '@jest/globals';
import { emptySite, type Point, type Site } from '../../core/site/model/schema';
import { layersLossDb } from '../../core/radio/materials/slab';
import { practiceHouse } from './house';
import { normals, seeded } from './random';
import { angledDb, edgeDb, knifeEdgeDb, openShare, raysDb, reflectivity } from './rays';
import { surfacesOf, type Point3, type Triple } from './surfaces';
import { practiceWorld } from './world';

const at = (x: number, y: number, z = 1): Point3 => ({ x, y, z });
const box = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { xM: x0, yM: y0 },
  { xM: x1, yM: y0 },
  { xM: x1, yM: y1 },
  { xM: x0, yM: y1 },
];
/** A plot with one wall along the x axis, with or without a door in its middle. */
const oneWall = (
  construction: string,
  lengthM: number,
  door?: { widthM: number; construction: string },
): Site => ({
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
          heightM: 3,
          outline: box(-90, 60, 90, 80),
          floor: null,
          holes: [],
        },
      ],
    },
  ],
  walls: [
    {
      id: 'w',
      storeyId: 's',
      a: { xM: -lengthM / 2, yM: 0 },
      b: { xM: lengthM / 2, yM: 0 },
      construction,
      heightM: null,
    },
  ],
  openings: door
    ? [
        {
          id: 'o',
          wallId: 'w',
          kind: 'door',
          offsetM: lengthM / 2 - door.widthM / 2,
          sillM: 0,
          heightM: 2.5,
          ...door,
        },
      ]
    : [],
});
const LOSS: Record<string, Triple> = {
  open: [0, 0, 0],
  brickCavity: [11, 17, 20],
  rubbleStone: [18, 27, 31],
  metalSheet: [60, 60, 60],
};
const loss = (name: string): Triple => LOSS[name] ?? [0, 0, 0];
const free = (m: number, ghz: number) => 20 * Math.log10(m) + 20 * Math.log10(1000 * ghz) - 27.55;

describe('single situations against the textbook', () => {
  test.each([
    [-0.78, 0],
    [0, 6.0],
    [1, 13.9],
    [2, 19.0],
    [5, 26.9],
  ])('a knife edge at ν = %d loses %d dB (ITU-R P.526, figure of J(ν))', (v, db) => {
    expect(Math.abs(knifeEdgeDb(v) - db)).toBeLessThan(0.2);
  });
  test('an edge half way of 20 m, turned by 30 degrees at 2.4 GHz: ν from angle, wavelength and lengths', () => {
    const v = (Math.PI / 6) * Math.sqrt((2 * 10 * 10) / (0.12287 * 20));
    expect(edgeDb(Math.PI / 6, 10, 10, 0)).toBeCloseTo(knifeEdgeDb(v), 2);
  });
  test('a face reflects by Fresnel: brick a tenth straight on, all at grazing, nothing of one polarisation at Brewster', () => {
    expect(reflectivity(3.91, 1)).toBeCloseTo(((Math.sqrt(3.91) - 1) / (Math.sqrt(3.91) + 1)) ** 2, 6);
    expect(reflectivity(3.91, 1e-5)).toBeGreaterThan(0.99);
    const brewster = 1 / Math.sqrt(1 + 3.91);
    const root = Math.sqrt(3.91 - 1 + brewster * brewster);
    expect(reflectivity(3.91, brewster)).toBeCloseTo(((brewster - root) / (brewster + root)) ** 2 / 2, 6);
  });
  test('a slab at an angle never loses less than straight on by its inside, as P.2040 has it', () => {
    const straight = layersLossDb([{ material: 'concrete', thicknessM: 0.2 }], 5.5);
    expect(angledDb(straight, 5.24, 1)).toBeCloseTo(straight, 6);
    let last = 0;
    for (const degrees of [0, 20, 40, 60, 75]) {
      const db = angledDb(straight, 5.24, Math.cos((degrees * Math.PI) / 180));
      expect(db).toBeGreaterThanOrEqual(last);
      last = db;
    }
    // At 60 degrees the way inside is longer by 1 / √(1 − 0.75 / 5.24).
    const faces = -20 * Math.log10(1 - reflectivity(5.24, 0.5));
    const own = -20 * Math.log10(1 - reflectivity(5.24, 1));
    expect(angledDb(straight, 5.24, 0.5)).toBeCloseTo(
      (straight - own) / Math.sqrt(1 - 0.75 / 5.24) + faces,
      6,
    );
  });
  test.each([0, 20, 40, 60, 63.4, 70, 80])('a doorway in a 50 cm wall seen at %d degrees', (degrees) => {
    const radians = (degrees * Math.PI) / 180;
    const expected = Math.max(0, 1 - (0.5 / 0.9) * Math.tan(radians));
    expect(openShare(0.9, 0.5, Math.cos(radians))).toBeCloseTo(expected, 6);
    const s = surfacesOf(oneWall('rubbleStone', 40, { widthM: 0.9, construction: 'open' }));
    const far = 3 * Math.tan(radians);
    const [, db5] = raysDb({ ...s, edges: [], levels: [] }, loss, () => 99, at(-far, -3), at(far, 3));
    const through = db5 - free(2 * Math.hypot(far, 3), 5.5);
    const wall = angledDb(27, 6.5, Math.cos(radians));
    expect(through).toBeCloseTo(-10 * Math.log10(expected + (1 - expected) * 10 ** (-wall / 10)), 3);
  });
  test('one reflecting wall adds the power of the image: as far as over the mirror, by what it reflects', () => {
    const s = surfacesOf(oneWall('metalSheet', 80));
    const [db24] = raysDb({ ...s, edges: [], levels: [] }, loss, () => 99, at(-4, 3), at(4, 3));
    // Eight metres straight, ten over the wall; what is rough keeps 0.7 of it together.
    const thrown = 0.7 * reflectivity(1000, 0.6);
    const power = 10 ** (-free(8, 2.44) / 10) + thrown * 10 ** (-free(10, 2.44) / 10);
    expect(db24).toBeCloseTo(-10 * Math.log10(power), 6);
  });
  test('nothing in the way is free space, a wall takes its loss', () => {
    const s = surfacesOf(oneWall('brickCavity', 40));
    const bare = { ...s, edges: [], levels: [], uprights: [] };
    expect(raysDb(bare, loss, () => 99, at(0, -5), at(0, 5))[0]).toBeCloseTo(free(10, 2.44), 6);
    const walled = { ...s, edges: [], levels: [] };
    expect(raysDb(walled, loss, () => 99, at(0, -5), at(0, 5))[0]).toBeCloseTo(free(10, 2.44) + 11, 1);
  });
});

describe('a practice house', () => {
  test('is the same for the same seed, and sound', () => {
    expect(practiceHouse(7)).toEqual(practiceHouse(7));
    expect(practiceHouse(7)).not.toEqual(practiceHouse(8));
    for (let seed = 1; seed <= 20; seed++) {
      const { site, places } = practiceHouse(seed);
      const walls = new Set(site.walls.map((w) => w.id));
      for (const o of site.openings) {
        expect(walls.has(o.wallId)).toBe(true);
        const wall = site.walls.find((w) => w.id === o.wallId)!;
        expect(o.offsetM + o.widthM).toBeLessThan(
          Math.hypot(wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM) + 1e-9,
        );
      }
      expect(places).toHaveLength(72);
    }
  });
  test('has a truth of its own: levels fall with distance, speeds rise with levels, none without a link', () => {
    const house = practiceHouse(3);
    const world = practiceWorld(house, () => [6, 10, 12]);
    const [near] = house.units;
    const far = { ...near, storeyId: null, xM: near.xM + 80 };
    const zero: Triple = [20, 20, 20];
    const [close, away] = [
      world.levelsDbm(0, zero, { ...near, xM: near.xM + 1 }),
      world.levelsDbm(0, zero, far),
    ];
    close.forEach((dbm, b) => expect(dbm).toBeGreaterThan(away[b]! + 15));
    expect(practiceWorld(house, () => [6, 10, 12]).levelsDbm(0, zero, far)).toEqual(away);
    let last = 0;
    for (let dbm = -100; dbm <= -30; dbm += 2) {
      const mbps = world.speedMbps(1, dbm, 80, 2);
      expect(mbps).toBeGreaterThanOrEqual(last);
      last = mbps;
    }
    expect(world.speedMbps(1, -100, 80, 2)).toBe(0);
    expect(last).toBeGreaterThan(200);
  });
  test('draws are those of a normal distribution', () => {
    const draw = normals(seeded(4));
    const list = Array.from({ length: 4000 }, draw);
    const mean = list.reduce((a, b) => a + b, 0) / list.length;
    expect(Math.abs(mean)).toBeLessThan(0.05);
    expect(list.reduce((a, b) => a + b * b, 0) / list.length).toBeCloseTo(1, 0);
  });
});
