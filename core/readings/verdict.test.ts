import { describe, expect, test } from '@jest/globals';
import { emptySite, type Spot } from '../site/model/schema';
import { firstCause } from './cause';
import { stateForReading } from '../evidence/freeze';
import type { LineTest } from './line';
import { sampleReading } from '../evidence/sampleReading';
import type { Evidence, NetworkState, Reading } from '../evidence/schema';
import { median } from '../stats/median';
import { enoughRunsMet, judgeRuns, verdictOf } from './verdict';

const option = { id: 'o', name: 'O', units: [], wiredSpots: [] };
const state = (id: string, kind: NetworkState['kind'], round: number): NetworkState => ({
  id,
  kind,
  round,
  frames: {},
  label: id,
  takenAt: '2026-01-01T00:00:00Z',
  option,
});
const run = sampleReading;
const bad = { downMbps: 2, upMbps: 1, rssiDbm: -80 };
const spot: Spot = {
  id: 's',
  number: 1,
  name: 'S',
  place: { storeyId: null, xM: 0, yM: 0, heightM: 1 },
  client: 'phone',
  deviceName: '',
  activities: [{ activity: 'hdCall', count: 1 }],
  complaint: '',
};
const evidence = (readings: Reading[], voided: Evidence['voided'] = []): Evidence => ({
  states: [state('b', 'today', 0), state('a', 'asBuilt', 1)],
  readings,
  voided,
  stepEvents: [],
});
const judge = (readings: Reading[], voided: Evidence['voided'] = []) =>
  verdictOf(emptySite(), spot, evidence(readings, voided));
const times = (n: number, values: Partial<Reading>) => Array.from({ length: n }, () => run(values));
const line: LineTest = { runs: 3, downMbps: 100, upMbps: 20, idleMs: 10, riseMs: 15 };
const need = { downMbps: 10, upMbps: 5, latencyMs: 100 };

test('medians of odd, even and no runs', () => {
  expect([median([3, 1, 2]), median([4, 1, 2, 3]), median([])]).toEqual([2, 2.5, null]);
});

test.each([
  [2, 2, false],
  [3, 3, true],
  [2, 3, false],
  [3, 4, true],
  [2, 4, false],
  [4, 5, true],
  [3, 5, false],
])('%i of %i runs: enough %s', (met, runs, enough) => expect(enoughRunsMet(met, runs)).toBe(enough));

describe('one phase', () => {
  test('serves, tight, short, silent', () => {
    expect(judgeRuns(times(3, {}), line, need)!.verdict).toBe('serves');
    expect(judgeRuns([...times(2, {}), run(bad)], line, need)).toMatchObject({
      verdict: 'tight',
      missing: ['1 more run'],
    });
    expect(judgeRuns([...times(3, {}), run(bad)], line, need)!.verdict).toBe('serves');
    expect(judgeRuns(times(3, bad), line, need)!.verdict).toBe('short');
    expect(judgeRuns(times(3, { connected: false, downMbps: null, upMbps: null }), line, need)!.verdict).toBe(
      'silent',
    );
    expect(judgeRuns([], line, need)).toBeNull();
  });
  test('two good runs prove nothing yet', () => {
    expect(judgeRuns(times(2, {}), line, need)).toMatchObject({ verdict: 'tight', missing: ['1 more run'] });
  });
  test('an unmeasured round trip is never guessed', () => {
    expect(judgeRuns(times(3, { loadedMs: null }), line, need)).toMatchObject({
      verdict: 'tight',
      latencyMs: null,
      missing: ['the loaded round trip of 3 runs'],
    });
  });
  test('a house reading is capped by the line and delayed by its measured rise', () => {
    expect(
      judgeRuns(times(3, { target: 'house', downMbps: 400, upMbps: 300, loadedMs: 12 }), line, need),
    ).toMatchObject({ downMbps: 100, upMbps: 20, latencyMs: 27, verdict: 'serves' });
    expect(judgeRuns(times(3, { target: 'house' }), { ...line, riseMs: null }, need)).toMatchObject({
      verdict: 'tight',
      latencyMs: null,
    });
  });
});

