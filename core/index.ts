/**
 * The core for another program: the few verbs with their types. All of them are pure; times and ids come from whoever calls.
 * docs/core.md shows them in use.
 */
import { acceptedOption } from './evidence/built';
import type { JobFile } from './job/jobFile';
import type { PlanContext } from './plan/network/context';
import type { Option } from './plan/option/schema';
import { predictOption } from './plan/predict/predict';
import type { Prediction } from './plan/predict/prediction';
import { learntContext, type Learnt } from './readings/learn';
import { verdictsOf, type SpotVerdict } from './readings/spotVerdicts';
import { standingOf } from './readings/standing';

export { parseJobFile as parse } from './job/parse';
export { writeJobFile as write, type JobFile } from './job/jobFile';
export { evaluate, type Evaluation } from './plan/evaluate/evaluate';
export { suggest, type Suggestion } from './suggest/search/suggest';
export { solveWith, type LpSolver } from './suggest/search/solver';
export { POLICIES, type Policy } from './suggest/choices/policies';
export { createPlanner, type Planner } from './job/planner';
export type { Learnt, Option, PlanContext, Prediction, SpotVerdict };

/** What the readings of a job teach: the context everything is predicted in, and the calibration; null before any reading. */
export const learn = (job: JobFile): Learnt => learntContext(job);

/** The option a job is about: the accepted one, else the first, else today's network. */
export const optionOf = (job: JobFile): Option =>
  acceptedOption(job.plan, job.evidence) ?? job.plan.options[0] ?? job.plan.today;

/** What every spot of a job gets under an option, in the order of their numbers: read where that very network was read. */
export function predict(job: JobFile, option: Option, { context }: Learnt = learn(job)): Prediction[] {
  return predictOption(context, option);
}

/** Before, after and verdict of every spot, with the proofs that hold for the network as built now. */
export function verdicts(job: JobFile, { context }: Learnt = learn(job)): SpotVerdict[] {
  return verdictsOf(job.site, job.evidence, standingOf(context, job.plan, job.evidence));
}
