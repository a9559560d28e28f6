import { describe, expect, test } from '@jest/globals';
import { gateway, option, place, unit } from '../../../testing/sampleHouse';
import { plainFeed } from '../option/feeds';
import type { Part, Why } from '../links/part';
import { heldBackLabel, problemWords, rangeWords } from './words';
import { partBecause, partLabel } from '../links/partWords';
import type { NoLink, Prediction } from './prediction';

const house = option(gateway, unit('B', place(10), plainFeed('wireless', 'a')));
const part = (why: Why, more: Partial<Part> = {}): Part => ({
  kind: 'feed',
  measured: false,
  unitId: 'b',
  parentId: 'a',
  downMbps: 100,
  upMbps: 50,
  latencyMs: 1,
  mediumId: null,
  why,
  ...more,
});
const way = {
  passed: [{ construction: 'brickSingle', count: 2 }],
  lengthM: 7.4,
  way: 'straight' as const,
  foliage: false,
};
const air: Why = { kind: 'air', bridge: false, band: '5', levelDbm: -61.4, way };
const powerline: Why = {
  kind: 'powerline',
  near: 'Hall socket',
  far: 'Byre socket',
  factors: [
    { factor: 0.7, label: '20 m of wire' },
    { factor: 0.25, label: 'two legs' },
  ],
};
const run: Why = { kind: 'run', name: 'Loft run', lengthM: 21, certainty: 'traced', negotiatedMbps: null };
const cable = (more: Partial<Extract<Why, { kind: 'cable' }>>): Why => ({
  kind: 'cable',
  medium: 'Cat 6',
  lengthM: 30,
  rateMbps: 1000,
  ...more,
});

describe('the name of a part', () => {
  test.each<[Part, string]>([
    [part({ kind: 'line', measured: true }), 'line'],
    [part({ kind: 'port' }, { unitId: 'a' }), 'gateway A'],
    [part({ kind: 'device', name: 'her phone' }), 'her phone'],
    [part({ kind: 'lead' }), 'lead from B'],
    [part(run), 'Loft run to B'],
    [part(cable({})), 'Cat 6 to B'],
    [part({ kind: 'coax', attenuationDb: 9, stretches: [], guessed: false }), 'coax to B'],
    [part(powerline), 'powerline to B'],
    [part({ kind: 'dead', medium: 'coax', problem: 'no outlet' }), 'coax to B'],
    [part(air), 'wireless from A to B'],
    [part({ ...air, bridge: true }), 'bridge to B'],
    [part(air, { kind: 'air' }), 'air from B, 5 GHz'],
    [part(air, { kind: 'air', unitId: 'gone' }), 'air from ?, 5 GHz'],
  ])('%#', (p, label) => {
    expect(partLabel(p, house)).toBe(label);
  });
  test('goes by the letter a unit has when it is read', () => {
    const renamed = { ...house, units: house.units.map((u) => (u.id === 'b' ? { ...u, letter: 'Q' } : u)) };
    expect(partLabel(part(powerline), renamed)).toBe('powerline to Q');
  });
});

