import { z } from 'zod';
import { emptyBrief } from '@/core/brief/brief';
import { withDefaults } from '@/core/job/firm';
import { lesson } from '@/core/job/lesson';
import { JOB_FILE_VERSION, jobName, type JobFile } from '@/core/job/jobFile';
import { illFormedAt } from '@/core/job/text';
import { emptyPlan } from '@/core/plan/option/schema';
import { emptySite, practiceHouse } from '@/core/site/model/schema';
import * as rows from '@/db/jobs';
import { storeJob } from './files';
import { storedDefaults } from './firm';
import { headText, jobPieces } from './loaded';
import { practiceJob } from '@/demo/practiceJob';
import { useCase } from '../base/useCase';
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
  practised: z.boolean().default(false),
});

export interface JobSummary {
  id: string;
  name: string;
  archived: boolean;
  changedAt: string;
  /** Null where nobody has counted it yet. */
  headline: z.infer<typeof headline> | null;
  customer: string;
  address: string;
  visitDate: string | null;
  /** How far it has come, as a business counts it. */
  stage: JobStage;
}

/** From a house that is looked at to one that is paid for. */
export type JobStage = 'looking' | 'offered' | 'accepted' | 'signed' | 'billed';

const stageOf = (row: rows.JobListRow): JobStage =>
  row.billed_at !== null
    ? 'billed'
    : row.signed === 1
      ? 'signed'
      : row.accepted === 1
        ? 'accepted'
        : (row.offered ?? 0) > 0
          ? 'offered'
          : 'looking';

function storedHeadline(json: string | null): JobSummary['headline'] {
  if (json === null) return null;
  try {
    return headline.parse(JSON.parse(json));
  } catch {
    // Whoever opens the job counts it anew; a damaged word of one job hides no other.
    return null;
  }
}

/** All jobs, newest change first, with what the list shows of each. It reads no job, so that none can break it. */
export const listJobs = useCase('see', ({ db }): Outcome<JobSummary[]> => {
  return done(
    rows.listJobs(db).map((row) => ({
      id: row.id,
      name: row.name,
      archived: row.archived === 1,
      changedAt: row.changed_at,
      headline: storedHeadline(row.summary),
      customer: row.customer ?? '',
      address: row.address ?? '',
      visitDate: row.visit_date,
      stage: stageOf(row),
    })),
  );
});

/** Longest text that is searched for, characters. */
const LONGEST_SEARCH = 80;

/** Jobs in which a text stands: name, customer, address, kit, serials, notes and remarks. */
export const searchJobs = useCase('see', ({ db }, text: string): Outcome<{ ids: string[] }> => {
  const wanted = text.trim().slice(0, LONGEST_SEARCH);
  return done({ ids: wanted === '' ? [] : rows.findJobs(db, wanted) });
});

/** When the database was copied last; null where it never was. */
export const lastBackup = useCase('see', ({ db }): Outcome<string | null> => {
  return done(rows.factOf(db, rows.LAST_BACKUP));
});

/** Space the database takes with all jobs and pictures, bytes. */
export const spaceUsed = useCase('see', ({ db }): Outcome<number> => {
  return done(rows.bytesUsed(db));
});

/** What a page needs to know of a job before it is read: that it is there, and its name. */
export const jobHead = useCase('see', ({ db }, id: string): Outcome<{ id: string; name: string }> => {
  const row = rows.findJob(db, id);
  return row ? done({ id, name: row.name }) : noSuchJob();
});

/** The JSON of all of a job but its evidence: its documents are read and checked whole. */
export const jobHeadText = useCase('see', ({ db }, id: string): Outcome<string> => {
  const head = headText(db, id);
  return head === null ? noSuchJob() : done(head);
});

/**
 * A whole job as the JSON of an `OpenJob`, piece by piece, after its head, which may have been made elsewhere: a job of tens
 * of thousands of readings is never parsed here, and between two pieces others are answered.
 */
export const openJob = useCase(
  'see',
  ({ db, caller }, id: string, head: Outcome<string> | undefined): Outcome<Iterable<string>> => {
    const known = head ?? jobHeadText(caller, id, db);
    return known.ok ? done(jobPieces(db, id, known.value)) : known;
  },
);

const creation = z.strictObject({
  name: jobName,
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
export const createJob = useCase('administer', creation, ({ db }, sent): Outcome<{ id: string }> => {
  const { name, practice } = sent;
  if (illFormedAt(name) !== null) return refuse(400, 'The name holds a broken character.', 'name');
  const id = submittedId(sent.id);
  const known = rows.findJob(db, id);
  if (known) return known.name === name ? done({ id }) : refuse(409, 'This id is taken. Reload the page.');
  storeJob(db, practice ? practiceJob(name, practice) : withDefaults(emptyJob(name), storedDefaults(db)), id);
  return done({ id });
});

const change = z.union([
  z.strictObject({ name: jobName }),
  z.strictObject({ archived: z.boolean() }),
  z.strictObject({ billed: z.boolean() }),
  z.strictObject({ headline }),
  z.strictObject({ lesson: lesson.nullable() }),
]);

/** Renames, archives or bills a job, or keeps its headline for the list and what it taught. */
export const changeJob = useCase('change', change, ({ db }, sent, id: string): Outcome<null> => {
  if (!rows.findJob(db, id)) return noSuchJob();
  if ('name' in sent) {
    if (illFormedAt(sent.name) !== null) return refuse(400, 'The name holds a broken character.', 'name');
    rows.renameJob(db, id, sent.name, new Date().toISOString());
  } else if ('archived' in sent) rows.setArchived(db, id, sent.archived);
  else if ('billed' in sent) rows.setBilled(db, id, sent.billed ? new Date().toISOString() : null);
  else if ('lesson' in sent) rows.setLesson(db, id, sent.lesson && JSON.stringify(sent.lesson));
  else rows.setSummary(db, id, JSON.stringify(sent.headline));
  return done(null);
});

/** Jobs one browser follows at once. */
const MOST_FOLLOWED = 32;

/** Those of some jobs that are there to be followed. */
export const followable = useCase('see', ({ db }, ids: readonly string[]): Outcome<{ jobIds: string[] }> => {
  const jobIds = [...new Set(ids)].slice(0, MOST_FOLLOWED).filter((id) => rows.findJob(db, id));
  return jobIds.length > 0 ? done({ jobIds }) : noSuchJob();
});
