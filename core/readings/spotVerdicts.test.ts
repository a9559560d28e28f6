import { describe, expect, test } from '@jest/globals';
import { emptySite, type Spot } from '../site/model/schema';
import { askedReason } from '../evidence/askedReason';
import { keptPlace } from '../evidence/takenAt';
import type { LineTest } from './line';
import { sampleReading, sampleRound, sampleState, sampleStrike } from '../../demo/sampleRows';
import type { EvidenceRow, Reading } from '../evidence/rows';
import { median } from '../stats/median';
import { verdictsOf, type SpotVerdict } from './spotVerdicts';
import { enoughRunsMet, twoMoreTell } from './enough';
import { judgeRuns } from './judgeRuns';
import type { Standing } from './standing';

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
const evidence = (rows: EvidenceRow[]): EvidenceRow[] => [
  sampleState('b', 'before'),
  sampleState('a', 'after'),
  sampleRound(1, 'a'),
  ...rows,
];
const verdictOf = (own: Spot, rows: EvidenceRow[], standing?: Standing): SpotVerdict =>
  verdictsOf({ ...emptySite(), spots: [own] }, rows, standing)[0]!;
const judge = (rows: EvidenceRow[]) => verdictOf(spot, evidence(rows));
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

test('a run or two more is asked for in a wait only where it could still change what is said', () => {
  for (const [met, runs] of [
    [0, 0],
    [1, 1],
    [2, 2],
    [1, 2],
    [2, 3],
  ] as const)
    expect([met, runs, twoMoreTell(met, runs)]).toEqual([met, runs, true]);
  for (const [met, runs] of [
    [0, 1],
    [0, 2],
    [1, 3],
    [0, 3],
    [3, 3],
    [3, 4],
  ] as const)
    expect([met, runs, twoMoreTell(met, runs)]).toEqual([met, runs, false]);
});

describe('one phase', () => {
  test('serves, tight, short, silent', () => {
    expect(judgeRuns(times(3, {}), line, need)!.verdict).toBe('works');
    expect(judgeRuns([...times(2, {}), run(bad)], line, need)).toMatchObject({
      verdict: 'tight',
      missing: ['1 more run'],
    });
    expect(judgeRuns([...times(3, {}), run(bad)], line, need)!.verdict).toBe('works');
    expect(judgeRuns(times(3, bad), line, need)!.verdict).toBe('tooSlow');
    expect(judgeRuns(times(3, { connected: false, downMbps: null, upMbps: null }), line, need)!.verdict).toBe(
      'noSignal',
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
    ).toMatchObject({ downMbps: 100, upMbps: 20, latencyMs: 27, verdict: 'works' });
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
      verdict: 'works',
    });
  });
  test('a voided run does not count', () => {
    const readings = [...before(), ...times(2, { stateId: 'a' })];
    const wrong = run({ stateId: 'a', ...bad });
    readings.push(wrong);
    expect(judge(readings).after!.runs).toBe(3);
    expect(judge([...readings, sampleStrike(wrong.id)]).after!.runs).toBe(2);
    const back = [...readings, sampleStrike(wrong.id), sampleStrike(wrong.id, 'takeBack')];
    expect(judge(back).after!.runs).toBe(3);
  });
  test('runs of an earlier round do not prove the network of a later one', () => {
    const rows = [
      ...evidence([...before(), ...times(3, { stateId: 'a' })]),
      sampleState('a2', 'after'),
      sampleRound(2, 'a2'),
      run({ stateId: 'a2' }),
    ];
    const later = verdictOf(spot, rows);
    expect(later).toMatchObject({ gone: false, rounds: [2], missing: ['2 more runs'] });
    expect(later.past).toEqual([{ round: 1, runs: 3, because: null }]);
  });
  test('a proof of an earlier round stands where the change does not touch its spot, and says its round', () => {
    const rows = [
      ...evidence([...before(), ...times(3, { stateId: 'a' })]),
      sampleState('a2', 'after'),
      sampleRound(2, 'a2'),
    ];
    const standing = (touch: 'level' | null): Standing =>
      new Map([
        ['a', new Map(touch ? [['s', touch]] : [])],
        ['a2', new Map()],
      ]);
    expect(verdictOf(spot, rows, standing(null))).toMatchObject({ gone: true, rounds: [1], past: [] });
    const touched = verdictOf(spot, rows, standing('level'));
    expect(touched).toMatchObject({
      gone: false,
      after: null,
      past: [{ round: 1, runs: 3, because: 'level' }],
    });
    expect(touched.missing.join()).toContain('its signal changes');
    // Fewer runs than it takes are filled up from the round before, the newest first.
    const two = [...rows, ...times(2, { stateId: 'a2', downMbps: 70 })];
    expect(verdictOf(spot, two, standing(null))).toMatchObject({ gone: true, rounds: [1, 2] });
    const three = [...two, run({ stateId: 'a2', downMbps: 70 })];
    expect(verdictOf(spot, three, standing(null)).after).toMatchObject({ runs: 3, downMbps: 70 });
  });
});

