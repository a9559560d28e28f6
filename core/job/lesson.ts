import { group, mean, pairs } from 'd3-array';
import { z } from 'zod';
import { WORK_GROUPS, workGroupOf, type WorkGroup } from '../brief/paces';
import { evidenceOf, ticksOf } from '../evidence/fold';
import type { EvidenceRows } from '../evidence/rows';
import { doneAt } from '../fit/done';
import type { ScheduledStep } from '../fit/step';
import { asBuilt } from '../evidence/built';
import { BANDS, BAND_INDEX } from '../radio/link/bands';
import { asLoss } from '../radio/learning/beliefs';
import { lossSigmaDb, LOSS_DB } from '../radio/materials/constructionLoss';
import { lossParameter } from '../radio/propagation/features';
import { forecastsHeld } from '../readings/forecastHeld';
import { isBuiltIn } from '../site/model/constructions';
import type { JobContent } from './jobFile';
import type { Derived } from './planner';

const count = z.number().int().min(0).max(100_000);
const finite = z.number().min(-1e6).max(1e6);
const name = z.string().min(1).max(80);

/** What one job taught whoever did it, in figures that add up over jobs. */
export const lesson = z.strictObject({
  /** Forecasts at acceptance that were read after: all, those that held, those said to work that do not. */
  forecasts: z.strictObject({ of: count, held: count, broken: count }),
  /** By kit: spots it serves that were forecast and read, and the mean logarithm of read over forecast, down. */
  kits: z.array(z.strictObject({ kitId: name, spots: count, meanLn: finite })).max(60),
  /** Constructions the readings told something of: how much more each takes than usual, with its spread, dB. */
  walls: z.array(z.strictObject({ construction: name, shiftDb: finite, sigmaDb: finite })).max(60),
  /** By kit: units that were tried out, and how often. */
  tries: z.array(z.strictObject({ kitId: name, units: count, tries: count })).max(60),
  /** By kind of work: steps whose time is known, as they were counted at the usual pace and as they took, min. */
  work: z
    .array(z.strictObject({ group: z.enum(WORK_GROUPS), steps: count, usualMin: finite, realMin: finite }))
    .max(WORK_GROUPS.length),
  /** Whether somebody had to come again: read after the work at two visits, or a visit to a house of before. */
  cameAgain: z.boolean(),
  /** Whether anything was read after the work. */
  readAfter: z.boolean(),
});
export type Lesson = z.infer<typeof lesson>;

/** Spread of a wall that is left after readings, as a share of what it was: more, and they told nothing of it (estimate). */
const TOLD_SHARE = 0.7;
/** A step that took longer than so many times its minutes, and so many more, was a break, min; one shorter was ticked with another (estimates). */
const BREAK_TIMES = 4;
const BREAK_MIN = 30;
const TICKED_LATE_MIN = 0.5;
const MIN_MS = 60_000;
/** Readings so far apart are of two visits, ms (estimate). A date would not do: the day of one clock is the night of another. */
const AWAY_MS = 8 * 60 * MIN_MS;

/** How long hands took for each kind of work: from when a step could begin until it was ticked, on one day. */
function workTimes(
  steps: readonly ScheduledStep[],
  ticks: ReturnType<typeof ticksOf>,
  paceOf: (group: WorkGroup) => number,
): Lesson['work'] {
  const done = steps
    .flatMap((step) => {
      const at = step.beforeVisit ? null : doneAt(step, ticks);
      return at === null ? [] : [{ step, atMs: Date.parse(at) }];
    })
    .sort((a, b) => a.atMs - b.atMs);
  const endOf = new Map(done.map((d) => [d.step.key, d.atMs + d.step.waitMin * MIN_MS]));
  const sums = new Map<WorkGroup, { steps: number; usualMin: number; realMin: number }>();
  done.forEach(({ step, atMs }, i) => {
    const before = done[i - 1];
    if (!before) return;
    const fromMs = Math.max(before.atMs, ...step.after.map((key) => endOf.get(key) ?? 0));
    const realMin = (atMs - fromMs) / MIN_MS;
    const kind = workGroupOf(step.key);
    const usualMin = step.handsMin / paceOf(kind);
    if (usualMin <= 0 || realMin < TICKED_LATE_MIN || realMin > BREAK_TIMES * usualMin + BREAK_MIN) return;
    const sum = sums.get(kind) ?? { steps: 0, usualMin: 0, realMin: 0 };
    sums.set(kind, {
      steps: sum.steps + 1,
      usualMin: sum.usualMin + usualMin,
      realMin: sum.realMin + realMin,
    });
  });
  return [...sums].map(([kind, sum]) => ({ group: kind, ...sum }));
}

