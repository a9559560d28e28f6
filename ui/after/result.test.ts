import { describe, expect, test } from '@jest/globals';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import type { PhaseResult } from '@/core/readings/judgeRuns';
import { resultOf, runsText, stillToRead } from './result';

const read = (verdict: PhaseResult['verdict'], more: Partial<PhaseResult> = {}): PhaseResult => ({
  runs: 3,
  downMbps: 42,
  upMbps: 11,
  latencyMs: 20,
  downExtentMbps: [40, 44],
  upExtentMbps: [10, 12],
  rssiDbm: -60,
  bars: null,
  device: 'phone',
  band: 'free',
  bandsSeen: ['5'],
  runsMet: 3,
  verdict,
  decidedBy: 'down',
  missing: [],
  oneMore: false,
  downsMbps: [40, 42, 44],
  upsMbps: [10, 11, 12],
  ...more,
});
const spot = (more: Partial<SpotVerdict>): SpotVerdict => ({
  spotId: 's1',
  number: 1,
  name: 'Desk',
  need: { downMbps: 25, upMbps: 5, latencyMs: 80 },
  before: read('noSignal'),
  after: null,
  wasDead: true,
  gone: false,
  worse: false,
  rounds: [2],
  past: [],
  elsewhere: null,
  unproving: [],
  doubted: [],
  verdict: null,
  decidedBy: null,
  missing: [],
  ...more,
});
const past: SpotVerdict['past'] = [{ round: 1, runs: 3, because: null }];

describe('the result of a spot in After', () => {
  test('says gone of what is proven, and of nothing else', () => {
    expect(resultOf(spot({ after: read('works'), gone: true }))).toEqual({ result: 'gone ✓', tone: 'good' });
    const served = resultOf(spot({ after: read('works', { runs: 2 }) }));
    expect(served).toEqual({ result: 'not yet: works', tone: 'care' });
    for (const verdict of ['tight', 'tooSlow', 'noSignal'] as const) {
      const { result, tone } = resultOf(spot({ after: read(verdict) }));
      expect(result).toMatch(/^not yet: /);
      expect(tone).toBe(verdict === 'tight' ? 'care' : 'bad');
    }
  });

  test('tells what was never read from what has to be read again', () => {
    expect(resultOf(spot({}))).toEqual({ result: 'dead, not read yet', tone: 'plain' });
    expect(resultOf(spot({ past }))).toEqual({ result: 'dead, read again', tone: 'care' });
    expect(resultOf(spot({ wasDead: false, past }))).toEqual({ result: 'read again', tone: 'care' });
  });

  test('says worse before anything else of a spot that was fine', () => {
    const v = spot({ wasDead: false, before: read('works'), after: read('tight'), worse: true });
    expect(resultOf(v)).toEqual({ result: 'worse: tight', tone: 'bad' });
    expect(resultOf({ ...v, worse: false })).toEqual({ result: 'tight', tone: 'care' });
  });

  test('gives the direction that decides, the runs and the rounds', () => {
    expect(runsText(spot({ after: read('tight', { decidedBy: 'up' }), rounds: [2, 3] }))).toBe(
      '11 of 5.0 Mb/s, 3 runs, round 2 and 3',
    );
    expect(runsText(spot({ after: read('noSignal', { downMbps: 0, upMbps: 0, runs: 1 }) }))).toBe(
      'no connection, 1 run, round 2',
    );
  });

  test('a dead spot waits until it is gone, another until it is read and no worse', () => {
    expect(stillToRead(spot({ after: read('works') }))).toBe(true);
    expect(stillToRead(spot({ after: read('works'), gone: true }))).toBe(false);
    const fine = { wasDead: false, before: read('works') };
    expect(stillToRead(spot(fine))).toBe(true);
    expect(stillToRead(spot({ ...fine, after: read('tooSlow') }))).toBe(false);
    expect(stillToRead(spot({ ...fine, after: read('tooSlow'), worse: true }))).toBe(true);
  });
});
