import type { Option } from '../plan/option/schema';
import { ticksOf } from '../evidence/fold';
import { openSteps } from '../fit/done';
import { settledBy } from '../fit/settled';
import type { EvidenceRows } from '../evidence/rows';
import type { SpotVerdict } from '../readings/spotVerdicts';
import type { Brief } from '../brief/brief';
import type { ScheduledStep } from '../fit/step';
import type { StopId } from './stops';
import type { Prediction } from '../plan/predict/prediction';

export interface StopProgress {
  done: boolean;
  /** What is outstanding at this stop, short; empty when nothing is. */
  outstanding: string;
}

const count = (n: number, one: string, many: string) => (n === 1 ? `1 ${one}` : `${n} ${many}`);

/** How far a job has come at each stop. Nobody is locked out of a later one. */
export function progressOf(
  job: {
    brief: Brief;
    /** How many buildings and spots the survey holds. */
    buildings: number;
    spots: number;
    /** The option agreed to, else the one being looked at. */
    option: Option | null;
    evidence: EvidenceRows;
  },
  /** What is computed of it; null until it is: then nothing is said of the stops that show it. */
  numbers: {
    verdicts: readonly SpotVerdict[];
    predictions: ReadonlyMap<string, Prediction>;
    steps: readonly ScheduledStep[];
  } | null,
): Record<StopId, StopProgress> {
  const { buildings, spots, option, evidence } = job;
  const state = (outstanding: string): StopProgress => ({ done: outstanding === '', outstanding });
  const own = {
    brief: state(job.brief.customer === '' ? 'no customer yet' : ''),
    survey: state(buildings === 0 ? 'no building' : spots === 0 ? 'no spots' : ''),
  };
  if (!numbers) {
    const unknown: StopProgress = { done: false, outstanding: '' };
    return { ...own, before: unknown, plan: unknown, fit: unknown, after: unknown, handover: unknown };
  }
  const { verdicts, predictions, steps } = numbers;
  const unread = verdicts.filter((v) => !v.before).length;
  const dead = verdicts.filter((v) => v.wasDead);
  const unserved = [...predictions.values()].filter((p) => p.verdict !== 'works').length;
  const open = option
    ? openSteps(steps, ticksOf(evidence, option.id), settledBy(steps, job.brief, option, evidence, verdicts))
        .length
    : 0;
  const notGone = dead.filter((v) => !v.gone).length;
  const worse = verdicts.filter((v) => v.worse).length;
  const proven = dead.length > 0 && notGone === 0 && worse === 0;
  return {
    ...own,
    before: state(spots === 0 ? 'no spots' : unread > 0 ? `${unread} to read` : ''),
    plan: state(
      !option || option.units.length === 0 ? 'no units' : unserved > 0 ? `${unserved} unserved` : '',
    ),
    fit: state(steps.length === 0 ? 'no plan' : open > 0 ? count(open, 'step', 'steps') : ''),
    after: state(
      spots === 0
        ? 'no spots'
        : dead.length === 0
          ? 'no evidence'
          : notGone > 0
            ? `${notGone} not gone`
            : worse > 0
              ? `${worse} worse`
              : '',
    ),
    handover: state(proven ? '' : 'after proof'),
  };
}
