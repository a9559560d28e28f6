import { expect, test } from '@jest/globals';
import { site as siteSchema } from '../../core/site/model/schema';
import { harshHouse } from './harsh';
import { practiceHouse } from './house';

const SEEDS = Array.from({ length: 40 }, (_, i) => i + 1);
const houses = SEEDS.map((seed) => ({ plain: practiceHouse(seed), harsh: harshHouse(practiceHouse(seed)) }));

test('the truth holds what no survey lists, and the drawing is off: one wall in seven mistaken, the router too high', () => {
  let [walls, mistaken] = [0, 0];
  for (const { plain, harsh } of houses) {
    expect(siteSchema.safeParse(harsh.site).success).toBe(true);
    expect(harsh.truth.site.walls.length).toBeGreaterThan(plain.site.walls.length);
    expect(harsh.truth.site.walls.slice(0, plain.site.walls.length)).toEqual(plain.site.walls);
    expect(harsh.site.walls).toHaveLength(plain.site.walls.length);
    expect(harsh.units[0].heightM).toBeCloseTo(plain.units[0].heightM + 0.5, 9);
    harsh.site.walls.forEach((w, i) => {
      const own = plain.site.walls[i]!;
      walls++;
      mistaken += Number(w.construction !== own.construction);
      const off = Math.hypot(w.a.xM - own.a.xM, w.a.yM - own.a.yM);
      expect(off).toBeLessThan(0.5);
      // Moved as a whole: it is as long as it was.
      expect(off).toBeCloseTo(Math.hypot(w.b.xM - own.b.xM, w.b.yM - own.b.yM), 9);
    });
  }
  expect(mistaken / walls).toBeGreaterThan(0.12);
  expect(mistaken / walls).toBeLessThan(0.18);
});

test('somebody is in the way at some places, some devices show bars, and both are the same each time', () => {
  const places = houses.flatMap(({ harsh }) => SEEDS.map((n) => ({ harsh, place: String(n) })));
  const inTheWay = places.filter(({ harsh, place }) => harsh.bodyDb(place) > 0).length / places.length;
  const withBars = places.filter(({ harsh, place }) => harsh.barsAt(place, -60) !== null).length;
  expect(inTheWay).toBeGreaterThan(0.15);
  expect(inTheWay).toBeLessThan(0.25);
  expect(withBars / places.length).toBeGreaterThan(0.25);
  expect(withBars / places.length).toBeLessThan(0.35);
  for (const { harsh, place } of places.slice(0, 200)) {
    expect(harsh.bodyDb(place)).toBe(harsh.bodyDb(place));
    const [near, far] = [harsh.barsAt(place, -20), harsh.barsAt(place, -110)];
    if (near && far) expect([near.shown, far.shown]).toEqual([4, 0]);
  }
});
