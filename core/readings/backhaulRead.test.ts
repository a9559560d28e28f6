import { expect, test } from '@jest/globals';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { contextOf, gateway, option, place, site, unit } from '../../testing/sampleHouse';
import { evidenceOf } from '../evidence/fold';
import type { EvidenceRow, Reading } from '../evidence/rows';
import { plainFeed } from '../plan/option/feeds';
import { backhaulsRead } from './backhaulRead';
import { observationsOf } from './observations';

const far = unit('B', place(10), plainFeed('wireless', 'a'));
const last = unit('C', place(11), plainFeed('wireless', 'b'));
const network = option(gateway, far, last);
const state = sampleState('a', 'after', network, { site });
const beside = (id: string, values: Partial<Reading>): Reading =>
  sampleReading({
    id,
    stateId: 'a',
    subject: { kind: 'link', unitId: 'b', load: 'loaded' },
    target: 'house',
    rssiDbm: null,
    bandSeen: null,
    ...values,
  });
const dead = { connected: false, downMbps: null, upMbps: null, loadedMs: null };
const atBed = (values: Partial<Reading>): Reading =>
  sampleReading({
    id: 'bed',
    stateId: 'a',
    subject: { kind: 'spot', spotId: 'bed' },
    device: 'laptop',
    ...values,
  });
const learnt = (...rows: EvidenceRow[]) => observationsOf(contextOf(), [state, ...rows]).list;

test('the middle of the runs beside a unit is what comes there; what hangs on a lost one is lost too', () => {
  const read = (...rows: EvidenceRow[]) => [...backhaulsRead(evidenceOf([state, ...rows]), 'a', network)];
  expect(read(beside('1', { downMbps: 40 }), beside('2', { downMbps: 60 }))).toEqual([['b', 50]]);
  expect(read(beside('1', dead), beside('2', dead))).toEqual([
    ['b', 0],
    ['c', 0],
  ]);
  expect(read()).toEqual([]);
});

test('no connection through a unit that has lost its way teaches nothing of its signal, and something of the others', () => {
  const silent = atBed({ ...dead, rssiDbm: null, bandSeen: null });
  const of = (list: ReturnType<typeof learnt>) => new Set(list.map((o) => o.unitId));
  expect(of(learnt(silent)).has('b')).toBe(true);
  const said = of(learnt(silent, beside('1', dead)));
  expect(said.has('b') || said.has('c')).toBe(false);
  expect(said.has('a')).toBe(true);
});

test('a speed at what the backhaul gives is at least that over the air', () => {
  const run = atBed({ downMbps: 9, upMbps: 8, rssiDbm: -40, bandSeen: '5' });
  const speedOf = (list: ReturnType<typeof learnt>) => list.find((o) => o.of === 'speed')!.kind;
  expect(speedOf(learnt(run))).toBe('exact');
  expect(speedOf(learnt(run, beside('1', { downMbps: 10 })))).toBe('atLeast');
});
