import { expect, test } from '@jest/globals';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { gateway, option, place, site, unit } from '../../testing/sampleHouse';
import type { Reading } from '../evidence/rows';
import { plainFeed } from '../plan/option/feeds';
import { unitLinks } from './unitLinks';

const network = option(
  gateway,
  unit('C', place(6), plainFeed('coax', 'a')),
  unit('B', place(10), plainFeed('wireless', 'a')),
);
const run = (id: string, stateId: string, unitId: string, values: Partial<Reading> = {}): Reading =>
  sampleReading({
    id,
    stateId,
    subject: { kind: 'link', unitId, load: 'loaded' },
    target: 'house',
    ...values,
  });

test('every unit with a backhaul by its letter, with the middle of its runs in the network it was read in last', () => {
  const rows = [
    sampleState('one', 'after', network, { site }),
    sampleState('two', 'after', network, { site }),
    sampleState('was', 'before', network, { site }),
    run('1', 'one', 'b', { downMbps: 5, upMbps: 4 }),
    run('2', 'two', 'b', { downMbps: 40, upMbps: 30 }),
    run('3', 'two', 'b', { downMbps: 60, upMbps: 50 }),
    run('4', 'was', 'c', { downMbps: 900, upMbps: 900 }),
  ];
  const links = unitLinks(network, rows);
  expect(links.map((l) => [l.unit.letter, l.parent?.letter, l.downMbps, l.upMbps, l.runs])).toEqual([
    ['B', 'A', 50, 40, 2],
    ['C', 'A', null, null, 0],
  ]);
});

test('a backhaul nothing comes through is read as nothing', () => {
  const dead = { connected: false, downMbps: null, upMbps: null, loadedMs: null, rssiDbm: null };
  const rows = [
    sampleState('one', 'after', network, { site }),
    run('1', 'one', 'b', dead),
    run('2', 'one', 'b', dead),
  ];
  expect(unitLinks(network, rows)[0]).toMatchObject({ downMbps: 0, upMbps: 0, runs: 2 });
});
