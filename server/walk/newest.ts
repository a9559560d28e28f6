import { database, type Db } from '@/db/connection';
import { newestNumber } from '@/db/evidence';
import { revisionsOf } from '@/db/jobs';

/** What a view of a job was made from, in one word. */
export const newestMark = (
  { brief, site, plan }: { brief: number; site: number; plan: number },
  evidence: number,
): string => [brief, site, plan, evidence].join('.');

/** What a view of a job would be made from now: two small questions to the database, nothing is parsed. */
export function newestOf(jobId: string, db: Db = database()): { newest: string } {
  const { brief = 0, site = 0, plan = 0 } = revisionsOf(db, jobId);
  return { newest: newestMark({ brief, site, plan }, newestNumber(db, jobId)) };
}
