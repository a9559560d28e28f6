import { expect, test } from '@jest/globals';
import { CATALOGUE } from './catalogue';
import { groupOf, KIT_GROUPS } from './groups';

test('every kit is in one of six groups, and none of them is empty', () => {
  const labels = (group: string) => CATALOGUE.filter((k) => groupOf(k) === group).map((k) => k.label);
  expect(KIT_GROUPS).toHaveLength(6);
  for (const g of KIT_GROUPS) expect(labels(g.id)).not.toEqual([]);
  expect(KIT_GROUPS.flatMap((g) => labels(g.id))).toHaveLength(CATALOGUE.length);
  expect(labels('access')).toEqual(['Ceiling access point, PoE', 'In-wall access point, PoE']);
});
