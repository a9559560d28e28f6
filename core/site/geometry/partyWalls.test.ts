import { describe, expect, test } from '@jest/globals';
import { emptySite, type Opening, type Site } from '../model/schema';
import { boxHouse } from '../../../testing/boxHouse';
import { cableRoute } from '../cable/cableRoute';
import { buildScene } from '../../radio/geometry/scene';
import { crossingsBetween } from '../../radio/geometry/crossings';
import { moveBuilding, STILL } from './frames';
import { areApart } from './ownBuilding';
import { adjoin, partyWallsOnce } from './partyWalls';
import { walkingWaysM } from './walkingWays';

let n = 0;
const newId = (kind: string) => `${kind}${n++}`;
const box = (site: Site, name: string, xM: number, widthM: number, depthM: number, storeys = 1): Site =>
  boxHouse(
    newId,
    { name, at: { xM, yM: 0 }, widthM, depthM, storeyNames: ['Ground', 'First'].slice(0, storeys) },
    site,
  );
/** A house of two storeys 8 × 6 m, and an extension 4 × 4 m at its east wall. */
const both = box(box(emptySite(), 'House', 0, 8, 6, 2), 'Extension', 8, 4, 4);
const [house, extension] = both.buildings as [Site['buildings'][0], Site['buildings'][0]];
const storeyId = (b: typeof house) => b.storeys[0]!.id;
const place = (b: typeof house, xM: number) => ({ storeyId: storeyId(b), xM, yM: 2, heightM: 1 });
const wallsBetween = (site: Site) =>
  crossingsBetween(buildScene(site), { x: 6, y: 2, z: 1 }, { x: 10, y: 2, z: 1 }).walls.length;
const wallAtEast = (site: Site, b: typeof house) =>
  site.walls.find((w) => w.storeyId === storeyId(b) && w.a.xM === 8 && w.b.xM === 8)!;
const door = (wallId: string, offsetM: number, kind: Opening['kind'] = 'opening'): Opening => ({
  id: newId('ope'),
  wallId,
  kind,
  construction: 'open',
  offsetM,
  widthM: 1,
  sillM: 0,
  heightM: 2.1,
});

describe('buildings that stand wall to wall', () => {
  test('adjoin where a side of one lies along a side of the other, and no longer once one is moved', () => {
    expect(adjoin(house, extension)).toBe(true);
    expect(adjoin(extension, house)).toBe(true);
    const moved = moveBuilding(both, extension.id, { ...STILL, xM: 0.5 });
    expect(adjoin(moved.buildings[0]!, moved.buildings[1]!)).toBe(false);
    expect(partyWallsOnce(moved)).toBe(moved);
  });
  test('have their party wall once: a way through passes one wall, and two once they are apart', () => {
    expect(wallsBetween(both)).toBe(1);
    expect(wallsBetween(moveBuilding(both, extension.id, { ...STILL, xM: 0.5 }))).toBe(2);
    // Nothing of the house is taken away, and of the extension three sides stay.
    const once = partyWallsOnce(both);
    expect(once.walls.filter((w) => w.storeyId === storeyId(extension))).toHaveLength(3);
    expect(once.walls).toHaveLength(both.walls.length - 1);
  });
  test('a longer wall keeps what the other does not stand along', () => {
    const wide = box(box(emptySite(), 'House', 0, 8, 4), 'Hall', 8, 4, 9);
    const once = partyWallsOnce(wide);
    const left = once.walls.filter(
      (w) => w.storeyId === wide.buildings[1]!.storeys[0]!.id && w.a.xM === 8 && w.b.xM === 8,
    );
    expect(left.map((w) => [w.a.yM, w.b.yM].sort((p, q) => p - q))).toEqual([[4, 9]]);
  });
  test('a way through is open whichever of the two it was drawn in', () => {
    for (const b of [house, extension]) {
      const wall = wallAtEast(both, b);
      const offsetM = wall.a.yM === 0 ? 1.5 : wall.a.yM - 2.5;
      const open = { ...both, openings: [door(wall.id, offsetM)] };
      const { openings } = partyWallsOnce(open);
      expect(openings.map((o) => o.wallId)).toEqual([wallAtEast(both, house).id]);
      expect(openings[0]!.widthM).toBeCloseTo(1, 9);
      const { walls } = crossingsBetween(buildScene(open), { x: 6, y: 2, z: 1 }, { x: 10, y: 2, z: 1 });
      expect(walls.map((w) => w.open > 0.5)).toEqual([true]);
    }
  });
  test('are no two buildings to a cable: one hole, nothing over the yard, none where a way is open', () => {
    expect(areApart(both, place(house, 2), place(extension, 10))).toBe(false);
    const route = cableRoute(both, place(house, 7), place(extension, 9))!;
    expect(route.wallIds).toHaveLength(1);
    expect(route.outdoorM).toBe(0);
    const wall = wallAtEast(both, extension);
    const open = {
      ...both,
      openings: [door(wall.id, wall.a.yM === 0 ? 1.5 : wall.a.yM - 2.5)],
    };
    expect(cableRoute(open, place(house, 7), place(extension, 9))!.wallIds).toHaveLength(0);
  });
  test('are walked through by the door between them', () => {
    const wall = wallAtEast(both, house);
    const open = { ...both, openings: [door(wall.id, wall.a.yM === 0 ? 1.5 : wall.a.yM - 2.5, 'door')] };
    expect(walkingWaysM(open, [place(house, 6), place(extension, 10)])[0]![1]).toBeCloseTo(4, 6);
  });
});
