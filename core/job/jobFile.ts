import { z } from 'zod';
import { site } from '../site/model/schema';
import { plan } from '../plan/option/schema';
import { brief } from '../brief/brief';
import { storedPicture } from './picture';
import { evidenceRows } from '../evidence/rows';
import { MOST_PICTURES } from './limits';

/** Version written today. Older files are lifted by core/job/versions.ts; newer ones are refused. */
export const JOB_FILE_VERSION = 5;

export const jobName = z
  .string()
  .trim()
  .min(1, 'give the job a name')
  .max(120, 'a job name has at most 120 characters');

/** The whole job as one document: current site, brief and options, and all evidence. Secrets are never part of it. */
export const jobFile = z.strictObject({
  format: z.literal('nestle-job'),
  version: z.literal(JOB_FILE_VERSION),
  name: jobName,
  brief,
  site,
  plan,
  /** All evidence in the order the server got it. */
  evidence: evidenceRows,
  /** Pictures to trace over, without what their cameras noted. */
  pictures: z.array(storedPicture).max(MOST_PICTURES, `a job holds at most ${MOST_PICTURES} pictures`),
});
export type JobFile = z.infer<typeof jobFile>;
/** A job without its pictures, which only its file carries. */
export type JobContent = Omit<JobFile, 'pictures'>;

function sortKeys(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sortKeys);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
      .map(([k, v]) => [k, sortKeys(v)]),
  );
}

/** A job file as text: keys sorted, no time of export, so that the same job gives the same file. */
export function writeJobFile(job: JobFile): string {
  return `${JSON.stringify(sortKeys(job), null, 2)}\n`;
}
