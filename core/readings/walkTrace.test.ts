import { describe, expect, test } from '@jest/globals';
import type { WalkTrace } from '../evidence/walkTrace';
import { traceWords } from './traceWords';
import { judgeTrace, placeOnWalk, wayOn } from './walkTrace';

const marks: WalkTrace['marks'] = [
  { name: 'A', storeyId: 'f0', xM: 0, yM: 0, atMs: 0 },
  { name: '3 Desk', storeyId: 'f0', xM: 6, yM: 0, atMs: 4000 },
  { name: 'B', storeyId: 'f1', xM: 6, yM: 4, atMs: 10_000 },
];
/** Answers every 100 ms; what a time says otherwise is put in. */
function trace(tripMs: (atMs: number) => number | null): WalkTrace {
  const trips: [number, number | null][] = [];
  for (let atMs = 0; atMs < 10_000;) {
    const took = tripMs(atMs);
    trips.push([atMs, took]);
    atMs += 100 + Math.round(took ?? 4000);
  }
  return { marks, trips };
}
const scatter = (atMs: number) => 0.3 * Math.sin(atMs);

describe('a walk', () => {
  test('even answers are no gap and no step', () => {
    const judged = judgeTrace(trace((t) => 4 + scatter(t)));
    expect(judged).toMatchObject({ tookMs: 10_000, gaps: [], steps: [] });
    expect(judged.tripMs).toBeCloseTo(4, 0);
    expect(traceWords(judged)).toEqual(['No gap on the way.']);
  });
  test('an answer that comes late is a gap where it was asked, once, and the longest is told first', () => {
    let [late, later] = [false, false];
    const judged = judgeTrace(
      trace((t) => {
        if (t >= 2000 && !late) return (late = true) && 1200;
        if (t >= 6000 && !later) return (later = true) && 450;
        return 4;
      }),
    );
    expect(judged.gaps.map((g) => Math.round(g.ms))).toEqual([1200, 450]);
    expect(judged.gaps[0]).toMatchObject({ storeyId: 'f0', yM: 0 });
    expect(judged.gaps[0]!.xM).toBeCloseTo(3, 0);
    expect(traceWords(judged)[0]).toBe(
      'Nothing came for 1.2 s after 2.1 s: a call loses a word or two. 2 such gaps in all.',
    );
  });
  test('no answer at all lasts until the next one, and to the end where none comes', () => {
    let lost = 0;
    const between = judgeTrace(trace((t) => (t >= 1000 && lost < 1 ? (lost++, null) : 4)));
    expect(between.gaps).toHaveLength(1);
    expect(between.gaps[0]!.ms).toBeGreaterThan(4000);
    expect(traceWords(between)[0]).toContain('a call would be lost');
    const never = judgeTrace({
      marks,
      trips: [
        [0, 4],
        [100, null],
        [4200, null],
      ],
    });
    expect(never.gaps).toMatchObject([{ atMs: 100, ms: 9900 }]);
    expect(judgeTrace({ marks, trips: [[0, null]] })).toMatchObject({ tripMs: null });
  });
  test('a round trip that is longer for good is another way, at its place; one spike is none', () => {
    const judged = judgeTrace(trace((t) => (t < 5000 ? 3 : 8) + scatter(t)));
    expect(judged.steps).toHaveLength(1);
    expect(judged.steps[0]!.atMs).toBeGreaterThan(4700);
    expect(judged.steps[0]!.atMs).toBeLessThan(5300);
    expect(judged.steps[0]!.afterMs - judged.steps[0]!.beforeMs).toBeCloseTo(5, 0);
    expect(judgeTrace(trace((t) => (t > 4950 && t < 5060 ? 60 : 3) + scatter(t))).steps).toEqual([]);
  });
  test('somebody is between the places passed, on the storey that is nearer; a way is drawn where it lies', () => {
    expect(placeOnWalk({ marks }, 2000)).toEqual({ storeyId: 'f0', xM: 3, yM: 0 });
    expect(placeOnWalk({ marks }, 8500)).toMatchObject({ storeyId: 'f1', yM: 3 });
    expect(placeOnWalk({ marks }, 99_999)).toMatchObject({ xM: 6, yM: 4 });
    expect(wayOn({ marks }, 'f0').every((p) => p.yM < 2.1)).toBe(true);
    expect(wayOn({ marks }, 'elsewhere')).toEqual([]);
  });
});
