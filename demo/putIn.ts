import { writeJobFile } from '../core/job/jobFile';
import { createPlanner } from '../core/job/planner';
import { database } from '../db/connection';
import { setSummary } from '../db/jobs';
import { OWNER } from '../server/base/caller';
import { seedDemo } from '../server/jobs/files';
import { loadJob } from '../server/jobs/loaded';
import { quillfeatherFarm } from './farm';
import { alderCottage } from './finished';
import type { DemoId } from './ids';
import { larkspurRow } from './larkspur';

const JOBS: Record<DemoId, () => string> = {
  farm: () => writeJobFile(quillfeatherFarm()),
  larkspur: () => writeJobFile(larkspurRow()),
  alder: () => writeJobFile(alderCottage()),
};

/** Puts the sample jobs in where they are missing, or replaces them all by fresh ones; the ids of those put in. */
export function putDemoIn(reset: boolean): string[] {
  const put = seedDemo(OWNER, JOBS, reset);
  // What the list shows is counted by whoever opens a job: nobody has yet.
  for (const id of put) {
    const { job } = loadJob(database(), id)!;
    setSummary(database(), id, JSON.stringify(createPlanner(job).derive(null).headline));
  }
  return put;
}
