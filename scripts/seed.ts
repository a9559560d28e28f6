import { writeJobFile } from '../core/job/jobFile';
import { createPlanner } from '../core/job/planner';
import { database, databasePath } from '../db/connection';
import { setSummary } from '../db/jobs';
import { quillfeatherFarm } from '../demo/farm';
import { alderCottage } from '../demo/finished';
import { larkspurRow } from '../demo/larkspur';
import { OWNER } from '../server/base/caller';
import { seedDemo } from '../server/jobs/files';
import { loadJob } from '../server/jobs/loaded';

/** Migrates the database and puts the demo jobs in where they are missing; --reset replaces them by fresh ones. */
const reset = process.argv.includes('--reset');
database();
const put = seedDemo(
  OWNER,
  {
    farm: () => writeJobFile(quillfeatherFarm()),
    larkspur: () => writeJobFile(larkspurRow()),
    alder: () => writeJobFile(alderCottage()),
  },
  reset,
);
// What the list shows is counted by whoever opens a job: nobody has yet.
for (const id of put) {
  const { job } = loadJob(database(), id)!;
  setSummary(database(), id, JSON.stringify(createPlanner(job).derive(null).headline));
}
console.log(
  `   ${databasePath().replace(process.cwd(), '.')}: ${put.length === 0 ? 'demo jobs are there already, nothing changed' : `demo jobs put in: ${put.join(', ')}`}`,
);
