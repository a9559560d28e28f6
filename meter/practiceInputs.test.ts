import { describe, expect, test } from '@jest/globals';
import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import { plainFeed } from '../core/plan/option/feeds';
import type { Option, Unit } from '../core/plan/option/schema';
import { emptySite, type Site } from '../core/site/model/schema';
import { asValues, practiceDevice, practiceUnits } from './practiceInputs';

const place = { storeyId: null, xM: 0, yM: 0, heightM: 1 };
const outlet = (id: string, circuitId: string, strip = false) => ({
  id,
  name: id,
  place,
  circuitId,
  freeSockets: 1,
  strip,
});
const site = {
  ...emptySite(),
  outlets: [outlet('o1', 'c1'), outlet('o2', 'c1', true), outlet('o3', 'c2')],
} as unknown as Site;
const unitOf = (kitId: string, feed: Unit['feed'], radios: Unit['radios'] = {}) => {
  const unit: Unit = { id: 'u', letter: 'B', kitId, name: 'U', place, feed, radios };
  const option: Option = { id: 'o', name: 'O', units: [unit], wiredSpots: [] };
  return practiceUnits(site, { option, kit: CATALOGUE })[0];
};
const power = (near: string | null, far: string | null) => ({
  ...plainFeed('powerline', 'a'),
  nearOutletId: near,
  farOutletId: far,
});

describe('a network by its data sheets', () => {
  test.each([
    ['line', plainFeed('line', null), { kind: 'line' }],
    ['ethernet', plainFeed('ethernet', 'a'), { kind: 'wire', parentId: 'a' }],
    ['fibre', plainFeed('fibre', 'a'), { kind: 'wire', parentId: 'a' }],
    ['bridge', plainFeed('bridge', 'a'), { kind: 'air', parentId: 'a', bands: [1], shares: false }],
    ['coax', plainFeed('coax', 'a'), { kind: 'coax', parentId: 'a', mostMbps: 2000 }],
  ])('a feed by %s', (_, feed, expected) =>
    expect(unitOf('mesh-own-radio', feed)!.feed).toMatchObject(expected),
  );
  test('over the air a radio of its own carries it whole, a shared one halves', () => {
    expect(unitOf('mesh-own-radio', plainFeed('wireless', 'a'))!.feed).toMatchObject({ shares: false });
    expect(unitOf('mesh-dual', plainFeed('wireless', 'a'))!.feed).toMatchObject({
      bands: [0, 1],
      shares: true,
    });
  });
  test.each([
    ['o1', 'o2', true, true],
    ['o1', 'o3', false, false],
    [null, 'o1', false, false],
  ])('powerline from %s to %s: same circuit %p, on a strip %p', (near, far, sameCircuit, onStrip) =>
    expect(unitOf('mesh-dual', power(near, far))!.feed).toMatchObject({ sameCircuit, onStrip }),
  );
  test('a width somebody set stands, none is wider than the radio', () => {
    const set = { '5': { channel: 36, widthMhz: 40 as const } };
    expect(unitOf('mesh-dual', plainFeed('line', null), set)!.widthMhz[1]).toBe(40);
    expect(unitOf('provider-router', plainFeed('line', null))!.widthMhz).toEqual([20, 80, 160]);
    expect(unitOf('provider-router', plainFeed('line', null))!.eirpDbm[2]).toBeNull();
  });
  test('kit nobody knows stands for nothing', () =>
    expect(unitOf('gone', plainFeed('line', null))).toBeUndefined());
  test('a device has the bands of its kind', () => {
    expect(practiceDevice('smartDevice').bands).toEqual([0]);
    expect(practiceDevice('phone').bands).toEqual([0, 1]);
  });
});

test('a run as a reading: tenths, whole levels, nothing where there was no connection', () => {
  const run = {
    connected: true,
    band: 1 as const,
    unitId: 'a',
    rssiDbm: -63.4,
    downMbps: 41.26,
    upMbps: 9.04,
    idleMs: 8.8,
    loadedMs: 30.04,
  };
  const about = { subject: { kind: 'spot' as const, spotId: 's' }, device: 'phone' as const, deviceName: '' };
  expect(asValues(run, about, 'internet')).toMatchObject({
    bandSeen: '5',
    rssiDbm: -63,
    downMbps: 41.3,
    upMbps: 9,
    loadedMs: 30,
    source: 'practice',
  });
  const none = asValues({ ...run, connected: false, band: null, rssiDbm: null }, about, 'internet');
  expect(none).toMatchObject({
    connected: false,
    bandSeen: null,
    rssiDbm: null,
    downMbps: null,
    idleMs: null,
  });
});
