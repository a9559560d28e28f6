import { calibrate, type Calibration } from '../radio/learning/calibration';
import { planContext, type LineState, type PlanContext } from '../plan/network/context';
import type { Brief } from '../brief/brief';
import type { Plan } from '../plan/option/schema';
import type { Site } from '../site/model/schema';
import { airQueueOf } from './airQueue';
import { knownLine } from './line';
import { observationsOf } from './observations';
import { readIn } from './readIn';
import type { EvidenceRows } from '../evidence/rows';

export interface Learnt {
  context: PlanContext;
  calibration: Calibration | null;
  /** Oldest groups of readings that were left out. */
  leftOut: number;
}

/**
 * The context of a job with everything its readings teach. Where it is unsure over which unit or band a reading came, what
 * was learnt first tells more of that, and it is learnt once more.
 */
export function learntContext(
  job: { site: Site; brief: Brief; plan: Pick<Plan, 'ownKit'>; evidence: EvidenceRows },
  line: LineState = knownLine(job.brief, job.evidence),
): Learnt {
  const queueMs = airQueueOf(job.evidence, line);
  const read = readIn(job.site, job.evidence);
  const plain = { ...planContext(job, line, null, queueMs), read };
  const first = observationsOf(plain, job.evidence);
  let calibration = calibrate(plain.scene, first.list);
  if (!calibration) return { context: plain, calibration, leftOut: first.leftOut };
  let context = { ...planContext(job, line, calibration.posterior, queueMs), read };
  if (first.unsure) {
    calibration = calibrate(plain.scene, observationsOf(context, job.evidence).list)!;
    context = { ...planContext(job, line, calibration.posterior, queueMs), read };
  }
  return { context, calibration, leftOut: first.leftOut };
}
