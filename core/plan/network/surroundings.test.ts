import { describe, expect, test } from '@jest/globals';
import { site, gateway, outlet, place, unit } from '../../../testing/sampleHouse';
import { plainFeed } from '../option/feeds';
import type { DataRun, Duct, Place } from '../../site/model/schema';
import { disturbersOf, ductBetween, outletsOf, runsBetween } from './surroundings';

const run = (id: string, from: Place, to: Place): DataRun => ({
  id,
  name: id,
  from,
  to,
  category: 'cat6',
  lengthM: 12,
  negotiatedMbps: null,
  certainty: 'traced',
});
const duct = (id: string, ...path: [number, number][]): Duct => ({
  id,
  name: id,
  path: path.map(([xM, yM]) => ({ xM, yM })),
  isFull: false,
  certainty: 'traced',
});

describe('runs that join two places', () => {
  const [a, b] = [place(1), place(11)];
  const dataRuns = [
    run('far', place(4.5), place(11)),
    run('near', place(1.5), place(11)),
    run('back', place(11), place(2)),
    run('elsewhere', place(1), place(26, 2, 'b')),
    run('tooFar', place(1), place(5)),
  ];
  test('are found either way round, the one whose farther end is nearest first', () => {
    expect(runsBetween({ dataRuns }, a, b).map((r) => r.id)).toEqual(['near', 'back', 'far']);
    expect(runsBetween({ dataRuns }, b, a).map((r) => r.id)).toEqual(['near', 'back', 'far']);
  });
  test('end on the storey of the unit: what is above or below serves it not', () => {
    const above = { ...a, storeyId: 'upper' };
    expect(runsBetween({ dataRuns }, above, b)).toEqual([]);
  });
});

describe('the duct from one building to another', () => {
  const at = (...ducts: Duct[]) => ({ ...site, ducts });
  const there = duct('there', [12, 2], [17, 6], [22, 2]);
  test('is found from either, and by its ends alone', () => {
    expect(ductBetween(at(there), 'house', 'barn')?.id).toBe('there');
    expect(ductBetween(at(there), 'barn', 'house')?.id).toBe('there');
    expect(ductBetween(at(duct('past', [-9, -9], [12, 2], [22, 2], [40, 40])), 'house', 'barn')).toBeNull();
  });
  test('may end a step before the wall, and no farther', () => {
    expect(ductBetween(at(duct('tooSlow', [13.4, 2], [20.6, 2])), 'house', 'barn')?.id).toBe('tooSlow');
    expect(ductBetween(at(duct('shorter', [13.6, 2], [20.6, 2])), 'house', 'barn')).toBeNull();
  });
  test('leads to no building that is not there', () => {
    expect(ductBetween(at(there), 'house', 'mill')).toBeNull();
  });
});

describe('the outlets of a powerline pair', () => {
  const parent = { ...gateway, place: place(1.5, 1) };
  const feed = plainFeed('powerline', 'a');
  test('are those chosen, else the nearest', () => {
    const ids = (of: ReturnType<typeof outletsOf>) => of.map((o) => o?.id ?? null);
    const far = unit('B', place(10, 1), feed, 'powerline-pair');
    expect(ids(outletsOf(site, parent, far))).toEqual(['a', 'c']);
    const chosen = { ...far, feed: { ...feed, nearOutletId: 'b', farOutletId: null } };
    expect(ids(outletsOf(site, parent, chosen))).toEqual(['b', 'c']);
    const gone = { ...far, feed: { ...feed, nearOutletId: 'sold', farOutletId: 'sold' } };
    expect(ids(outletsOf(site, parent, gone))).toEqual(['a', 'c']);
    expect(outletsOf({ ...site, outlets: [] }, parent, far)).toEqual([null, null]);
  });
  test('one on the storey is nearer than one just below', () => {
    const below = outlet('below', 10, 2, { place: place(10, 1, 'cellar', 0.3) });
    const far = unit('B', place(10, 1), feed, 'powerline-pair');
    expect(outletsOf({ ...site, outlets: [below, ...site.outlets] }, parent, far)[1]?.id).toBe('c');
  });
});

test('what disturbs radio counts within two metres on the same storey', () => {
  const oven = (id: string, at: Place) => ({ id, name: id, kind: 'microwave' as const, place: at });
  const interference = [
    oven('beside', place(9, 2)),
    oven('across', place(12.1, 2)),
    oven('above', place(10, 2, 'upper')),
  ];
  const found = disturbersOf({ ...site, interference }, unit('B', place(10), plainFeed('wireless', 'a')));
  expect(found).toEqual([{ name: 'beside', distanceM: 1 }]);
});
