import type { Plan } from '../plan/option/schema';
import { chosenOption } from '../plan/option/schema';
import type { Evidence } from '../evidence/schema';
import type { SpotVerdict } from '../readings/verdict';
import type { Prediction } from '../plan/evaluate/predict';
import type { Brief } from '../brief/brief';
import type { ScheduledStep } from '../fit/schedule';
import type { StopId } from './stops';

export interface StopProgress {
  done: boolean;
  /** What is outstanding at this stop, short; empty when nothing is. */
  outstanding: string;
}

/** Steps ticked last: the newest event of each step decides. */
export function doneSteps(e: Evidence, optionId: string): Set<string> {
  const done = new Set<string>();
  for (const event of e.stepEvents) {
    if (event.optionId !== optionId) continue;
    if (event.kind === 'done') done.add(event.stepKey);
    if (event.kind === 'undone') done.delete(event.stepKey);
  }
  return done;
}

const count = (n: number, one: string, many: string) => (n === 1 ? `1 ${one}` : `${n} ${many}`);

/** How far a job has come at each stop. Nobody is locked out of a later one. */
export function progressOf(
  job: {
    brief: Brief;
    /** How many buildings and spots the survey holds. */
    buildings: number;
    spots: number;
    plan: Plan;
    evidence: Evidence;
  },
  verdicts: readonly SpotVerdict[],
  predictions: ReadonlyMap<string, Prediction>,
  steps: readonly ScheduledStep[],
): Record<StopId, StopProgress> {
  const { buildings, spots, plan, evidence } = job;
  const option = chosenOption(plan);
  const state = (outstanding: string): StopProgress => ({ done: outstanding === '', outstanding });
  const unread = verdicts.filter((v) => !v.before).length;
  const dead = verdicts.filter((v) => v.wasDead);
  const unserved = [...predictions.values()].filter((p) => p.verdict !== 'serves').length;
  const open = option
    ? steps.length - steps.filter((s) => doneSteps(evidence, option.id).has(s.key)).length
    : 0;
  const notGone = dead.filter((v) => !v.gone).length;
  return {
    brief: state(job.brief.customer === '' ? 'no customer yet' : ''),
    survey: state(buildings === 0 ? 'no building' : spots === 0 ? 'no spots' : ''),
    before: state(spots === 0 ? 'no spots' : unread > 0 ? `${unread} to read` : ''),
    plan: state(
      !option || option.units.length === 0 ? 'no units' : unserved > 0 ? `${unserved} unserved` : '',
    ),
    fit: state(steps.length === 0 ? 'no plan' : open > 0 ? count(open, 'step', 'steps') : ''),
    after: state(
      spots === 0 ? 'no spots' : dead.length === 0 ? 'no evidence' : notGone > 0 ? `${notGone} not gone` : '',
    ),
    handover: state(dead.length === 0 || notGone > 0 ? 'after proof' : ''),
  };
}
