import { describe, expect, test } from '@jest/globals';
import { farmSite } from '../../../demo/farmSite';
import { buildingAt, eavesLevelM, inside, levelOf, plotBox, sheetStoreys, storeysById } from './levels';
import { emptySite } from './schema';

const site = farmSite();
const open = (storeyId: string | null) => sheetStoreys(site, storeyId).map((r) => r.storey.id);

describe('storeys shown together', () => {
  test('the chosen one, and of every other building the one nearest in height', () => {
    expect(open('f-ground')).toEqual(['f-ground', 's-ground', 'b-byre']);
    expect(open('f-attic')).toEqual(['f-attic', 's-ground', 'b-loft']);
    expect(open('b-loft')[0]).toBe('f-upper');
    expect(open(null)).toEqual(['f-ground', 's-ground', 'b-byre']);
    expect(open('nobody')).toEqual(open(null));
  });
});

describe('heights', () => {
  test('a place counts from its floor, the yard from the ground, a storey that is gone from the ground', () => {
    const place = (storeyId: string | null) => ({ storeyId, xM: 1, yM: 1, heightM: 1.2 });
    const floor = storeysById(site).get('f-upper')!.storey.floorLevelM;
    expect(levelOf(site, place('f-upper'))).toBeCloseTo(floor + 1.2, 9);
    expect(levelOf(site, place(null))).toBe(1.2);
    expect(levelOf(site, place('gone'))).toBe(1.2);
  });
  test('the eaves are the top of the highest storey', () => {
    for (const b of site.buildings)
      expect(eavesLevelM(b)).toBe(Math.max(...b.storeys.map((s) => s.floorLevelM + s.heightM)));
  });
});

describe('the plot', () => {
  test('a point is in the building over it, or in none', () => {
    expect(buildingAt(site, 3, 3)?.id).toBe(site.buildings[0]!.id);
    expect(buildingAt(site, 18, 12)).toBeNull();
    expect(inside(site.buildings[0]!.storeys[0]!.outline, -0.1, 3)).toBe(false);
  });
  test('its box grows by its margin on every side, and a plot of nothing has one', () => {
    const [tight, wide] = [plotBox(site, 0), plotBox(site, 3)];
    expect(tight.minXM - wide.minXM).toBeCloseTo(3, 9);
    expect(wide.maxYM - tight.maxYM).toBeCloseTo(3, 9);
    expect(plotBox(emptySite(), 3)).toEqual({ minXM: -10, minYM: -7, maxXM: 10, maxYM: 7 });
  });
});
