import { describe, expect, test } from '@jest/globals';
import { boxHouse } from '../../../testing/boxHouse';
import { checkSite } from '../../job/references';
import { buildScene } from '../../radio/geometry/scene';
import { isOutdoors } from '../geometry/openAir';
import { roomsOn } from '../geometry/rooms';
import { MOST_STOREYS, site as siteSchema, type Site } from '../model/schema';
import { addBasement, changeStorey, copyStoreyUp } from './storeys';
import { addRoofTerrace } from './terrace';

let n = 0;
const newId = (kind: string) => `${kind}${n++}`;
const house = (storeyNames: string[]): Site => boxHouse(newId, { widthM: 10, depthM: 6, storeyNames });
const sound = (site: Site) => {
  expect(siteSchema.safeParse(site).error?.issues ?? []).toEqual([]);
  checkSite(site, (path, words) => expect(`${path}: ${words}`).toBe(''));
};
const storeysOf = (site: Site) => site.buildings[0]!.storeys;

/** A house whose upper storey is 6 m long over a ground floor of 10 m. */
function stepped(): Site {
  const whole = house(['Ground', 'First']);
  const upper = storeysOf(whole)[1]!.id;
  const short = (p: { xM: number; yM: number }) => ({ ...p, xM: Math.min(p.xM, 6) });
  return {
    ...changeStorey(whole, upper, { outline: storeysOf(whole)[1]!.outline.map(short) }),
    walls: whole.walls.map((w) => (w.storeyId === upper ? { ...w, a: short(w.a), b: short(w.b) } : w)),
  };
}

describe('a roof terrace', () => {
  test('lies on what of the storey below is free, with a parapet on its outer sides, and is outdoors', () => {
    const before = stepped();
    const upper = storeysOf(before)[1]!.id;
    const made = addRoofTerrace(before, upper, newId);
    if (!made.ok) throw new Error(made.message);
    sound(made.site);
    expect(made.storeyId).toBe(upper);
    const [inner, terrace] = roomsOn(made.site, upper);
    expect(inner!.named).toBeNull();
    expect(terrace!.named!.name).toBe('Roof terrace');
    expect(terrace!.areaM2).toBeCloseTo(24, 1);
    const parapet = made.site.walls.filter((w) => w.storeyId === upper && w.heightM !== null);
    expect(parapet.reduce((sum, w) => sum + Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM), 0)).toBeCloseTo(
      14,
      6,
    );
    expect(isOutdoors(made.site, { storeyId: upper, xM: 8, yM: 3 })).toBe(true);
    expect(isOutdoors(made.site, { storeyId: upper, xM: 3, yM: 3 })).toBe(false);
    // The roof is over the storey and not over the terrace.
    const roof = buildScene(made.site).slabs.find((s) => s.id === made.site.buildings[0]!.id)!;
    expect(roof.holes.map((h) => [...h].filter((_, i) => i % 2 === 0).sort((a, b) => a - b))).toEqual([
      [6, 6, 10, 10],
    ]);
  });
  test('on a roof that is free as a whole it is a storey of its own without a roof', () => {
    const before = house(['Ground']);
    const made = addRoofTerrace(before, storeysOf(before)[0]!.id, newId);
    if (!made.ok) throw new Error(made.message);
    sound(made.site);
    const [, terrace] = storeysOf(made.site);
    expect(terrace).toMatchObject({ id: made.storeyId, name: 'Roof terrace', floorLevelM: 2.75 });
    expect(made.site.buildings[0]!.roof).toBeNull();
    expect(roomsOn(made.site, made.storeyId).map((r) => r.named?.name)).toEqual(['Roof terrace']);
    expect(made.site.walls.filter((w) => w.storeyId === made.storeyId).map((w) => w.heightM)).toEqual([
      1.1, 1.1, 1.1, 1.1,
    ]);
  });
  test('under a storey that covers all there is no room for one, and it is said', () => {
    const before = house(['Ground', 'First']);
    const made = addRoofTerrace(before, storeysOf(before)[0]!.id, newId);
    expect(made).toMatchObject({ ok: false, message: expect.stringContaining('uppermost') });
    expect(addRoofTerrace(before, 'gone', newId).ok).toBe(false);
  });
});

test('a building has as many storeys as it may, each with a name of its own, and then no more', () => {
  let site = house(['Ground']);
  for (let i = 0; i < 20; i++) {
    const top = [...storeysOf(site)].sort((a, b) => b.floorLevelM - a.floorLevelM)[0]!;
    site = copyStoreyUp(site, top.id, true, newId).site;
  }
  expect(storeysOf(site)).toHaveLength(MOST_STOREYS);
  expect(new Set(storeysOf(site).map((s) => s.name)).size).toBe(MOST_STOREYS);
  expect(addBasement(site, site.buildings[0]!.id, newId).site).toBe(site);
  expect(addRoofTerrace(site, storeysOf(site)[11]!.id, newId).ok).toBe(false);
  sound(site);
});
