import { database, databasePath } from '../db/connection';
import { findJob } from '../db/jobs';
import { DEMO_IDS } from '../demo/ids';

/** Migrates the database and puts the demo jobs in where they are missing; --reset replaces them by fresh ones. */
const reset = process.argv.includes('--reset');
const isThere = DEMO_IDS.every((id) => findJob(database(), id));
// What makes them is read only where it is needed: the second start is the usual one.
const put = isThere && !reset ? [] : (await import('../demo/putIn')).putDemoIn(reset);
console.log(
  `   ${databasePath().replace(process.cwd(), '.')}: ${put.length === 0 ? 'demo jobs are there already, nothing changed' : `demo jobs put in: ${put.join(', ')}`}`,
);