/** What the readings of a house told of its walls: those whose spread they narrowed. */
function wallsTold(calibration: Derived['calibration']): Lesson['walls'] {
  if (!calibration) return [];
  const { parameters, mean: middle, covariance } = calibration.posterior;
  const names = new Set(parameters.flatMap((p) => asLoss(p)?.construction ?? []));
  return [...names].filter(isBuiltIn).flatMap((construction) => {
    const at = BANDS.map((band) => parameters.indexOf(lossParameter(construction, band))).filter(
      (i) => i >= 0,
    );
    const five = parameters.indexOf(lossParameter(construction, '5'));
    if (at.length === 0 || five < 0) return [];
    const sigmaDb = Math.sqrt(covariance[five]![five]!);
    if (sigmaDb > TOLD_SHARE * lossSigmaDb(construction, LOSS_DB[construction][BAND_INDEX['5']])) return [];
    return [{ construction, shiftDb: mean(at, (i) => middle[i]!)!, sigmaDb }];
  });
}

/** What a job taught; null where nothing of it is of a real house: readings of a practice house teach nobody's firm. */
export function lessonOf(
  job: Pick<JobContent, 'brief' | 'site' | 'plan'> & { evidence: EvidenceRows },
  derived: Derived,
): Lesson | null {
  const e = evidenceOf(job.evidence);
  if (job.site.practice || e.practised || e.readings.length === 0) return null;
  const units = new Map(
    (asBuilt(job.site, job.plan, job.evidence)?.option.units ?? []).map((u) => [u.id, u]),
  );
  const servedBy = new Map((derived.built?.predictions ?? []).map((p) => [p.spotId, p.unitId]));
  const held = forecastsHeld(e.accepted?.forecast ?? [], derived.verdicts);
  const compared = held.filter((f) => f.forecast.downMbps > 0 && f.downMbps > 0);
  const kitOf = (unitId: string | null | undefined) => units.get(unitId ?? '')?.kitId ?? '';
  const kits = group(compared, (f) => kitOf(servedBy.get(f.spotId)));
  const tried = group(new Set(e.tries.map((t) => t.unitId)), kitOf);
  // What stands in the network no more is nobody's kit.
  kits.delete('');
  tried.delete('');
  const afterMs = e.readings
    .flatMap((r) => (e.states.get(r.stateId)?.phase === 'after' ? Date.parse(r.at) : []))
    .sort((x, y) => x - y);
  const ticks = ticksOf(job.evidence, e.accepted?.optionId ?? '');
  return {
    forecasts: {
      of: held.length,
      held: held.filter((f) => f.held).length,
      broken: held.filter((f) => f.broken).length,
    },
    kits: [...kits].map(([kitId, list]) => ({
      kitId,
      spots: list.length,
      meanLn: mean(list, (f) => Math.log(f.downMbps / f.forecast.downMbps))!,
    })),
    walls: wallsTold(derived.calibration),
    tries: [...tried].map(([kitId, ids]) => ({
      kitId,
      units: ids.length,
      tries: e.tries.filter((t) => ids.includes(t.unitId)).length,
    })),
    // Of two who tick side by side nobody can tell whose minutes lie between two ticks.
    work:
      job.brief.policies.crew === 'two'
        ? []
        : workTimes(derived.steps, ticks, (group) => job.brief.paces[group] ?? 1),
    cameAgain: job.brief.lastVisit !== null || pairs(afterMs).some(([x, y]) => y - x > AWAY_MS),
    readAfter: derived.verdicts.some((v) => v.after !== null),
  };
}