describe('a spot that was fine and is now worse', () => {
  const fine = () => times(3, {});
  test('is a finding of its own', () => {
    expect(judge([...fine(), ...times(3, { stateId: 'a', ...bad })])).toMatchObject({
      worse: true,
      wasDead: false,
      gone: false,
    });
    expect(judge([...fine(), ...times(3, { stateId: 'a' })]).worse).toBe(false);
  });
  test('is not said on too little: one good run, another device', () => {
    expect(judge([...fine(), run({ stateId: 'a' })]).worse).toBe(false);
    expect(judge([...fine(), ...times(3, { stateId: 'a', device: 'laptop', ...bad })]).worse).toBe(false);
    expect(judge([...times(3, bad), ...times(3, { stateId: 'a', ...bad })]).worse).toBe(false);
  });
});

describe('a spot that is moved', () => {
  const there = keptPlace({ buildings: [] }, spot.place);
  const rows = () =>
    evidence([...times(3, { ...bad, takenAt: there }), ...times(3, { stateId: 'a', takenAt: there })]);
  test('keeps its proof where it stood, and has no before where it stands now', () => {
    expect(verdictOf(spot, rows())).toMatchObject({ gone: true, elsewhere: null });
    const moved = { ...spot, place: { ...spot.place, xM: 6 } };
    expect(verdictOf(moved, rows())).toMatchObject({
      gone: false,
      wasDead: false,
      before: null,
      after: null,
      elsewhere: { offM: 6, runs: 6, gone: true },
      missing: ['runs before at this place: it was read where the spot stood then'],
    });
  });
  test('and read well beside the router is no dead spot that is gone: it was never read there before', () => {
    const moved = { ...spot, place: { ...spot.place, xM: 6 } };
    const beside = keptPlace({ buildings: [] }, moved.place);
    const all = [...rows(), ...times(3, { stateId: 'a', takenAt: beside })];
    expect(verdictOf(moved, all)).toMatchObject({ gone: false, before: null, elsewhere: { gone: true } });
    // Moved back it is what it was.
    expect(verdictOf(spot, all)).toMatchObject({ gone: true });
  });
  test('by half a metre stays the spot it is', () => {
    expect(verdictOf({ ...spot, place: { ...spot.place, xM: 0.5 } }, rows())).toMatchObject({ gone: true });
  });
});

describe('forged evidence', () => {
  test('one row sent thrice under three ids is one run', () => {
    const one = run({ stateId: 'a' });
    const sent = [...times(3, bad), one, { ...one, id: 'again' }, { ...one, id: 'once-more' }];
    expect(judge(sent)).toMatchObject({ gone: false, after: { runs: 1 } });
  });
  test('a before that is made up after the work proves nothing, and is told', () => {
    const late = [...times(3, { stateId: 'a' }), ...times(3, bad)];
    expect(judge(late)).toMatchObject({ gone: false, before: null, unproving: ['takenAfterBuilt'] });
  });
});

test('a verdict says what was asked about the runs it rests on', () => {
  const [odd, ...others] = times(3, bad);
  const asked = { ...sampleStrike(odd!.id), reason: askedReason(['Is it another unit than thought?']) };
  const all = evidence([odd!, ...others]);
  expect(judge([odd!, ...others])).toMatchObject({ before: { runs: 3 }, doubted: [] });
  expect(verdictOf(spot, [...all, asked])).toMatchObject({ before: { runs: 2 }, doubted: [] });
  expect(verdictOf(spot, [...all, asked, sampleStrike(odd!.id, 'takeBack')])).toMatchObject({
    before: { runs: 3 },
    doubted: ['Is it another unit than thought?'],
  });
});
