import type { Phase } from '@/core/evidence/rows';
import { createPlanner, type Planner } from '@/core/job/planner';
import { database } from '@/db/connection';
import type { PhoneScope } from '../access/phones';
import { headOf, type Head } from '../jobs/changes';
import { loadJob, type OpenJob } from '../jobs/loaded';
import { practiceLights, practiceRun, type PracticeAsked } from '../practice/run';
import { walkView, type WalkView } from '../walk/view';
import { DOCUMENT_WORK } from './documentWork';
import { FILE_WORK } from './fileWork';
import { fileOf, type JobFileOut } from './paperWork';
import { noSuchJob, type Outcome } from '../base/outcome';

/** Jobs whose numbers are kept at hand. */
const MOST_OPEN = 3;
const kept = new Map<string, { head: string; open: OpenJob; planner: Planner }>();

/** A job with what computes it, anew where it has changed; null where there is none. */
function opened(jobId: string): { open: OpenJob; planner: Planner } | null {
  const head = JSON.stringify(headOf(database(), jobId) satisfies Head);
  const known = kept.get(jobId);
  if (known?.head === head) return known;
  const open = loadJob(database(), jobId);
  if (!open) return null;
  const entry = { head, open, planner: createPlanner(open.job) };
  kept.delete(jobId);
  kept.set(jobId, entry);
  if (kept.size > MOST_OPEN) kept.delete(kept.keys().next().value!);
  return entry;
}

/** What is computed for requests: heavy, so that a thread of its own does it. Arguments and answers are plain values. */
export const WORK = {
  walkView({
    jobId,
    ...asked
  }: {
    jobId: string;
    phone: string;
    scope: PhoneScope;
    phase: Phase | null;
  }): WalkView | null {
    const job = opened(jobId);
    return job && walkView(job.open, job.planner, asked);
  },
  practiceRun({
    jobId,
    asked,
    at,
  }: {
    jobId: string;
    asked: PracticeAsked;
    at: { iso: string; hour: number };
  }) {
    const job = opened(jobId);
    return job && practiceRun(job.open, asked, at);
  },
  practiceLights({ jobId, phase }: { jobId: string; phase: Phase }) {
    const job = opened(jobId);
    return job && practiceLights(job.open, phase);
  },
  async jobFile(asked: Parameters<typeof fileOf>[1]): Promise<Outcome<JobFileOut>> {
    const job = opened(asked.id);
    return job ? fileOf(job, asked) : noSuchJob();
  },
  ...FILE_WORK,
  ...DOCUMENT_WORK,
} as const;
export type WorkName = keyof typeof WORK;
export type WorkArgs<K extends WorkName> = Parameters<(typeof WORK)[K]>[0];
export type WorkAnswer<K extends WorkName> = Awaited<ReturnType<(typeof WORK)[K]>>;
