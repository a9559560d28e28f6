import { calibrate, type Calibration } from '../radio/learn/calibration';
import { planContext, type PlanContext } from '../plan/evaluate/context';
import type { Brief } from '../brief/brief';
import type { Plan } from '../plan/option/schema';
import type { Site } from '../site/model/schema';
import { knownLine } from './line';
import { observationsOf } from './observations';
import type { EvidenceRows } from '../evidence/rows';

export interface Learnt {
  context: PlanContext;
  calibration: Calibration | null;
}

/** The context of a job with everything its readings teach: the line as measured, and the model calibrated by levels. */
export function learntContext(job: {
  site: Site;
  brief: Brief;
  plan: Pick<Plan, 'ownKit'>;
  evidence: EvidenceRows;
}): Learnt {
  const line = knownLine(job.brief, job.evidence);
  const plain = planContext(job, line);
  const calibration = calibrate(plain.scene, observationsOf(plain, job.evidence).list);
  return { context: calibration ? planContext(job, line, calibration.posterior) : plain, calibration };
}
