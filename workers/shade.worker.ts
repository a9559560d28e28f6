import { expose } from 'comlink';
import type { Brief } from '../core/brief/brief';
import { planContext, type LineState } from '../core/plan/evaluate/context';
import type { Plan } from '../core/plan/option/schema';
import { ShadeEngine, type ShadeAnswer, type ShadeQuestion } from '../core/plan/shade/shadeEngine';
import type { Posterior } from '../core/radio/learn/calibration';
import type { Site } from '../core/site/model/schema';

/** Everything of a job that shade depends on beside the option; sent only when it changes. */
export interface ShadeJob {
  site: Site;
  brief: Brief;
  plan: Pick<Plan, 'ownKit'>;
  line: LineState;
  posterior: Posterior | null;
}

let engine: ShadeEngine | null = null;

const api = {
  open(job: ShadeJob): void {
    engine = new ShadeEngine(planContext(job, job.line, job.posterior));
  },
  /** Answers with the time the work took here, ms. */
  shade(question: ShadeQuestion): ShadeAnswer & { workMs: number } {
    if (!engine) throw new Error('no job is open in the shade worker');
    const start = performance.now();
    return { ...engine.shade(question), workMs: performance.now() - start };
  },
};
export type ShadeWorker = typeof api;
expose(api);
