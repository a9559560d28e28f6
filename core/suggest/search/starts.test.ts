import { expect, test } from '@jest/globals';
import { smallHouse, smallToday } from '../../../testing/smallHouse';
import { POLICIES } from '../choices/policies';
import { linkTable } from './linkTable';
import { beginnings, firstPlaces } from './starts';

const policy = POLICIES.find((p) => p.id === 'spendLeast')!;

test('a first answer comes from some of the places where there are more than one waits for, and proves nothing', async () => {
  const context = smallHouse(1);
  expect(firstPlaces(context, policy)).toBeNull();
  const { spots } = context.site;
  const crowd = Array.from({ length: 1000 }, (_, i) => ({ ...spots[i % spots.length]!, id: `crowd-${i}` }));
  expect(firstPlaces({ ...context, site: { ...context.site, spots: crowd } }, policy)).toBe(1);

  const pause = () => Promise.resolve();
  const [base] = beginnings(context, { policy, most: 1, locked: [], pause }, smallToday);
  const whole = await linkTable(context, smallToday, policy, base!, pause);
  const some = await linkTable(context, smallToday, policy, base!, pause, { most: 1 });
  const places = (table: typeof whole) => new Set(table.columns.map((c) => c.place));
  expect(places(some).size).toBe(1);
  expect(places(whole).size).toBeGreaterThan(1);
  for (const id of places(some)) expect(places(whole)).toContain(id);
  expect([whole.isWhole, some.isWhole]).toEqual([true, false]);
});
