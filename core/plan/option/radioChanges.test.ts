import { expect, test } from '@jest/globals';
import { channelsAreDue, withRadiosOf } from './radioChanges';
import { plainFeed } from './feeds';
import type { Option, Unit } from './schema';

const unit = (id: string, more: Partial<Unit> = {}): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId: 'mesh-dual',
  name: id,
  place: { storeyId: 'g', xM: 1, yM: 1, heightM: 1 },
  feed: plainFeed('wireless', 'a'),
  radios: { '5': { channel: 36, widthMhz: 80 } },
  ...more,
});
const gateway = unit('a', { feed: plainFeed('line', null) });
const option = (...units: Unit[]): Option => ({
  id: 'o',
  name: 'O',
  units: [gateway, ...units],
  wiredSpots: [],
});

test('channels are planned anew when a unit comes, goes, is another, hangs elsewhere or is set by hand; not when it moves', () => {
  const before = option(unit('b'));
  const changed = (more: Partial<Unit>) => channelsAreDue(before, option(unit('b', more)));
  expect(channelsAreDue(before, option())).toBe(true);
  expect(channelsAreDue(before, option(unit('b'), unit('c')))).toBe(true);
  expect(changed({ kitId: 'mesh-own-radio' })).toBe(true);
  expect(changed({ feed: plainFeed('ethernet', 'a') })).toBe(true);
  expect(changed({ feed: plainFeed('wireless', 'b') })).toBe(true);
  expect(changed({ byHand: ['5'] })).toBe(true);
  expect(changed({ name: 'Elsewhere', place: { storeyId: 'g', xM: 9, yM: 1, heightM: 1 } })).toBe(false);
  expect(changed({ radios: { '5': { channel: 100, widthMhz: 80 } } })).toBe(false);
  expect(channelsAreDue(before, before)).toBe(false);
});

test('of a new option they are planned where a unit has none', () => {
  expect(channelsAreDue(undefined, option(unit('b')))).toBe(false);
  const bare = option(unit('b', { radios: {} }));
  expect(channelsAreDue(undefined, bare)).toBe(true);
  // Today's network begun with as an option stays the network that was read.
  expect(channelsAreDue(undefined, bare, new Set(['a', 'b']))).toBe(false);
});

test('channels are taken over unit by unit, and an option in which none differs stays the very same', () => {
  const now = option(unit('b'), unit('c'));
  const planned = option(unit('b', { radios: { '5': { channel: 100, widthMhz: 80 } } }));
  const taken = withRadiosOf(now, planned);
  expect(taken.units.map((u) => u.radios['5']!.channel)).toEqual([36, 100, 36]);
  expect(withRadiosOf(now, now)).toBe(now);
  expect(withRadiosOf(taken, planned)).toBe(taken);
});
