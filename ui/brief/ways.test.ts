import { expect, test } from '@jest/globals';
import { emptyBrief } from '@/core/brief/brief';
import type { PricedWays } from '@/core/job/waysPriced';
import { otherPrices, waysOf } from './ways';

const same = { totalMinor: 100_00, dayMin: 200 };
const prices: PricedWays = {
  names: { one: same, two: same },
  key: { new: same, keep: { totalMinor: 80_00, dayMin: 180 } },
  bands: { one: same, perBand: same },
  joining: { bench: same, inPlace: { totalMinor: 100_00, dayMin: 275 } },
  adapters: { group: same, pairs: { totalMinor: 160_50, dayMin: 200 } },
  cables: { sockets: same, plugs: { totalMinor: 99_00, dayMin: 200 }, leads: same },
  crew: { one: same, two: { totalMinor: 100_00, dayMin: 120 } },
};
const ways = waysOf(emptyBrief());
const said = (way: string, now: string) =>
  otherPrices(
    prices,
    ways.find((w) => w.way === way)!,
    now,
    'EUR',
  )?.replaceAll('\u00a0', ' ');

test('every other choice is told by what it takes more or less', () => {
  expect(said('key', 'new')).toBe('the old ones: EUR 20 less, 20 min shorter');
  expect(said('key', 'keep')).toBe('new ones: EUR 20 more, 20 min longer');
  expect(said('adapters', 'group')).toBe('a pair for each place: EUR 60.50 more');
  expect(said('joining', 'bench')).toBe('place first, then join: 1 h 15 longer');
  expect(said('names', 'one')).toBe('a separate name: the same price and day');
  expect(said('cables', 'sockets')?.split(' · ')).toHaveLength(2);
});
test('where none of several differs it is said once', () => {
  const alike = { ...prices, cables: { sockets: same, plugs: same, leads: same } };
  const cables = ways.find((w) => w.way === 'cables')!;
  expect(otherPrices(alike, cables, 'sockets', 'EUR')).toBe('the others: the same price and day');
});
test('what only a search can price says nothing here, nor anything before there is an answer', () => {
  expect(said('feed', 'wireFirst')).toBeUndefined();
  expect(otherPrices(null, ways[1]!, 'one', 'EUR')).toBeNull();
});
test('every choice of the ways that are priced has a price', () => {
  for (const { way, choices } of ways)
    if (way in prices)
      for (const c of choices) expect(prices[way as keyof PricedWays][c.value]).toBeDefined();
});
