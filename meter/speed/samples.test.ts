import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { limitOf, type Circumstances } from './limits';
import { ConnectionQueue } from './connectionQueue';
import { Received } from './received';
import { SAMPLES_MOST, isThrough, judgeSamples, judgeTrips, medianRanks } from './samples';

describe('samples of a transfer', () => {
  test('the ramp is left out, the middle is told with how sure it is', () => {
    const judged = judgeSamples([5, 20, 60, 95, 100, 102, 98, 100, 101, 99, 100, 100, 98, 101]);
    expect(judged).toMatchObject({ rampSamples: 3, mbps: 100, enough: true });
    expect(judged.lowMbps!).toBeGreaterThanOrEqual(98);
    expect(judged.highMbps!).toBeLessThanOrEqual(102);
  });
  test('half a second is always ramp; a transfer that never settles is cut at three seconds', () => {
    expect(judgeSamples(Array(20).fill(50)).rampSamples).toBe(2);
    const climbing = Array.from({ length: 32 }, (_, i) => 2 ** (i / 2));
    expect(judgeSamples(climbing).rampSamples).toBe(12);
  });
  test('scatter asks for more, up to the bound; steady ways are through sooner', () => {
    const scattered = Array.from({ length: 16 }, (_, i) => (i % 2 ? 30 : 90));
    expect(isThrough(scattered)).toBe(false);
    expect(isThrough(Array.from({ length: SAMPLES_MOST }, (_, i) => (i % 2 ? 30 : 90)))).toBe(true);
    expect(isThrough(Array(9).fill(80))).toBe(false);
    expect(isThrough(Array(10).fill(80))).toBe(true);
  });
  test('nothing says nothing', () => {
    expect(judgeSamples([])).toMatchObject({ mbps: null, enough: false });
    expect(judgeSamples([3])).toMatchObject({ mbps: null });
  });
  test.each([
    [5, [0, 4]],
    [10, [1, 8]],
    [20, [5, 14]],
  ])('of %d samples the median lies between ranks %p nine times in ten', (n, ranks) =>
    expect(medianRanks(n)).toEqual(ranks),
  );
  test('the middle lies between its bounds, whatever came', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1e5, noNaN: true }), { maxLength: 60 }), (list) => {
        const { mbps, lowMbps, highMbps, rampSamples } = judgeSamples(list);
        expect(rampSamples).toBeLessThanOrEqual(12);
        if (mbps === null) return;
        expect(lowMbps!).toBeLessThanOrEqual(mbps);
        expect(highMbps!).toBeGreaterThanOrEqual(mbps);
      }),
    );
  });
});

test('round trips: the median, and how one differs from the next', () => {
  expect(judgeTrips([10, 12, 10, 30])).toEqual({ tripMs: 11, jitterMs: (2 + 2 + 20) / 3 });
  expect(judgeTrips([])).toEqual({ tripMs: null, jitterMs: null });
});

describe('what held a run back, in words', () => {
  const speeds = { downMbps: 200, upMbps: 100, downSpreadMbps: 20, idleMs: 4, loadedMs: 20 };
  const about: Circumstances = {
    lateMs: 2,
    queuedMs: 1,
    portMbps: null,
    portIsAir: null,
    sameMachine: false,
  };
  test.each([
    ['path', {}, {}],
    ['sameMachine', {}, { sameMachine: true }],
    ['browser', {}, { lateMs: 300 }],
    ['browser', { downMbps: 1800 }, {}],
    ['connections', {}, { queuedMs: 2500 }],
    ['path', {}, { queuedMs: null }],
    ['port', { downMbps: 935 }, { portMbps: 1000 }],
    ['path', { downMbps: 700 }, { portMbps: 1000 }],
    ['air', {}, { portIsAir: true }],
    ['cable', { downMbps: 94, downSpreadMbps: 0.5 }, {}],
    ['path', { downMbps: 94, downSpreadMbps: 20 }, {}],
    ['none', { downMbps: null }, {}],
  ] as const)('%s', (kind, run, more) =>
    expect(limitOf({ ...speeds, ...run }, { ...about, ...more }).kind).toBe(kind),
  );
  test('a queue that fills is said', () => {
    expect(limitOf({ ...speeds, loadedMs: 240 }, about).words).toContain('236 ms later');
  });
});

test('a ping that waited for a connection is told by its wait, others and other requests by nothing', () => {
  const queue = new ConnectionQueue();
  const ping = (startTime: number, waitedMs: number, name = 'http://127.0.0.1:1/meter/ping') => ({
    name,
    startTime,
    fetchStart: startTime,
    requestStart: waitedMs < 0 ? 0 : startTime + waitedMs,
  });
  queue.add([ping(100, 900), ping(1100, 2400), ping(1200, 2500), ping(1300, 1), ping(1400, 2600)]);
  queue.add([ping(1500, 9000, 'http://127.0.0.1:1/meter/down'), ping(1600, -1)]);
  queue.from(1000);
  expect(queue.medianMs()).toBe(2450);
  queue.from(9999);
  expect(queue.medianMs()).toBeNull();
  queue.close();
});

describe('what the server received', () => {
  test('counts by sample, whole ones only, from the first byte', () => {
    let now = 5000;
    const received = new Received(() => now);
    received.add('a', 25_000);
    now += 100;
    received.add('a', 6_250);
    now += 200;
    received.add('a', 62_500);
    expect(received.mbpsOf('a')).toEqual([1]);
    now += 250;
    expect(received.mbpsOf('a')).toEqual([1, 2]);
    expect(received.mbpsOf('b')).toEqual([]);
  });
  test('is bounded in runs and in time', () => {
    let now = 0;
    const received = new Received(() => now);
    for (let i = 0; i < 60; i++) received.add(`run-${i}`, 1);
    expect(received.mbpsOf('run-0')).toEqual([]);
    now = 1e9;
    expect(received.mbpsOf('run-59').length).toBeLessThanOrEqual(400);
  });
});
