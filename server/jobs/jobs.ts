import { z } from 'zod';
import { emptyBrief } from '@/core/brief/brief';
import { JOB_FILE_VERSION, jobName, type JobFile } from '@/core/job/jobFile';
import { illFormedAt } from '@/core/job/text';
import { emptyPlan } from '@/core/plan/option/schema';
import { emptySite, practiceHouse } from '@/core/site/model/schema';
import { database, type Db } from '@/db/connection';
import * as rows from '@/db/jobs';
import { forbidden, type Caller } from '../base/caller';
import { storeJob } from './files';
import { headText, jobPieces } from './loaded';
import { practiceJob } from './practiceJob';
import { done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import { submittedId } from '../base/ids';

const count = z.number().int().min(0).max(1000);
/** What the list shows of a job: counted by whoever has it open, since that takes an evaluation. */
export const headline = z.strictObject({
  spots: count,
  read: z.boolean(),
  dead: count,
  gone: count,
  worse: count,
});

export interface JobSummary {
  id: string;
  name: string;
  archived: boolean;
  changedAt: string;
  /** Null where nobody has counted it yet. */
  headline: z.infer<typeof headline> | null;
}

function storedHeadline(json: string | null): JobSummary['headline'] {
  if (json === null) return null;
  const parsed = headline.safeParse(JSON.parse(json));
  return parsed.success ? parsed.data : null;
}

/** All jobs, newest change first, with what the list shows of each. It reads no job, so that none can break it. */
export function listJobs(caller: Caller, db: Db = database()): Outcome<JobSummary[]> {
  const no = forbidden(caller, 'see');
  if (no) return no;
  return done(
    rows.listJobs(db).map((row) => ({
      id: row.id,
      name: row.name,
      archived: row.archived === 1,
      changedAt: row.changed_at,
      headline: storedHeadline(row.summary),
    })),
  );
}

/** Space the database takes with all jobs and pictures, bytes. */
export function spaceUsed(caller: Caller, db: Db = database()): Outcome<number> {
  const no = forbidden(caller, 'see');
  return no ?? done(rows.bytesUsed(db));
}

/** What a page needs to know of a job before it is read: that it is there, and its name. */
export function jobHead(
  caller: Caller,
  id: string,
  db: Db = database(),
): Outcome<{ id: string; name: string }> {
  const no = forbidden(caller, 'see');
  if (no) return no;
  const row = rows.findJob(db, id);
  return row ? done({ id, name: row.name }) : noSuchJob();
}

/** The JSON of all of a job but its evidence: its documents are read and checked whole. */
export function jobHeadText(caller: Caller, id: string, db: Db = database()): Outcome<string> {
  const no = forbidden(caller, 'see');
  if (no) return no;
  const head = headText(db, id);
  return head === null ? noSuchJob() : done(head);
}

/**
 * A whole job as the JSON of an `OpenJob`, piece by piece, after its head, which may have been made elsewhere: a job of tens
 * of thousands of readings is never parsed here, and between two pieces others are answered.
 */
export function openJob(
  caller: Caller,
  id: string,
  db: Db = database(),
  head = jobHeadText(caller, id, db),
): Outcome<Iterable<string>> {
  const no = forbidden(caller, 'see');
  if (no) return no;
  return head.ok ? done(jobPieces(db, id, head.value)) : head;
}

const creation = z.strictObject({
  name: z.unknown(),
  id: z.unknown().optional(),
  /** Begins in a generated practice house instead of on an empty plot. */
  practice: practiceHouse.omit({ house: true }).optional(),
});

const emptyJob = (name: string): JobFile => ({
  format: 'nestle-job',
  version: JOB_FILE_VERSION,
  name,
  brief: emptyBrief(),
  site: emptySite(),
  plan: emptyPlan(),
  evidence: [],
  pictures: [],
});

/**
 * Creates a job under the id of its submission, empty or in a practice house; the same submission again gives the same job.
 */
export function createJob(caller: Caller, body: unknown, db: Db = database()): Outcome<{ id: string }> {
  const no = forbidden(caller, 'administer');
  if (no) return no;
  const given = creation.safeParse(body);
  if (!given.success) return refuse(400, 'A new job needs a name.', 'name');
  const parsed = jobName.safeParse(given.data.name);
  if (!parsed.success) return refuse(400, parsed.error.issues[0]!.message, 'name');
  if (illFormedAt(parsed.data) !== null) return refuse(400, 'The name holds a broken character.', 'name');
  const id = submittedId(given.data.id);
  const known = rows.findJob(db, id);
  if (known)
    return known.name === parsed.data ? done({ id }) : refuse(409, 'This id is taken. Reload the page.');
  const { practice } = given.data;
  storeJob(db, practice ? practiceJob(parsed.data, practice) : emptyJob(parsed.data), id);
  return done({ id });
}

const change = z.union([
  z.strictObject({ name: jobName }),
  z.strictObject({ archived: z.boolean() }),
  z.strictObject({ headline }),
]);

/** Renames or archives a job, or keeps its headline for the list. */
export function changeJob(caller: Caller, id: string, body: unknown, db: Db = database()): Outcome<null> {
  const no = forbidden(caller, 'change');
  if (no) return no;
  if (!rows.findJob(db, id)) return noSuchJob();
  const parsed = change.safeParse(body);
  if (!parsed.success) return refuse(400, parsed.error.issues[0]!.message);
  const { data } = parsed;
  if ('name' in data) {
    if (illFormedAt(data.name) !== null) return refuse(400, 'The name holds a broken character.', 'name');
    rows.renameJob(db, id, data.name, new Date().toISOString());
  } else if ('archived' in data) rows.setArchived(db, id, data.archived);
  else rows.setSummary(db, id, JSON.stringify(data.headline));
  return done(null);
}

/** Whether a job may be followed, before a stream is opened for it. */
export function openHead(caller: Caller, id: string, db: Db = database()): Outcome<null> {
  const no = forbidden(caller, 'see');
  if (no) return no;
  return rows.findJob(db, id) ? done(null) : noSuchJob();
}
