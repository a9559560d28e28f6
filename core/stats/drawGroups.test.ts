import { expect, test } from '@jest/globals';
import { drawGroups } from './drawGroups';

const ask = { groups: 64, least: 4, seed: 3 };

test('each is in as many groups as each other, none twice in one', () => {
  const groups = drawGroups(11, 3, ask);
  expect(groups).toHaveLength(64);
  for (const g of groups) expect(new Set(g).size).toBe(3);
  const uses = Array.from({ length: 11 }, (_, i) => groups.filter((g) => g.includes(i)).length);
  expect(Math.max(...uses) - Math.min(...uses)).toBeLessThanOrEqual(1);
  expect(drawGroups(11, 3, ask)).toEqual(groups);
});

test('of many there are more groups, of few all are in each, of none there are none', () => {
  const many = drawGroups(200, 2, ask);
  expect(many).toHaveLength(400);
  expect(new Set(many.flat()).size).toBe(200);
  expect(drawGroups(2, 5, ask).every((g) => g.length === 2)).toBe(true);
  expect(drawGroups(0, 3, ask)).toEqual([]);
});
