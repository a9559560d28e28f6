import { expect, test } from '@jest/globals';
import { normalQuantile } from './normalDraws';
import { fasterBy } from './rankBound';
import { seeded } from './seeded';

test('the slowest run now over the fastest before, with its chance', () => {
  expect(fasterBy([2, 3, 2.5], [30, 36, 33])).toEqual({ times: 10, sure: 0.75 });
  expect(fasterBy([4], [5, 6, 7, 8])).toEqual({ times: 1.25, sure: 1 - 0.5 - 0.0625 });
});

test('nothing is said where it is not faster, was silent before or was not read', () => {
  for (const [b, a] of [
    [
      [5, 6, 7],
      [6, 9, 9],
    ],
    [
      [0, 0, 0],
      [40, 41, 42],
    ],
    [[], [3]],
    [[3], []],
  ])
    expect(fasterBy(b!, a!)).toBeNull();
});

test('over made-up spots it holds at least as often as it says', () => {
  const random = seeded(7);
  const run = (middle: number) => middle * Math.exp(0.3 * normalQuantile(0.0005 + 0.999 * random()));
  let [said, held, promised] = [0, 0, 0];
  for (let i = 0; i < 20_000; i++) {
    const truly = 0.8 + 3 * random();
    const [n, m] = [3 + Math.floor(2 * random()), 3 + Math.floor(2 * random())];
    const before = Array.from({ length: n }, () => run(10));
    const after = Array.from({ length: m }, () => run(10 * truly));
    const bound = fasterBy(before, after) ?? { times: 0, sure: 1 - 0.5 ** n - 0.5 ** m };
    said++;
    promised += bound.sure;
    if (truly >= bound.times) held++;
  }
  expect(held / said).toBeGreaterThanOrEqual(promised / said);
});
