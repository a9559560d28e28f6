import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { plainFeed } from '../option/feeds';
import type { Unit } from '../option/schema';
import { unitChanges } from './unitChanges';

const now = quillfeatherFarm().plan.options[0]!;
const [a, b] = now.units as [Unit, Unit];
const told = (units: Unit[]) => {
  const { changed, gone } = unitChanges(now, { ...now, units });
  return { changed: [...changed], gone: gone.map((u) => u.letter) };
};

test('the same units under other ids are no change, also as parents', () => {
  const renamed = now.units.map((u) => ({
    ...u,
    id: `x-${u.id}`,
    feed: u.feed.kind === 'line' ? u.feed : { ...u.feed, parentId: `x-${u.feed.parentId}` },
  }));
  expect(told(renamed)).toEqual({ changed: [], gone: [] });
});

test('a unit that is new, moved, of another kit or fed otherwise is changed; what stood elsewhere is gone', () => {
  const c: Unit = { ...b, id: 'c', letter: 'C', place: { ...b.place, xM: b.place.xM + 3 } };
  expect(told([a, b, c])).toEqual({ changed: ['c'], gone: [] });
  expect(told([a, { ...b, place: c.place }])).toEqual({ changed: [b.id], gone: ['B'] });
  expect(told([a, { ...b, kitId: 'mesh-six' }])).toEqual({ changed: [b.id], gone: ['B'] });
  expect(told([a, { ...b, feed: plainFeed('ethernet', a.id) }])).toEqual({ changed: [b.id], gone: [] });
  expect(told([a])).toEqual({ changed: [], gone: ['B'] });
});

test('what was measured on a backhaul does not make it another; with nothing at hand all is new', () => {
  const read = { ...b, feed: { ...plainFeed('wireless', a.id), measuredDownMbps: 90 } };
  expect(told([a, read]).changed).toEqual([]);
  expect([...unitChanges(null, now).changed]).toEqual(now.units.map((u) => u.id));
});
