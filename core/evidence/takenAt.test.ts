import { expect, test } from '@jest/globals';
import { sampleBuilding, samplePlace, sampleRectangle } from '../../testing/sampleSite';
import { moveBuilding } from '../site/geometry/frames';
import { emptySite } from '../site/model/schema';
import { isReadAt, keptPlace, placeNow } from './takenAt';

const site = {
  ...emptySite(),
  buildings: [sampleBuilding('House', ['g', 'u'], sampleRectangle(0, 0, 8, 6))],
};
const at = samplePlace(3, 2);

test('a place moves with its building and with nothing else', () => {
  const kept = keptPlace(site, at);
  expect(placeNow(site, kept)).toEqual(at);
  const moved = moveBuilding(site, 'House', { xM: 5, yM: 1, turnDeg: 90 });
  expect(placeNow(moved, kept)).toMatchObject({ xM: 3, yM: 4 });
  expect(isReadAt(moved, { takenAt: kept }, placeNow(moved, kept))).toBe(true);
  expect(isReadAt(moved, { takenAt: kept }, at)).toBe(false);
  // What was kept when the building had been moved already comes back to the same place of it.
  expect(keptPlace(moved, placeNow(moved, kept)).place.xM).toBeCloseTo(3, 9);
});

test('half a metre is the same place, more is another, and so is another storey', () => {
  const takenAt = keptPlace(site, at);
  expect(isReadAt(site, { takenAt }, { ...at, xM: 3.5 })).toBe(true);
  expect(isReadAt(site, { takenAt }, { ...at, xM: 3.51 })).toBe(false);
  expect(isReadAt(site, { takenAt }, { ...at, storeyId: 'u' })).toBe(false);
  expect(isReadAt(site, {}, { ...at, xM: 30 })).toBe(true);
});
