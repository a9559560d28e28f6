import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '@/demo/farmSite';
import type { Building } from '@/core/site/model/schema';
import { sectionLayout, sectionX } from '@/core/site/geometry/section';
import { namesThatFit } from './layout';

const box = (id: string, x0: number, width: number, levels: number[]): Building => ({
  id,
  name: id,
  roof: null,
  storeys: levels.map((floorLevelM, i) => ({
    id: `${id}-${i}`,
    name: `${i}`,
    floorLevelM,
    heightM: 2.5,
    floor: null,
    holes: [],
    outline: [
      { xM: x0, yM: 0 },
      { xM: x0 + width, yM: 0 },
      { xM: x0 + width, yM: 8 },
      { xM: x0, yM: 8 },
    ],
  })),
});
const at = (storeyId: string | null, xM: number) => ({ storeyId, xM, yM: 1, heightM: 1 });

describe('the section', () => {
  test('has all buildings side by side from west to east, at their true widths and heights', () => {
    const layout = sectionLayout(farmSite().buildings);
    expect(layout.buildings.map((b) => b.building.id)).toEqual(
      [...farmSite().buildings]
        .sort((a, b) => a.storeys[0]!.outline[0]!.xM - b.storeys[0]!.outline[0]!.xM)
        .map((b) => b.id),
    );
    expect(layout.buildings[0]!.widthM).toBe(14);
    const [house] = layout.buildings;
    const top = Math.max(...house!.building.storeys.map((s) => s.floorLevelM + s.heightM));
    expect(house!.topM).toBeCloseTo(top + house!.building.roof!.riseM, 9);
  });
  test('buildings never overlap, whatever their order and place', () => {
    const some = fc.array(fc.tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: 1, max: 30 })), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(some, (list) => {
        const { buildings, widthM } = sectionLayout(list.map(([x, w], i) => box(`b${i}`, x, w, [0])));
        for (let i = 1; i < buildings.length; i++)
          expect(buildings[i]!.atM).toBeGreaterThanOrEqual(
            buildings[i - 1]!.atM + buildings[i - 1]!.widthM + 7,
          );
        const last = buildings[buildings.length - 1]!;
        expect(widthM).toBeGreaterThanOrEqual(last.atM + last.widthM);
      }),
    );
  });
  test('a basement has its depth below the ground line, an empty plot a size of its own', () => {
    expect(sectionLayout([box('a', 0, 10, [-2.5, 0])]).depthM).toBe(2.5);
    expect(sectionLayout([box('a', 0, 10, [0])]).depthM).toBeCloseTo(0, 9);
    expect(sectionLayout([])).toMatchObject({ widthM: 10, heightM: 4, buildings: [] });
  });
});

describe('a place in the section', () => {
  const layout = sectionLayout([box('west', 0, 10, [0]), box('east', 40, 8, [0])]);
  test('lies in its building as on the plot, and never outside it', () => {
    expect(sectionX(layout, at('west-0', 4))).toBe(4);
    const east = layout.buildings[1]!;
    expect(sectionX(layout, at('east-0', 43))).toBe(east.atM + 3);
    expect(sectionX(layout, at('east-0', 90))).toBe(east.atM + 8);
  });
  test('in the yard it lies between the buildings, before the first or after the last', () => {
    const east = layout.buildings[1]!;
    expect(sectionX(layout, at(null, 25))).toBe((10 + east.atM) / 2);
    expect(sectionX(layout, at(null, -5))).toBe(0);
    expect(sectionX(layout, at(null, 70))).toBe(layout.widthM);
    expect(sectionX(layout, at(null, 5))).toBe(5);
  });
});

describe('names on the section', () => {
  const wide = (id: string, x0: number, x1: number) => ({ id, at: { x0, x1, y0: 0, y1: 12 } });
  test('all are written where there is room; touching is no overlap', () => {
    expect([...namesThatFit([wide('a', 0, 10), wide('b', 10, 20)], [])]).toEqual(['a', 'b']);
  });
  test('the first has the first choice, and none lies over what is drawn', () => {
    const names = [wide('open', 8, 18), wide('a', 0, 10), wide('b', 19, 30), wide('c', 41, 50)];
    expect([...namesThatFit(names, [{ x0: 45, x1: 60, y0: -20, y1: 40 }])]).toEqual(['open', 'b']);
  });
  test('no two of those that are written overlap, however many there are', () => {
    const span = fc.record({ x: fc.integer({ min: 0, max: 400 }), w: fc.integer({ min: 5, max: 60 }) });
    fc.assert(
      fc.property(fc.array(span, { maxLength: 40 }), (spans) => {
        const names = spans.map(({ x, w }, i) => wide(`${i}`, x, x + w));
        const fit = namesThatFit(names, []);
        const kept = names.filter((n) => fit.has(n.id));
        for (const [i, a] of kept.entries())
          for (const b of kept.slice(i + 1)) expect(a.at.x1 <= b.at.x0 || b.at.x1 <= a.at.x0).toBe(true);
        // What is left out would have lain over one that is there.
        for (const n of names.filter((x) => !fit.has(x.id)))
          expect(kept.some((k) => k.at.x0 < n.at.x1 && k.at.x1 > n.at.x0)).toBe(true);
      }),
    );
  });
});
