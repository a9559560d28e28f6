import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { lru, numberOf, ownedBy } from './lru';

test('a thing is made once while it is kept, the newest are, and nothing else', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 6 }),
      fc.array(fc.integer({ min: 0, max: 15 }), { maxLength: 80 }),
      (most, keys) => {
        const cache = lru<number, string>(most);
        keys.forEach((key, i) => {
          // Of the newest different keys `most` are there, whatever came before.
          const newest = [...new Set(keys.slice(0, i).reverse())].slice(0, most);
          for (let k = 0; k < 16; k++) expect(cache.has(k)).toBe(newest.includes(k));
          let made = 0;
          const value = cache(key, () => {
            made++;
            return `of ${key}`;
          });
          expect(value).toBe(`of ${key}`);
          expect(made).toBe(newest.includes(key) ? 0 : 1);
        });
      },
    ),
  );
});

test('nothing is kept of what throws, and null is a thing like another', () => {
  const cache = lru<string, number | null>(3);
  expect(() =>
    cache('a', () => {
      throw new Error('no');
    }),
  ).toThrow('no');
  expect(cache.has('a')).toBe(false);
  let made = 0;
  for (let i = 0; i < 3; i++) cache('b', () => (made++, null));
  expect(made).toBe(1);
});

test('what belongs to an owner is made once for it; a thing keeps its number', () => {
  const [a, b] = [{}, {}];
  const of = ownedBy(() => ({}));
  expect(of(a)).toBe(of(a));
  expect(of(a)).not.toBe(of(b));
  expect(numberOf(a)).toBe(numberOf(a));
  expect(numberOf(a)).not.toBe(numberOf(b));
});
