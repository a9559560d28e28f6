import { describe, expect, test } from '@jest/globals';
import { farmSite } from '../../../demo/farmSite';
import { thingAt, thingsWithin } from './hit';
import { mergeSpots } from './mergeSpots';

const site = farmSite();
const open = new Set(['f-ground', 's-ground', 'b-byre']);
const plain = { wiring: false, pictures: false };
const at = (xM: number, yM: number, shown = plain) => thingAt(site, open, { xM, yM }, 0.25, shown);

describe('what a press means', () => {
  test.each<[string, number, number, string | null, string | null]>([
    ['a door before its wall', 3, 7.8, 'opening', 'fg-d-porch'],
    ['a wall away from its doors', 2, 6.1, 'wall', 'fg-spine-1'],
    ['an obstacle from inside', 0.75, 3.9, 'obstacle', 'range'],
    ['a hedge', 20, 15.5, 'foliage', 'hedge'],
    ['nothing in the yard', 18, 4, null, null],
    ['nothing of another storey', 7.5, 8.6, null, null],
  ])('%s', (_, x, y, kind, id) => {
    expect(at(x, y)).toEqual(kind === null ? null : { kind, id });
  });
  test('wiring only where it is shown', () => {
    expect(at(18.5, 7.3)).toBeNull();
    expect(at(18.5, 7.3, { ...plain, wiring: true })).toEqual({ kind: 'duct', id: 'duct-studio' });
    expect(at(5.4, 9.6, { ...plain, wiring: true })).toEqual({ kind: 'dataRun', id: 'run-hall' });
  });
  test('a frame takes what lies wholly in it', () => {
    const inFrame = thingsWithin(
      site,
      open,
      { xM: 22, yM: 0 },
      { xM: 32, yM: 9 },
      { ...plain, wiring: true },
    );
    const kinds = (kind: string) => inFrame.filter((t) => t.kind === kind).length;
    expect([kinds('wall'), kinds('spot'), kinds('outlet'), kinds('panel'), kinds('obstacle')]).toEqual([
      5, 2, 2, 1, 1,
    ]);
    expect(inFrame.some((t) => t.kind === 'duct')).toBe(false);
  });
});

test('merged spots run what both ran and keep both complaints', () => {
  const merged = mergeSpots({ ...site, walk: ['spot-8', 'spot-7'] }, 'spot-7', 'spot-8');
  expect(merged.spots).toHaveLength(13);
  expect(merged.walk).toEqual(['spot-7']);
  const kept = merged.spots.find((s) => s.id === 'spot-7')!;
  expect(kept.activities.map((a) => a.activity).sort()).toEqual(['hdCall', 'teaching', 'web']);
  expect(kept.complaint).toContain('lesson drops out');
  expect(kept.complaint).toContain('doorway');
  expect(mergeSpots(site, 'spot-7', 'spot-7')).toBe(site);
  expect(mergeSpots(site, 'spot-7', 'nobody')).toBe(site);
});
