import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '@/demo/farmSite';
import type { Building } from '@/core/site/model/schema';
import { sectionLayout, sectionX } from './layout';

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
