import type { Headline } from '@/core/readings/spotVerdicts';
import { headlineOf, verdictsOf } from '@/core/readings/spotVerdicts';
import { evidenceOf, picturesShown } from '@/core/evidence/fold';
import { numbersRunOut } from '@/core/evidence/rows';
import type { JobFile } from '@/core/job/jobFile';
import { parseJobFile } from '@/core/job/parse';
import { bytesOf } from '@/core/job/picture';
import { copyOf, copyTakes } from '@/core/job/copy';
import { database, type Db } from '@/db/connection';
import { insertRows, newestNumber } from '@/db/evidence';
import { deleteJob, findJob, insertDocument, insertJob, setSummary } from '@/db/jobs';
import { insertPicture, pictureCount, picturesOf } from '@/db/pictures';
import type { Caller } from '../base/caller';
import { DOCUMENT_KINDS, loadJob } from './loaded';
import { useCase } from '../base/useCase';
import { done, noSuchJob, refuse, type Outcome } from '../base/outcome';

/**
 * What the list shows of a job that comes in; null where that takes an evaluation, since which proofs of earlier rounds stand hangs on
 * what was changed: whoever opens it counts it.
 */
const headlineAtOnce = ({ site, evidence }: JobFile): Headline | null =>
  evidenceOf(evidence).roundOf.size > 1 ? null : headlineOf(verdictsOf(site, evidence), evidence);

/** Puts a whole job into the database under an id that is free. */
export function storeJob(db: Db, job: JobFile, id: string): void {
  const at = new Date().toISOString();
  const headline = headlineAtOnce(job);
  let last = 0;
  // A number is an order and no more: rows that could not be counted on from are counted anew.
  const isAnew = numbersRunOut(job.evidence);
  // Written out beforehand: while rows go in, nobody else can write.
  const rows = job.evidence.map(({ received, ...row }) => {
    last = isAnew ? last + 1 : (received?.number ?? last + 1);
    const received_at = received?.at ?? at;
    return { number: last, kind: row.kind, row_id: row.id, received_at, json: JSON.stringify(row) };
  });
  db.transaction(() => {
    insertJob(db, id, job.name, at);
    if (headline) setSummary(db, id, JSON.stringify(headline));
    for (const kind of DOCUMENT_KINDS)
      insertDocument(db, id, kind, { revision: 1, json: JSON.stringify(job[kind]), saved_at: at });
    for (const p of job.pictures)
      insertPicture(db, id, { picture_id: p.id, type: p.type, bytes: Buffer.from(bytesOf(p.base64)) }, at);
    insertRows(db, id, rows);
  }).immediate();
}

/** Largest file of a job that is read beside other work, bytes; rows of evidence that come to about as much. */
export const LONG_FILE = 1_000_000;
const LONG_ROWS = 2000;

/** Whether a job takes more than a moment to give out or copy: thousands of rows, or pictures. */
export function isLongJob(id: string, db: Db = database()): boolean {
  return newestNumber(db, id) > LONG_ROWS || pictureCount(db, id).count > 0;
}

/** A job as its file: everything, the pictures its survey and its evidence show too. */
export const exportJob = useCase('see', ({ db }, id: string): Outcome<JobFile> => {
  const open = loadJob(db, id);
  if (!open) return noSuchJob();
  const used = new Set([
    ...open.job.site.underlays.map((u) => u.pictureId),
    ...picturesShown(open.job.evidence),
  ]);
  const pictures = picturesOf(db, id)
    .filter((p) => used.has(p.picture_id))
    .map((p) => ({ id: p.picture_id, type: p.type, base64: p.bytes.toString('base64') }));
  return done({ ...open.job, pictures });
});

/** Copies a job, with as much of it as is asked for, under the id the submission came with. */
export const duplicateJob = useCase(
  'administer',
  ({ db, caller }, id: string, newId: string, takes: unknown): Outcome<{ id: string }> => {
    const wanted = copyTakes.safeParse(takes ?? 'everything');
    if (!wanted.success)
      return refuse(400, 'A copy takes the house, the plan, everything, or is a later visit.', 'takes');
    if (findJob(db, newId)) return done({ id: newId });
    const job = exportJob(caller, id, db);
    if (!job.ok) return job;
    storeJob(db, copyOf(job.value, wanted.data), newId);
    return done({ id: newId });
  },
);

/** Takes a job file in as a new job. A file with problems changes nothing; the same submission again makes no second job. */
export const importJob = useCase(
  'administer',
  ({ db }, text: string, id: string): Outcome<{ id: string }> => {
    if (findJob(db, id)) return done({ id });
    const parsed = parseJobFile(text);
    if (!parsed.ok) return { ok: false, status: 400, problems: parsed.problems };
    storeJob(db, parsed.job, id);
    return done({ id });
  },
);

/** Replaces the demo jobs by fresh ones, or puts them in where they are missing; each is made only then. */
export function seedDemo(
  caller: Caller,
  jobs: Readonly<Record<string, () => string>>,
  reset: boolean,
  db: Db = database(),
): string[] {
  const put: string[] = [];
  for (const [id, make] of Object.entries(jobs)) {
    if (findJob(db, id)) {
      if (!reset) continue;
      deleteJob(db, id);
    }
    const outcome = importJob(caller, make(), id, db);
    if (!outcome.ok)
      throw new Error(`demo job ${id}: ${outcome.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
    put.push(id);
  }
  return put;
}
