import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { checkSurvey } from '../check/survey';
import {
  addBoxBuilding,
  addSpot,
  addWall,
  deleteWall,
  freeCorner,
  freeNumber,
  nextSpotNumber,
  placeOn,
} from './plot';
import { plotBox, sheetStoreys } from '../model/levels';
import { activitiesLabel, needOf } from '../model/needs';
import { emptySite, site as siteSchema } from '../model/schema';

let n = 0;
const newId = (prefix: string) => `${prefix}-${++n}`;
const boxed = () =>
  addBoxBuilding(
    emptySite(),
    {
      name: 'House',
      at: { xM: 0, yM: 0 },
      widthM: 8,
      depthM: 6,
      storeyNames: ['Ground', 'First'],
      storeyHeightM: 2.5,
      construction: 'brickCavity',
      floor: 'timberFloor',
      roof: 'tileRoof',
    },
    newId,
  );

test('a building by its dimensions has four walls on every storey and is valid', () => {
  const { site, storeyId } = boxed();
  expect(siteSchema.safeParse(site).success).toBe(true);
  expect(site.walls).toHaveLength(8);
  expect(site.buildings[0]!.storeys[1]!.floorLevelM).toBeCloseTo(2.75, 9);
  expect(site.buildings[0]!.storeys[0]!.id).toBe(storeyId);
  expect(freeCorner(site, 5)).toEqual({ xM: 13, yM: 0 });
});

test('spots are numbered on, in a storey inside its outline and in the yard outside', () => {
  const { site, storeyId } = boxed();
  const ids = new Set([storeyId]);
  const inside = addSpot(site, 'a', placeOn(site, ids, { xM: 4, yM: 3 }, 1), 'A');
  const both = addSpot(inside, 'b', placeOn(site, ids, { xM: 20, yM: 3 }, 1), 'B');
  expect(both.spots.map((s) => [s.number, s.place.storeyId])).toEqual([
    [1, storeyId],
    [2, null],
  ]);
  expect(nextSpotNumber(both)).toBe(3);
});

test('a wall takes its doors with it', () => {
  const site = farmSite();
  const fewer = deleteWall(site, 'st-4');
  expect(fewer.openings.some((o) => o.wallId === 'st-4')).toBe(false);
  expect(fewer.openings.length).toBe(site.openings.length - 1);
});

test('the survey check names spots outside and walls that nearly meet', () => {
  const { site, storeyId } = boxed();
  const wrong = addSpot(site, 'a', { storeyId, xM: 50, yM: 3, heightM: 1 }, 'Lost');
  const gap = addWall(wrong, {
    id: 'g',
    storeyId,
    a: { xM: 3, yM: 0.15 },
    b: { xM: 3, yM: 3 },
    construction: 'plasterboard',
    heightM: null,
  });
  const kinds = checkSurvey(gap).map((x) => x.kind);
  expect(kinds).toContain('spotOutside');
  expect(kinds).toContain('wallNearlyMeets');
  expect(checkSurvey(farmSite()).map((x) => x.kind)).toEqual(['slowRun']);
  expect(checkSurvey(emptySite()).map((x) => x.kind)).toEqual(['noBuilding', 'noSpots']);
});

test('the sheet shows one storey of each building, the nearest in height to the chosen one', () => {
  expect(sheetStoreys(farmSite(), 'f-attic').map((r) => r.storey.id)).toEqual([
    'f-attic',
    's-ground',
    'b-loft',
  ]);
  expect(sheetStoreys(farmSite(), null).map((r) => r.storey.id)).toEqual(['f-ground', 's-ground', 'b-byre']);
});

test('the plot box holds everything with its margin', () => {
  const box = plotBox(farmSite(), 2);
  expect(box).toEqual({ minXM: -2, minYM: -2, maxXM: 41.5, maxYM: 29 });
});

test('needs add up, plus a fifth; the strictest round trip holds', () => {
  const need = needOf([
    { activity: 'teaching', count: 1 },
    { activity: 'web', count: 2 },
  ]);
  expect(need).toEqual({
    downMbps: expect.closeTo(19.2, 9),
    upMbps: expect.closeTo(16.8, 9),
    latencyMs: 100,
  });
  expect(
    needOf([{ activity: 'web', count: 1 }], { web: { downMbps: 50, upMbps: 5, latencyMs: 80 } }),
  ).toEqual({ downMbps: 60, upMbps: 6, latencyMs: 80 });
  expect(activitiesLabel([{ activity: 'hdCall', count: 2 }])).toBe('2 × HD call');
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 20 }), (count) => {
      expect(needOf([{ activity: 'film4k', count }]).downMbps).toBeCloseTo(30 * count, 6);
    }),
  );
});

test('past the largest number a spot takes one that is free, added, copied or put in by two at once', () => {
  const plot = farmSite();
  const last = plot.spots.length - 1;
  const high = { ...plot, spots: plot.spots.map((s, i) => (i === last ? { ...s, number: 999 } : s)) };
  const at = { storeyId: null, xM: 1, yM: 1, heightM: 1 };
  const numbers = addSpot(addSpot(high, 'one', at, 'One'), 'two', at, 'Two').spots.map((s) => s.number);
  expect(numbers.slice(-2)).toEqual([last + 1, last + 2]);
  expect(new Set(numbers).size).toBe(numbers.length);
  expect(freeNumber(999, new Set([999, 1, 2]))).toBe(3);
});
