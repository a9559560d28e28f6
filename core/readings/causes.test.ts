import { describe, expect, test } from '@jest/globals';
import { sampleReading, sampleState } from '../../demo/sampleRows';
import { contextOf, gateway, option, place, site, unit } from '../../testing/sampleHouse';
import type { EvidenceRow, Reading } from '../evidence/rows';
import { plainFeed } from '../plan/option/feeds';
import type { Option } from '../plan/option/schema';
import { predictOption } from '../plan/predict/predict';
import type { Spot } from '../site/model/schema';
import { causeWords, settledWords, suspectWord } from './causeWords';
import { causesOf } from './causesOf';
import type { SpotCause } from './causes';
import { lineTest } from './line';
import { verdictsOf } from './spotVerdicts';

/** A desk far from the gateway in the sample house, with a unit of its own that is fed by coax. */
const far = unit('B', place(10), plainFeed('coax', 'a'));
const network = option(gateway, far);
const alone = option(gateway);
const bed: Spot = {
  ...site.spots[1]!,
  activities: [
    { activity: 'film4k', count: 1 },
    { activity: 'hdCall', count: 1 },
  ],
};
const at = (hour: number, i = 0) => new Date(Date.UTC(2026, 0, 5, hour, i)).toISOString();

interface Case {
  option?: Option;
  /** The network its backhaul was read in, where that was another one. */
  readIn?: Option;
  spot?: Partial<Spot>;
  run: Partial<Reading>;
  line?: Partial<Reading> & { hour?: number };
  beside?: number;
  hour?: number;
}

/** What is said of the bed, read three times in the network as built. */
function causeIn({
  option: of = network,
  readIn,
  spot = {},
  run,
  line = {},
  beside,
  hour = 11,
}: Case): SpotCause | undefined {
  const { hour: lineHour = 11, ...lineRun } = line;
  const own = { ...site, spots: [{ ...bed, ...spot }] };
  const context = contextOf({ site: { spots: own.spots } });
  // Unless said otherwise it hears the unit that serves it as it is reckoned to.
  const predictions = predictOption(context, of);
  const { rssiDbm, band } = predictions[0]!;
  const rows: EvidenceRow[] = [sampleState('a', 'after', of, { site: own, at: at(8) })];
  if (readIn) rows.unshift(sampleState('was', 'after', readIn, { site: own, at: at(7) }));
  for (let i = 0; i < 3; i++) {
    const id = (kind: string) => `${kind}-${i}`;
    rows.push(
      sampleReading({
        id: id('line'),
        at: at(lineHour, i),
        stateId: 'a',
        subject: { kind: 'line' },
        device: 'wired',
        downMbps: 250,
        upMbps: 50,
        loadedMs: 25,
        idleMs: 9,
        rssiDbm: null,
        bandSeen: null,
        ...lineRun,
      }),
      sampleReading({
        id: id('bed'),
        at: at(hour, i + 10),
        stateId: 'a',
        subject: { kind: 'spot', spotId: 'bed' },
        device: own.spots[0]!.client,
        bandSeen: band,
        rssiDbm: Math.round(rssiDbm!),
        loadedMs: 45,
        ...run,
      }),
    );
    if (beside !== undefined)
      rows.push(
        sampleReading({
          id: id('beside'),
          at: at(hour, i + 20),
          stateId: readIn ? 'was' : 'a',
          subject: { kind: 'link', unitId: 'b', load: 'loaded' },
          target: 'house',
          downMbps: beside,
          upMbps: beside,
        }),
      );
  }
  const lines = { before: lineTest(rows, 'before'), after: lineTest(rows, 'after') };
  return causesOf(
    { context, rows, verdicts: verdictsOf(own, rows), lines },
    'after',
    { option: of, kit: [] },
    {
      predictions,
    },
  )[0];
}

