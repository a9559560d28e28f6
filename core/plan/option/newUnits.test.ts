import { describe, expect, test } from '@jest/globals';
import { emptyBrief } from '../../brief/brief';
import { kitById } from '../../kit/catalogue/catalogue';
import { apartM } from '../../site/geometry/apart';
import { briefNotices } from '../rules/briefRules';
import {
  NOTHING,
  contextOf,
  gateway,
  option,
  outlet,
  place,
  provider,
  site,
  unit,
} from '../../../testing/sampleHouse';
import { plainFeed } from './feeds';
import { feedTo, freePlace, nearestCoax, newUnit, nextLetter, withRouter, withoutUnit } from './placing';

const byAir = plainFeed('wireless', 'a');
const brief = emptyBrief();
const at = (id: string, x: number, storeyId = 'g') => ({ id, name: id, place: place(x, 2, storeyId) });

test('letters fill gaps, and go on after Z', () => {
  const named = (letters: string[]) => option(...letters.map((l) => unit(l, place(1), byAir)));
  const alphabet = Array.from({ length: 26 }, (_, i) => String.fromCharCode(65 + i));
  expect(nextLetter(named([]))).toBe('A');
  expect(nextLetter(named(['A', 'C']))).toBe('B');
  expect(nextLetter(named(alphabet))).toBe('AA');
  expect(nextLetter(named([...alphabet, ...alphabet.map((l) => `A${l}`)]))).toBe('BA');
});

describe('the ends of a feed', () => {
  const house = {
    ...site,
    coax: { ...site.coax, outlets: [at('c1', 2), at('c2', 11), at('up', 10, 'upper')] },
  };
  test('are the coax outlets a lead reaches on the storey', () => {
    expect(nearestCoax(house, place(10))).toBe('c2');
    expect(nearestCoax(house, place(26, 2, 'b'))).toBeNull();
    expect(feedTo(house, 'coax', gateway, place(10))).toMatchObject({ nearCoaxId: 'c1', farCoaxId: 'c2' });
  });
  test('are the sockets nearest to both units of a powerline pair', () => {
    const feed = feedTo(house, 'powerline', gateway, place(10));
    expect(feed).toMatchObject({ parentId: 'a', nearOutletId: 'a', farOutletId: 'c' });
  });
  test('are open where there is no parent, and a cable has none', () => {
    expect(feedTo(house, 'coax', null, place(10))).toEqual(plainFeed('coax', null));
    expect(feedTo(house, 'ethernet', gateway, place(10))).toEqual(plainFeed('ethernet', 'a'));
  });
});

describe('a free place for a unit', () => {
  const bare = { ...site, outlets: [], spots: [] };
  const nobody = option();
  test('is above the nearest socket that is free, in the same room', () => {
    expect(freePlace(site, nobody, place(6.5))).toEqual({ ...place(6.5), xM: 6, yM: 1 });
    const full = { ...site, outlets: [outlet('b', 6, 0)], spots: [] };
    expect(freePlace(full, nobody, place(6.5))).toEqual(place(6.5));
    // The nearest socket stands in the next room.
    const beyond = { ...site, outlets: [outlet('n', 8.3, 2)], spots: [] };
    expect(freePlace(beyond, nobody, place(7.8))).toEqual(place(7.8));
  });
  test('lies on no other unit and no spot, and stays in the room', () => {
    const units = [unit('B', place(2, 2), byAir), unit('C', place(2, 4), byAir)];
    const free = freePlace({ ...bare, spots: site.spots }, { units }, place(2, 2));
    for (const taken of [...units, ...site.spots].map((t) => t.place))
      expect(apartM(taken, free)).toBeGreaterThanOrEqual(0.8);
    expect(free.xM).toBeGreaterThan(0);
    expect(free.xM).toBeLessThan(4);
  });
  test('is where it was wanted when there is room nowhere', () => {
    const crowd = Array.from({ length: 1700 }, (_, i) =>
      unit('B', place((i % 41) * 0.3, Math.floor(i / 41) * 0.3 - 3.5), byAir, 'mesh-dual', { id: `u${i}` }),
    );
    expect(freePlace(bare, { units: crowd }, place(2, 2))).toEqual(place(2, 2));
  });
});

describe('who routes behind the box on the line', () => {
  const behind = { ...brief, policies: { ...brief.policies, router: 'behind' as const } };
  const kit = kitById('mesh-dual')!;
  const role = (b: typeof brief, o: ReturnType<typeof option>) =>
    newUnit(site, b, o, kit, place(6), 'n').role;
  test('the first unit behind it must not, the next are none of its business', () => {
    expect(role(behind, option(provider))).toBe('accessPoint');
    const one = unit('B', place(10), byAir, 'mesh-dual', { role: 'accessPoint' });
    expect(role(behind, option(provider, one))).toBeUndefined();
  });
  test('nothing is said where that is not the school, or no such box is there', () => {
    expect(role(brief, option(provider))).toBeUndefined();
    expect(role(behind, option(gateway))).toBeUndefined();
  });
});

test('the router of today is put in where there is none', () => {
  const { units } = withRouter(NOTHING, place(1), 'Porch', 'r');
  expect(units).toMatchObject([{ id: 'r', letter: 'A', name: 'Porch', feed: { kind: 'line' } }]);
  expect(withRouter({ ...NOTHING, units }, place(5), 'Hall', 'x').units).toMatchObject([
    { id: 'r', name: 'Hall', place: { xM: 5 } },
  ]);
});

test('with a unit go its wires and its lock, and those of others stay', () => {
  const b = unit('B', place(10), byAir);
  const wire = (spotId: string, unitId: string) => ({ spotId, unitId, dataRunId: null });
  const o = {
    ...option(gateway, b),
    wiredSpots: [wire('desk', 'a'), wire('bed', 'b')],
    locks: ['a', 'b'],
  };
  expect(withoutUnit(o, 'b')).toMatchObject({ wiredSpots: [wire('desk', 'a')], locks: ['a'] });
  // Without the gateway what hung on it hangs on nothing, and says so.
  expect(withoutUnit(o, 'a').units[0]!.feed).toMatchObject({ kind: 'wireless', parentId: null });
  expect(withoutUnit(o, 'nobody').units).toEqual(o.units);
});

describe('the school of placing', () => {
  const said = (placing: 'twoRooms' | 'twoWalls' | 'asNear', x: number, kind: 'wireless' | 'ethernet') => {
    const c = contextOf({ brief: { policies: { ...brief.policies, placing } } });
    return briefNotices(c, option(gateway, unit('B', place(x), plainFeed(kind, 'a')))).map((n) => n.words);
  };
  test('two rooms wants two walls between, no more and no fewer', () => {
    expect(said('twoRooms', 10, 'wireless')).toEqual([]);
    expect(said('twoRooms', 6, 'wireless')).toEqual([
      'The way of working of this job puts two rooms between a unit and its parent; between A and B is 1 wall.',
    ]);
  });
  test('two walls is content with fewer, and no school speaks of a cable', () => {
    for (const x of [3, 6, 10]) expect(said('twoWalls', x, 'wireless')).toEqual([]);
    expect(said('twoWalls', 26, 'wireless')).toHaveLength(1);
    expect(said('twoRooms', 6, 'ethernet')).toEqual([]);
    expect(said('asNear', 6, 'wireless')).toEqual([]);
  });
});
