import { expect, test } from '@jest/globals';
import { tradeFront } from './front';

const point = (priceMinor: number, chance: number) => ({ priceMinor, chance });

test('the line joins what nothing cheaper is surer than, and every plan stays a point', () => {
  const [none, cheap, worse, best] = [point(0, 0.1), point(300, 0.7), point(500, 0.6), point(900, 0.95)];
  const { byPrice, front } = tradeFront([best, worse, none, cheap]);
  expect(byPrice).toEqual([none, cheap, worse, best]);
  expect(front).toEqual([none, cheap, best]);
});

test('of plans at one price the surest is on the line alone, whichever comes first', () => {
  const pair = [point(300, 0.4), point(300, 0.7)];
  for (const points of [pair, [...pair].reverse()]) expect(tradeFront(points).front).toEqual([pair[1]]);
});

test('a plan that costs more and is as sure is not on it', () => {
  expect(tradeFront([point(300, 0.7), point(400, 0.7)]).front).toEqual([point(300, 0.7)]);
  expect(tradeFront([]).front).toEqual([]);
});