describe('the first cause of a spot that does not work', () => {
  const slow = { downMbps: 9, upMbps: 7 };
  test('the line, where its tests by cable about that hour give no more', () => {
    const cause = causeIn({ run: slow, line: { downMbps: 9.5, upMbps: 7.5 }, beside: 400 })!;
    expect(suspectWord(cause.first, network)).toBe('the line');
    expect(cause.settledBy).toBeNull();
    expect(causeWords(cause, network)).toContain('The line is the limit: 9.5/7.5 Mb/s by cable');
    expect(cause.first.mendedMbps.down).toBeLessThan(14);
  });
  test('a line that was tested at another hour is not surely cleared: it is asked for now', () => {
    const cause = causeIn({ run: { downMbps: 20, upMbps: 9 }, hour: 20, beside: 400 })!;
    const all = [cause.first, ...cause.others].map((s) => s.kind);
    expect(all).toContain('line');
    expect(cause.settledBy).toBe('lineNow');
    expect(settledWords(cause, network)).toContain('test the line by cable now');
  });
  test('the backhaul, where the run beside the unit gives no more', () => {
    const cause = causeIn({ run: slow, beside: 10 })!;
    expect(suspectWord(cause.first, network)).toBe('backhaul of B');
    expect(causeWords(cause, network)).toContain('gives 10 Mb/s beside the unit under load');
    expect(cause.first.chance).toBeGreaterThan(0.85);
  });
  test('a run beside the unit when it was fed otherwise says nothing of its backhaul now', () => {
    const rewired = option(gateway, { ...far, feed: plainFeed('ethernet', 'a') });
    const cause = causeIn({ option: rewired, readIn: network, run: slow, beside: 10 })!;
    expect(cause.facts.besideMbps).toBeNull();
    expect(causeWords(cause, rewired)).not.toContain('gives 10 Mb/s');
  });
  test('a backhaul nobody read is suspected, and a run beside the unit is asked for', () => {
    const cause = causeIn({ run: slow })!;
    expect([cause.first, ...cause.others].some((s) => s.kind === 'backhaul')).toBe(true);
    expect(cause.settledBy === null || cause.settledBy === 'besideUnit').toBe(true);
  });
  test('the signal, where its level is weak and the backhaul is not', () => {
    const cause = causeIn({ option: alone, run: { ...slow, rssiDbm: -83 } })!;
    expect(cause.first.kind).toBe('signal');
    expect(causeWords(cause, network)).toContain('−83 dBm');
  });
  test('no connection is a matter of the signal', () => {
    const nothing = {
      connected: false,
      downMbps: null,
      upMbps: null,
      rssiDbm: null,
      loadedMs: null,
      bandSeen: null,
    };
    expect(causeIn({ option: alone, run: nothing })!.first.kind).toBe('signal');
  });
  test('crowded air, where level, backhaul and line are good and the round trip is long', () => {
    const cause = causeIn({ run: { ...slow, loadedMs: 110 }, beside: 400 })!;
    expect(cause.first.kind).toBe('congestion');
    expect(cause.first.mendedMbps.down).toBeGreaterThan(40);
  });
  test('the device, where its kind moves no more', () => {
    const cause = causeIn({
      spot: { client: 'smartDevice' },
      run: { downMbps: 18, upMbps: 18, bandSeen: '2.4', device: 'smartDevice' },
      beside: 400,
    })!;
    expect(cause.first.kind).toBe('device');
  });
  test('a device that clings, where the level read is that of the far unit', () => {
    const cause = causeIn({ run: { downMbps: 14, upMbps: 6, rssiDbm: -76 }, beside: 400 })!;
    expect([cause.first, ...cause.others].some((s) => s.kind === 'sticking' && s.unitId === 'a')).toBe(true);
  });
  test('nothing is said of a spot that works, and chances add up to no more than one', () => {
    expect(causeIn({ run: { downMbps: 200, upMbps: 45 } })).toBeUndefined();
    const cause = causeIn({ run: slow })!;
    const sum = [cause.first, ...cause.others].reduce((n, s) => n + s.chance, 0);
    expect(sum).toBeLessThanOrEqual(1 + 1e-9);
    expect(cause.others.every((s) => s.chance <= cause.first.chance)).toBe(true);
  });
});
