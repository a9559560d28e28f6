import { expect, test } from '@jest/globals';
import { emptyBrief } from '../../brief/brief';
import { failureMinor, failureWords, secondVisitMinor, surerPlans } from './callBack';

const brief = { ...emptyBrief(), currency: 'EUR', labourMinorPerHour: 60_00 };
const own = { ...brief, offer: { ...brief.offer, secondVisitMinor: 200_00 } };

test('a second visit is travel and an hour and a half, or what the brief says, nothing too', () => {
  const travelled = { ...brief, offer: { ...brief.offer, travelMinor: 35_00 } };
  expect([brief, travelled, own].map(secondVisitMinor)).toEqual([90_00, 125_00, 200_00]);
  expect(secondVisitMinor({ ...brief, offer: { ...brief.offer, secondVisitMinor: 0 } })).toBe(0);
});

test('a failure costs the chance of it times a second visit', () => {
  expect([1, 0.91, 0].map((chance) => failureMinor(chance, own))).toEqual([0, 18_00, 200_00]);
  expect(failureWords(0.91, own)).toBe(
    'That it may fail costs EUR 18 on average: 9 % of a second visit at EUR 200.',
  );
});

test('being surer has a price, held against the call-backs it saves', () => {
  const from = { priceMinor: 500_00, chance: 0.44 };
  const words = (moreMinor: number) =>
    surerPlans(from, [{ priceMinor: 500_00 + moreMinor, chance: 0.99 }], own)
      .map((s) => s.words)
      .join();
  expect(words(96_00)).toBe('Sure to 99 %: EUR 96 more, EUR 14 less than the call-backs it saves');
  expect(words(150_00)).toBe('Sure to 99 %: EUR 150 more, EUR 40 more than the call-backs it saves');
  expect(words(110_00)).toContain('EUR 110 more, as much as the call-backs it saves');
  // What is no surer than the one that is taken is told as nothing.
  expect(surerPlans(from, [from, { priceMinor: 600_00, chance: 0.441 }], own)).toEqual([]);
});
