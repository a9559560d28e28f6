import { describe, expect, test } from '@jest/globals';
import { farmSite } from '../../../demo/farmSite';
import { larkspurRow } from '../../../demo/larkspur';
import { sampleBuilding, samplePlace, sampleRectangle, sampleWall } from '../../../testing/sampleSite';
import { emptySite, type Opening, type Site } from '../model/schema';
import { walkingRoute } from './walkingRoute';
import { walkingWaysM } from './walkingWays';

const door = (id: string, wallId: string, offsetM: number, more: Partial<Opening> = {}): Opening => ({
  id,
  wallId,
  kind: 'door',
  construction: 'timberDoor',
  offsetM,
  widthM: 0.8,
  sillM: 0,
  heightM: 2,
  ...more,
});

/** Two rooms of 5 by 6 m beside each other, the door between them at the far end of their wall, and one out of the west room. */
function twoRooms(openings: Opening[] = [door('between', 'mid', 5), door('out', 'w', 5.1)]): Site {
  const wall = (id: string, ...line: [number, number, number, number]) =>
    sampleWall(id, 'g', line, 'brickSingle');
  return {
    ...emptySite(),
    buildings: [sampleBuilding('House', ['g'], sampleRectangle(0, 0, 10, 6))],
    walls: [
      wall('n', 0, 0, 10, 0),
      wall('e', 10, 0, 10, 6),
      wall('s', 10, 6, 0, 6),
      wall('w', 0, 6, 0, 0),
      wall('mid', 5, 0, 5, 6),
    ],
    openings,
  };
}
const ways = (site: Site, ...places: [number, number, (string | null)?][]) =>
  walkingWaysM(
    site,
    places.map(([x, y, storey = 'g']) => samplePlace(x, y, storey)),
  );

describe('ways on foot', () => {
  test('go through the door, not through the wall', () => {
    const [[, through]] = ways(twoRooms(), [4.5, 1], [5.5, 1]) as [[number, number]];
    // The middle of the doorway is at (5, 5.4).
    expect(through).toBeCloseTo(2 * Math.hypot(0.5, 4.4), 9);
    const [[, sameRoom]] = ways(twoRooms(), [1, 1], [4, 5]) as [[number, number]];
    expect(sameRoom).toBeCloseTo(5, 9);
  });
  test('lead out by the outer door and over the yard', () => {
    const [[, out]] = ways(twoRooms(), [0.5, 1], [-1, 0.5, null]) as [[number, number]];
    // The west wall runs from (0, 6) up: its door has its middle at (0, 0.5).
    expect(out).toBeCloseTo(Math.hypot(0.5, 0.5) + 1, 9);
  });
  test('do not go through windows or hatches, and where nobody drew a door a little round', () => {
    for (const none of [
      [],
      [door('w1', 'mid', 5, { kind: 'window' })],
      [door('h', 'mid', 5, { kind: 'opening', sillM: 0.9 })],
    ]) {
      const [[, m]] = ways(twoRooms(none), [4.5, 1], [5.5, 1]) as [[number, number]];
      expect(m).toBeCloseTo(1 + 6, 9);
    }
  });
  test('climb by the stairs, whatever lies above what', () => {
    const below = sampleBuilding('House', ['g', 'u'], sampleRectangle(0, 0, 10, 6));
    const [ground, upper] = below.storeys;
    const hole = { id: 'st', name: 'Stairs', outline: sampleRectangle(8, 4, 10, 6) };
    const site: Site = {
      ...emptySite(),
      buildings: [{ ...below, storeys: [ground!, { ...upper!, floorLevelM: 3, holes: [hole] }] }],
    };
    const [[, m]] = ways(site, [1, 1], [1, 1, 'u']) as [[number, number]];
    expect(m).toBeCloseTo(2 * Math.hypot(8, 4) + 6 * 3, 9);
  });
  test('are straight in a house with more doors than are looked through, which is told at once', () => {
    const doors = Array.from({ length: 400 }, (_, i) => door(`d${i}`, 'mid', 5));
    const [[, m]] = ways(twoRooms(doors), [4.5, 1], [5.5, 1]) as [[number, number]];
    expect(m).toBeCloseTo(1, 9);
  });
  test('are the same both ways, and none is shorter than the straight line', () => {
    for (const site of [farmSite(), larkspurRow().site]) {
      const places = site.spots.map((s) => s.place);
      const all = walkingWaysM(site, places);
      all.forEach((row, i) =>
        row.forEach((m, j) => {
          expect(m).toBeCloseTo(all[j]![i]!, 9);
          expect(m).toBeGreaterThanOrEqual(
            Math.hypot(places[i]!.xM - places[j]!.xM, places[i]!.yM - places[j]!.yM) - 1e-9,
          );
        }),
      );
    }
  });
});

test('the walk does one room before the next, though a spot behind the wall is nearer', () => {
  const spot = (number: number, x: number, y: number) => ({
    ...farmSite().spots[0]!,
    id: `s${number}`,
    number,
    place: samplePlace(x, y),
  });
  const site: Site = {
    ...twoRooms(),
    lineEntry: samplePlace(0.5, 5.5),
    spots: [spot(1, 4.6, 0.5), spot(2, 5.4, 0.5), spot(3, 4.6, 5), spot(4, 5.4, 4.9)],
  };
  expect(walkingRoute(site)).toEqual(['s1', 's3', 's4', 's2']);
});
