import { expect, test } from '@jest/globals';
import { judgedJob } from '../../../testing/judgedHouses';
import { bestByTrying } from '../../../testing/outsideJudge';
import { plainChance } from '../../../testing/plainChance';
import { chanceOf, wholeChance } from './chance';

test('is what plain draws through the whole model give, evening and bands of hops included', () => {
  const job = judgedJob('barn', 2);
  const { option } = bestByTrying(job)!;
  const stated = wholeChance(job.context, option);
  expect(stated).toBeGreaterThan(0.3);
  expect(stated).toBeLessThan(0.7);
  // Of 300 draws the mean strays by 0.029: what is wrong with a band or the evening moves it by more than twice that.
  expect(Math.abs(stated - plainChance(job.context, option, 300, 7))).toBeLessThan(0.07);
  const each = chanceOf(job.context, option);
  expect(each.whole).toBe(stated);
  for (const spot of each.spots) {
    expect(spot.chance).toBeLessThanOrEqual(spot.alone);
    expect(spot.chance).toBeGreaterThanOrEqual(stated);
  }
});
