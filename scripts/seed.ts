import { writeJobFile } from '../core/job/jobFile';
import { database, databasePath } from '../db/connection';
import { quillfeatherFarm } from '../demo/farm';
import { alderCottage } from '../demo/finished';
import { larkspurRow } from '../demo/larkspur';
import { OWNER } from '../server/base/caller';
import { seedDemo } from '../server/jobs/files';

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
console.log(
  `   ${databasePath().replace(process.cwd(), '.')}: ${put.length === 0 ? 'demo jobs are there already, nothing changed' : `demo jobs put in: ${put.join(', ')}`}`,
);
