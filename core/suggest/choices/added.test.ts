import { expect, test } from '@jest/globals';
import { plainFeed } from '../../plan/option/feeds';
import type { Option, Unit } from '../../plan/option/schema';
import { adopted, proposed, takenInto } from './added';

const unit = (id: string, parentId: string | null): Unit => ({
  id,
  letter: id.slice(-1).toUpperCase(),
  kitId: 'mesh-dual',
  name: id,
  place: { storeyId: 'g', xM: 1, yM: 1, heightM: 1 },
  feed: parentId === null ? plainFeed('line', null) : plainFeed('wireless', parentId),
  radios: {},
});
const option = (...units: Unit[]): Option => ({ id: 'o', name: 'Mine', units, wiredSpots: [], locks: ['a'] });
const ids = () => {
  let n = 0;
  return (kind: string) => `${kind}-${++n}`;
};

test('what is added is what was not there before, however its id is spelt', () => {
  // An id that looks like one a search gives is the job's own where the job has it.
  const today = option(unit('a', null), unit('d0-mesh-dual', 'a'));
  const found = proposed({ ...today, units: [...today.units, unit('plain', 'd0-mesh-dual')] }, [
    today,
    undefined,
  ]);
  expect(found.addedUnitIds).toEqual(['plain']);
});

test('an adopted network has new ids for what was added alone, in every reference to it', () => {
  const today = option(unit('a', null));
  const units = [...today.units, unit('b', 'a'), unit('c', 'b')];
  const wiredSpots = [
    { spotId: 's', unitId: 'c' },
    { spotId: 't', unitId: 'a' },
  ];
  const made = adopted(
    proposed({ ...today, units, wiredSpots, locks: ['a', 'b'] }, [today]),
    'x'.repeat(99),
    ids(),
  );
  expect(made.units.map((u) => u.id)).toEqual(['a', 'unit-1', 'unit-2']);
  expect(made.units.map((u) => (u.feed.kind === 'line' ? null : u.feed.parentId))).toEqual([
    null,
    'a',
    'unit-1',
  ]);
  expect(made.wiredSpots.map((w) => w.unitId)).toEqual(['unit-2', 'a']);
  expect(made.locks).toEqual(['a', 'unit-1']);
  expect([made.id, made.name.length]).toEqual(['opt-3', 80]);
});

test('taken in the place of an option, that stays the option it is', () => {
  const mine = option(unit('a', null));
  const better = { ...mine, id: 'found', name: '', units: [...mine.units, unit('b', 'a')], locks: [] };
  const made = takenInto(mine, proposed(better, [mine]), ids());
  expect(made).toMatchObject({ id: 'o', name: 'Mine', locks: ['a'] });
  expect(made.units.map((u) => u.id)).toEqual(['a', 'unit-1']);
});
