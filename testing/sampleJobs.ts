import { writeJobFile } from '../core/job/jobFile';
import { quillfeatherFarm } from '../demo/farm';
import type { Db } from '../db/connection';
import { OWNER } from '../server/base/caller';
import { importJob } from '../server/jobs/files';
import { createJob } from '../server/jobs/jobs';
import { loadJob, type OpenJob } from '../server/jobs/loaded';
import type { Outcome } from '../server/base/outcome';

/** Short ways for the tests of use cases. */
export const farmText = writeJobFile(quillfeatherFarm());

export function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(outcome.problems.map((p) => `${p.path} ${p.message}`).join('; '));
  return outcome.value;
}

export const opened = (id: string, db: Db): OpenJob => loadJob(db, id)!;

/** The farm as a job of its own. */
export const farm = (db: Db, id = 'farm-test'): string => valueOf(importJob(OWNER, farmText, id, db)).id;

/** An empty job. */
export const mill = (db: Db, id = 'mill-test'): string =>
  valueOf(createJob(OWNER, { name: 'Mill', id }, db)).id;
