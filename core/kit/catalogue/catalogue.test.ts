import { describe, expect, test } from '@jest/globals';
import { MAX_WIDTH_MHZ, BAND_INDEX } from '../../radio/link/bands';
import { rateExists } from '../../radio/link/rates';
import { CATALOGUE, kitById } from './catalogue';
import { kitItem } from '../model/schema';

test('every item is sound, named once, and can be found', () => {
  expect(new Set(CATALOGUE.map((k) => k.id)).size).toBe(CATALOGUE.length);
  for (const kit of CATALOGUE) {
    expect(kitItem.safeParse(kit).error?.issues ?? []).toEqual([]);
    expect(kitById(kit.id)).toBe(kit);
  }
  expect(kitById('nobody')).toBeUndefined();
});

test('an item of the job’s own goes before one of the catalogue', () => {
  const own = { ...CATALOGUE[0]!, label: 'Ours' };
  expect(kitById(own.id, [own])!.label).toBe('Ours');
});

describe.each(CATALOGUE.map((k) => [k.label, k] as const))('%s', (_, kit) => {
  test('has radios that exist, and feeds that it can really take', () => {
    for (const r of kit.radios) {
      expect(r.maxWidthMhz).toBeLessThanOrEqual(MAX_WIDTH_MHZ[BAND_INDEX[r.band]]);
      expect(rateExists(r.standard, 20, r.streams, 0)).toBe(true);
      if (r.band === '6') expect(['ax', 'be']).toContain(r.standard);
    }
    if (kit.feeds.includes('wireless')) expect(kit.radios.length).toBeGreaterThan(0);
    if (kit.feeds.includes('powerline') && kit.kind === 'powerline')
      expect(kit.powerlineBoxMbps).not.toBeNull();
    if (kit.kind === 'coax') expect(kit.moca).not.toBeNull();
    if (kit.feeds.includes('bridge')) expect(kit.antenna).toBe('directional');
  });
  test('takes power over its cable only where a cable can feed it', () => {
    if (kit.poe) expect(kit.feeds.some((f) => f === 'ethernet' || f === 'bridge')).toBe(true);
    if (kit.outdoor) expect(kit.poe).not.toBeNull();
  });
});
