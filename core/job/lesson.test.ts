import { describe, expect, test } from '@jest/globals';
import { alderCottage } from '../../demo/finished';
import { workGroupOf } from '../brief/paces';
import type { EvidenceRow } from '../evidence/rows';
import { firmLearnt, ownWall, paceToTake, withDefaults } from './firm';
import type { JobFile } from './jobFile';
import { lesson, lessonOf, type Lesson } from './lesson';
import { createPlanner } from './planner';

/** The finished sample as if it had been a real house. */
function real(): JobFile {
  const job = alderCottage();
  const { practice: _, ...site } = job.site;
  const evidence = job.evidence.map((r): EvidenceRow =>
    r.kind === 'reading' ? { ...r, source: 'typed' } : r,
  );
  return { ...job, site, evidence };
}
const job = real();
const derived = createPlanner(job).derive(null);
const taught = lessonOf(job, derived)!;

describe('what a job taught', () => {
  test('practice teaches nothing, a real house does, in a shape that is kept', () => {
    const sample = alderCottage();
    expect(lessonOf(sample, derived)).toBeNull();
    expect(lessonOf({ ...job, evidence: [] }, derived)).toBeNull();
    expect(lesson.safeParse(taught).error?.issues ?? []).toEqual([]);
  });
  test('forecasts against what came, tries, and that somebody came again', () => {
    expect(taught.forecasts.of).toBe(job.site.spots.length);
    expect(taught.forecasts.held).toBeLessThanOrEqual(taught.forecasts.of);
    expect(taught.kits.reduce((n, k) => n + k.spots, 0)).toBeGreaterThan(5);
    expect(taught.tries).toEqual([expect.objectContaining({ units: 1, tries: 2 })]);
    expect([taught.readAfter, taught.cameAgain]).toEqual([true, true]);
  });
  test('minutes from tick to tick: a wait is not the hands’, nor is a break, nor what was ticked all at once', () => {
    // Read and the like come with no hands of their own: those with some are ticked, each when it could be done.
    const steps = derived.steps.filter((s) => !s.beforeVisit && s.handsMin > 2);
    const optionId = job.plan.options[0]!.id;
    const ticked = (minutes: readonly number[], crew: 'one' | 'two' = 'one'): Lesson['work'] => {
      let ms = Date.parse('2026-05-04T08:00:00Z');
      const free = new Map<string, number>();
      const rows = job.evidence.filter((r) => r.kind !== 'step');
      const ticks = steps.flatMap((s, i) => {
        if (minutes[i]! > 0) ms = Math.max(ms, ...s.after.map((key) => free.get(key) ?? 0));
        ms += minutes[i]! * 60_000;
        free.set(s.key, ms + s.waitMin * 60_000);
        return s.ticks.map(({ key, mark }, k): EvidenceRow => ({
          kind: 'step',
          id: `tick-${i}-${k}`,
          at: new Date(ms).toISOString(),
          by: '',
          optionId,
          stepKey: key,
          act: 'done',
          text: mark,
        }));
      });
      const policies = { ...job.brief.policies, crew };
      const then = { ...job, brief: { ...job.brief, policies }, evidence: [...rows, ...ticks] };
      return lessonOf(then, derived)!.work;
    };
    const double = steps.map((s) => 2 * s.handsMin);
    const sums = ticked(double);
    for (const w of sums) expect(w.realMin / w.usualMin).toBeCloseTo(2, 1);
    expect(sums.reduce((n, w) => n + w.steps, 0)).toBe(steps.length - 1);
    // Of two who tick side by side nobody can tell whose minutes they are.
    expect(ticked(double, 'two')).toEqual([]);
    // All at once in the evening; and with a long break before each.
    expect(ticked(steps.map(() => 0))).toEqual([]);
    expect(ticked(steps.map((s) => 5 * s.handsMin + 60))).toEqual([]);
  });
  test('a job that has a pace already is told against the usual minutes', () => {
    const slow = { ...job, brief: { ...job.brief, paces: { join: 2 } } };
    const planner = createPlanner(slow).derive(null);
    const of = (d: typeof derived, key: string) => d.steps.find((s) => s.key.startsWith(key))!.handsMin;
    expect(of(planner, 'join:')).toBeCloseTo(2 * of(derived, 'join:'), 5);
    expect(of(planner, 'place:')).toBe(of(derived, 'place:'));
  });
});

describe('what the jobs of a firm taught', () => {
  const one = (more: Partial<Lesson>): Lesson => ({
    forecasts: { of: 10, held: 8, broken: 1 },
    kits: [{ kitId: 'mesh-dual', spots: 5, meanLn: Math.log(0.8) }],
    walls: [{ construction: 'rubbleStone', shiftDb: 6, sigmaDb: 1 }],
    tries: [{ kitId: 'mesh-dual', units: 2, tries: 5 }],
    work: [{ group: 'cable', steps: 4, usualMin: 100, realMin: 150 }],
    cameAgain: false,
    readAfter: true,
    ...more,
  });
  test('adds up; what is offered rests on three jobs and is worth acting on', () => {
    const two = firmLearnt([one({}), one({ cameAgain: true })]);
    expect(two).toMatchObject({
      jobs: 2,
      cameAgain: 1,
      forecasts: { of: 20, held: 16, broken: 2 },
      kits: [{ jobs: 2, spots: 10 }],
      tries: [{ units: 4, tries: 10 }],
      work: [{ pace: 1.5, isOffered: false }],
      walls: [{ jobs: 2, isOffered: false }],
    });
    expect(two.kits[0]!.share).toBeCloseTo(0.8);
    const three = firmLearnt([one({}), one({}), one({})]);
    expect([three.work[0]!.isOffered, three.walls[0]!.isOffered]).toEqual([true, true]);
    const usual = one({
      work: [{ group: 'cable', steps: 4, usualMin: 100, realMin: 105 }],
      walls: [{ construction: 'rubbleStone', shiftDb: 1, sigmaDb: 1 }],
    });
    const same = firmLearnt([usual, usual, usual]);
    expect([same.work[0]!.isOffered, same.walls[0]!.isOffered]).toEqual([false, false]);
    expect(firmLearnt([])).toMatchObject({ jobs: 0, walls: [], work: [] });
  });
  test('a wall is taken with the book’s loss and what the houses showed, a pace within reason', () => {
    const wall = ownWall(firmLearnt([one({}), one({}), one({})]).walls[0]!)!;
    const plain = ownWall({ construction: 'rubbleStone', jobs: 3, shiftDb: 0, sigmaDb: 1, isOffered: true })!;
    if (wall.source.kind !== 'loss' || plain.source.kind !== 'loss') throw new Error('losses');
    expect(wall.source.db5 - plain.source.db5).toBeCloseTo(6, 0);
    expect(
      ownWall({ construction: 'custom-x', jobs: 3, shiftDb: 6, sigmaDb: 1, isOffered: true }),
    ).toBeNull();
    expect([paceToTake(9), paceToTake(0.01), paceToTake(1.234)]).toEqual([4, 0.3, 1.23]);
    const begun = withDefaults(job, { paces: { cable: 1.5 }, walls: [wall] });
    expect(begun.brief.paces).toEqual({ cable: 1.5 });
    expect(begun.site.customConstructions.at(-1)).toEqual(wall);
  });
  test('every step of a sheet is some kind of work', () => {
    expect(derived.steps.map((s) => workGroupOf(s.key))).toContain('join');
    expect(workGroupOf('wire:spot-1')).toBe('cable');
    expect(workGroupOf('whatever')).toBe('other');
  });
});
