import { expect, test } from '@jest/globals';
import type { Prediction } from '@/core/plan/predict/prediction';
import { emptySite, type Site, type Spot } from '@/core/site/model/schema';
import type { Verdict } from '@/core/site/model/verdict';
import { madeSpot } from '@/testing/smallHouse';
import { sampleBuilding, samplePlace, sampleRectangle } from '@/testing/sampleSite';
import { placeWanted, type Looking } from './placeWanted';

const spot = (i: number, x: number, storeyId: string | null): Spot =>
  madeSpot(i, samplePlace(x, 2, storeyId, 0.7), () => 0.5);
const [desk, sofa, bed, yard] = [spot(0, 2, 'g'), spot(1, 6, 'g'), spot(2, 9, 'u'), spot(3, 20, null)];
const site: Site = {
  ...emptySite(),
  buildings: [sampleBuilding('house', ['g', 'u'], sampleRectangle(0, 0, 12, 6))],
  spots: [desk!, sofa!, bed!, yard!],
  lineEntry: samplePlace(0.5, 0.5),
};
const got = (verdicts: Record<string, Verdict>) =>
  new Map(Object.entries(verdicts).map(([id, verdict]) => [id, { verdict } as Prediction]));
const looking = (more: Partial<Looking>): Looking => ({
  site,
  storeyId: 'g',
  spotId: null,
  unserved: site.spots,
  predictions: got({ s0: 'tight', s1: 'tooSlow', s2: 'noSignal', s3: 'noSignal' }),
  ...more,
});

test('a unit is put where the open sheet is served worst, at the height of a shelf', () => {
  expect(placeWanted(looking({}))).toEqual({ ...sofa!.place, heightM: 1.2 });
  expect(placeWanted(looking({ storeyId: 'u' }))).toEqual({ ...bed!.place, heightM: 1.2 });
});

test('the chosen spot comes before the worst, wherever it is', () => {
  expect(placeWanted(looking({ spotId: desk!.id }))).toMatchObject({ xM: 2, storeyId: 'g' });
  expect(placeWanted(looking({ spotId: yard!.id }))).toMatchObject({ xM: 20, storeyId: null });
  expect(placeWanted(looking({ spotId: 'taken away' }))).toMatchObject({ xM: 6 });
});

test('where all is served it goes mid-storey, and to the line where no storey is drawn', () => {
  const served = { unserved: [] };
  expect(placeWanted(looking(served))).toEqual({ storeyId: 'g', xM: 6, yM: 3, heightM: 1.2 });
  expect(placeWanted(looking({ ...served, site: { ...site, buildings: [] }, storeyId: null }))).toEqual(
    site.lineEntry,
  );
});

test('spots whose figures are not there yet do not count', () => {
  expect(placeWanted(looking({ predictions: got({ s0: 'works' }) }))).toMatchObject({ xM: 2 });
  expect(placeWanted(looking({ predictions: new Map() }))).toMatchObject({ xM: 6, yM: 3 });
});