describe('why a part gives what it gives', () => {
  test.each<[Part, string | RegExp]>([
    [part({ kind: 'line', measured: true }), 'measured by cable'],
    [part({ kind: 'line', measured: false }), 'as paid for'],
    [part({ kind: 'port' }), 'its port'],
    [part({ kind: 'lead' }), 'plugged in'],
    [part(run), '21 m already in the house (traced), speed not tested yet'],
    [part({ ...run, negotiatedMbps: 1000 }), '21 m already in the house (traced), negotiated 1000 Mb/s'],
    [part(cable({})), '30 m of Cat 6 at 1000 Mb/s'],
    [part(cable({ medium: 'fibre', lengthM: 140 })), '140 m of fibre with media converters at 1 Gb/s'],
    [part(cable({ lengthM: 120, rateMbps: 0 })), /^120 m is past the 100 m that copper carries/],
    [part(powerline), 'Hall socket to Byre socket: 0.70 20 m of wire × 0.25 two legs'],
    [part({ kind: 'dead', medium: 'coax', problem: 'no coax outlet near B' }), 'no coax outlet near B'],
    [part(air), '5 GHz at −61 dBm: 2 × single brick (10 cm), 7.4 m'],
    [part(air, { kind: 'air' }), '2 × single brick (10 cm), 7.4 m'],
  ])('%#', (p, words) => {
    const said = partBecause(p, 'metres');
    if (typeof words === 'string') expect(said).toBe(words);
    else expect(said).toMatch(words);
  });
  test('a coax way names each stretch, its length where there is one, and what is guessed', () => {
    const stretches = [
      { what: 'RG6', lengthM: 12, lossDb: 2.4 },
      { what: '2-way splitter', lengthM: null, lossDb: 3.8 },
    ];
    const words = partBecause(
      part({ kind: 'coax', attenuationDb: 6.2, stretches, guessed: true } as unknown as Why),
      'metres',
    );
    expect(words).toBe('6.2 dB: 12 m RG6 2.4 dB, 2-way splitter 3.8 dB (part of it guessed)');
  });
  test('what was measured is said to be, on a link and on a device', () => {
    expect(partBecause(part(powerline, { measured: true }), 'metres')).toBe('measured on this very link');
    expect(partBecause(part(air, { kind: 'air', measured: true }), 'metres')).toBe(
      'as read on the device; 2 × single brick (10 cm), 7.4 m',
    );
  });
  test('lengths are in the unit of the job', () => {
    expect(partBecause(part(cable({})), 'feet')).toMatch(/^98/);
    expect(partBecause(part(air), 'feet')).not.toContain('7.4 m');
  });
});

describe('why there is no link', () => {
  test.each<[NoLink | null, string | null]>([
    [null, null],
    [{ kind: 'noUnits' }, 'no unit is placed yet'],
    [{ kind: 'notJoined' }, 'no unit is joined to the line'],
    [{ kind: 'noBand' }, 'no unit has a band this device may use here'],
    [{ kind: 'readSilent' }, 'no connection was read here'],
    [{ kind: 'tooWeak', levelDbm: -93.6 }, 'too weak to hold a link (−94 dBm)'],
  ])('%j', (problem, words) => {
    expect(problemWords({ problem })).toBe(words);
    const p = { pipe: [] as Part[], narrowest: -1, problem } as unknown as Prediction;
    expect(heldBackLabel(p, house)).toBe(words ?? '');
  });
  test('where there is one, the narrowest part holds it back', () => {
    const p = { pipe: [part({ kind: 'port' }, { unitId: 'a' }), part(air)], narrowest: 1 } as Prediction;
    expect(heldBackLabel(p, house)).toBe('wireless from A to B');
  });
});

describe('how sure a figure is', () => {
  const text = (mbps: number) => `${Math.round(mbps)} Mb/s`;
  const held = (why: Why, runs = 0) => ({ pipe: [part(why)], narrowest: 0, runs }) as unknown as Prediction;
  test.each<[Prediction, [number, number], string]>([
    [held(air, 1), [20, 20], 'read once'],
    [held(air, 3), [18, 25], '3 runs read, 18 Mb/s to 25 Mb/s'],
    [held(air), [18, 25], 'range 18 Mb/s to 25 Mb/s'],
    [held(air), [0, 0.2], 'no connection'],
    [held(air), [20.1, 20.2], 'range 20.1 to 20.2'],
    [held(air), [20, 20], 'range 20.0 to 20.1'],
    [held({ kind: 'line', measured: true }), [200, 200], 'the line sets it'],
    [held({ kind: 'port' }), [941, 941], 'the port of the gateway sets it'],
    [held({ kind: 'device', name: 'old laptop' }), [60, 60], 'the device itself sets it'],
    [held(cable({})), [941, 941], 'the cable sets it'],
    [held(powerline), [40, 40], 'range 40.0 to 40.1'],
  ])('%#', (p, range, words) => {
    expect(rangeWords(p, range, text)).toBe(words);
  });
});
