import { describe, expect, test } from '@jest/globals';
import { sampleReading } from '../../demo/sampleRows';
import { airQueueOf } from './airQueue';

const line = { downMbps: 100, upMbps: 20, idleMs: 10, riseMs: 20, measured: true };
const runs = (count: number, values: Parameters<typeof sampleReading>[0]) =>
  Array.from({ length: count }, () => sampleReading({ idleMs: 12, ...values }));

describe('what the air adds under load', () => {
  test('is nothing where nobody read, and where a run rises as the line does', () => {
    expect(airQueueOf([], line)).toEqual([0, 0, 0]);
    expect(airQueueOf(runs(12, { bandSeen: '5', loadedMs: 36 }), line)).toEqual([0, 0, 0]);
  });
  test('is the rise beyond the line’s, of the band the runs came by alone, and the surer the more of them', () => {
    const few = airQueueOf(runs(1, { bandSeen: '2.4', loadedMs: 92 }), line);
    const many = airQueueOf(runs(9, { bandSeen: '2.4', loadedMs: 92 }), line);
    expect(few).toEqual([30, 0, 0]);
    expect(many).toEqual([54, 0, 0]);
  });
  test('by the band that was set where it was; a run to the house has none of the line in it', () => {
    expect(airQueueOf(runs(3, { band: '6', bandSeen: null, loadedMs: 112 }), line)[2]).toBeCloseTo(60, 9);
    expect(airQueueOf(runs(3, { target: 'house', loadedMs: 92 }), line)[1]).toBeCloseTo(60, 9);
  });
  test('says nothing by runs on a wire, at the line, without a connection or without a round trip', () => {
    const slow = { loadedMs: 400 };
    const rows = [
      ...runs(5, { ...slow, device: 'wired' }),
      ...runs(5, { ...slow, spotId: null }),
      ...runs(5, { ...slow, connected: false }),
      ...runs(5, { loadedMs: null }),
    ];
    expect(airQueueOf(rows, line)).toEqual([0, 0, 0]);
  });
});