describe('gone only on evidence', () => {
  const before = () => times(3, bad);
  test('dead before, three good runs after on the same kind of device', () => {
    expect(judge([...before(), ...times(3, { stateId: 'a' })])).toMatchObject({
      wasDead: true,
      gone: true,
      missing: [],
    });
  });
  test('another device, a fixed band, too few runs: not gone, and what is missing is said', () => {
    const other = judge([...before(), ...times(3, { stateId: 'a', device: 'laptop' })]);
    expect(other.gone).toBe(false);
    expect(other.missing.join()).toContain('same kind of device');
    const fixed = judge([...before(), ...times(3, { stateId: 'a', band: '5' })]);
    expect([fixed.gone, fixed.missing.join()]).toEqual([false, expect.stringContaining('left free')]);
    expect(judge([...before(), ...times(2, { stateId: 'a' })])).toMatchObject({
      gone: false,
      missing: ['1 more run'],
    });
  });
  test('a device with one band may be fixed both times', () => {
    const readings = [
      ...times(3, { ...bad, device: 'smartDevice', band: '2.4' }),
      ...times(3, { stateId: 'a', device: 'smartDevice', band: '2.4' }),
    ];
    expect(judge(readings).gone).toBe(true);
  });
  test('a spot that served before is not a dead spot that is gone', () => {
    expect(judge([...times(3, {}), ...times(3, { stateId: 'a' })])).toMatchObject({
      wasDead: false,
      gone: false,
      verdict: 'serves',
    });
  });
  test('a voided run does not count', () => {
    const wrong = run({ stateId: 'a', ...bad });
    const readings = [...before(), ...times(2, { stateId: 'a' }), wrong];
    expect(judge(readings).after!.runs).toBe(3);
    expect(
      judge(readings, [{ readingId: wrong.id, reason: 'x', at: '2026-01-01T00:00:00Z' }]).after!.runs,
    ).toBe(2);
  });
  test('runs of an earlier round do not prove the network of a later one', () => {
    const e = evidence([...before(), ...times(3, { stateId: 'a' })]);
    e.states.push(state('a2', 'asBuilt', 2));
    expect(verdictOf(emptySite(), spot, e)).toMatchObject({ gone: false, after: null });
  });
});

test('first causes: the line, the device, the signal, the airtime', () => {
  const cause = (values: Partial<Reading>, l: LineTest = line, device: Partial<Spot> = {}) =>
    firstCause(verdictOf(emptySite(), { ...spot, ...device }, evidence(times(3, values))), l)?.kind;
  expect(cause({ downMbps: 2 }, { ...line, downMbps: 3 })).toBe('line');
  expect(cause(bad)).toBe('signal');
  expect(cause({ connected: false, downMbps: null, upMbps: null, rssiDbm: null })).toBe('signal');
  expect(cause({ downMbps: 2, upMbps: 1, rssiDbm: -55 })).toBe('airtime');
  expect(
    cause({ downMbps: 19, upMbps: 19, device: 'smartDevice' }, line, {
      activities: [{ activity: 'film4k', count: 1 }],
      client: 'smartDevice',
    }),
  ).toBe('device');
  expect(cause({})).toBeUndefined();
});

test('a reading hangs on the newest state while the network is the same, else on a new round', () => {
  const e = evidence([]);
  expect(stateForReading(emptySite(), e, 'after', option, 'n', 't')).toMatchObject({
    isNew: false,
    state: { id: 'a' },
  });
  const changed = { ...option, wiredSpots: [{ spotId: 's', unitId: 'u' }] };
  expect(stateForReading(emptySite(), e, 'after', changed, 'n', 't')).toMatchObject({
    isNew: true,
    state: { id: 'n', round: 2, kind: 'asBuilt' },
  });
});
