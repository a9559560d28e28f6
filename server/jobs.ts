import { nanoid } from 'nanoid';
import { z } from 'zod';
import { parseJobFile, pathText } from '@/core/job/parse';
import type { Problem } from '@/core/job/problem';
import { checkPlan, checkSite } from '@/core/job/references';
import { JOB_FILE_VERSION, type JobContent, type JobFile } from '@/core/job/jobFile';
import { bytesOf } from '@/core/job/picture';
import { brief, emptyBrief } from '@/core/brief/brief';
import { emptyPlan, plan } from '@/core/plan/option/schema';
import { emptyEvidence, networkState, type Evidence } from '@/core/evidence/schema';
import { verdictsOf } from '@/core/readings/verdict';
import { emptySite, site } from '@/core/site/model/schema';
import { database, type Db } from '@/db/connection';
import * as rows from '@/db/jobs';
import { addEvidence, evidenceOf, type EvidenceKind } from '@/db/evidence';
import { insertPicture, picturesOf } from '@/db/pictures';
import { done, noSuchJob, refuse, type Outcome } from './outcome';

const SCHEMAS = { brief, site, plan } as const;
export type DocumentKind = rows.DocumentKind;
export const DOCUMENT_KINDS: readonly DocumentKind[] = ['brief', 'site', 'plan'];

export interface JobSummary {
  id: string;
  name: string;
  archived: boolean;
  changedAt: string;
  spots: number;
  deadBefore: number;
  gone: number;
  read: boolean;
}

/** A job as the application works with it: its file plus the revision of each document. */
export interface OpenJob {
  id: string;
  archived: boolean;
  job: JobContent;
  revisions: Record<DocumentKind, number>;
}

const now = () => new Date().toISOString();
const newId = () => nanoid(12).replaceAll('_', '0').replaceAll('-', '1');

const LIST_OF: Record<EvidenceKind, keyof Evidence> = {
  state: 'states',
  reading: 'readings',
  voided: 'voided',
  stepEvent: 'stepEvents',
};

function loadEvidence(db: Db, jobId: string): Evidence {
  const out = emptyEvidence();
  for (const { kind, json } of evidenceOf(db, jobId)) {
    const row: unknown = JSON.parse(json);
    // A state recorded by an earlier version lacks what has a default since.
    (out[LIST_OF[kind]] as unknown[]).push(kind === 'state' ? networkState.parse(row) : row);
  }
  return out;
}

function load(db: Db, id: string): OpenJob | null {
  const row = rows.findJob(db, id);
  if (!row) return null;
  const read = <K extends DocumentKind>(kind: K) => {
    const document = rows.currentDocument(db, id, kind);
    if (!document) throw new Error(`job ${id} has no ${kind}`);
    return {
      revision: document.revision,
      value: SCHEMAS[kind].parse(JSON.parse(document.json)) as z.infer<(typeof SCHEMAS)[K]>,
    };
  };
  const [b, s, p] = [read('brief'), read('site'), read('plan')];
  return {
    id,
    archived: row.archived === 1,
    revisions: { brief: b.revision, site: s.revision, plan: p.revision },
    job: {
      format: 'nestle-job',
      version: JOB_FILE_VERSION,
      name: row.name,
      brief: b.value,
      site: s.value,
      plan: p.value,
      evidence: loadEvidence(db, id),
    },
  };
}

function store(db: Db, job: JobFile, id = newId()): string {
  const at = now();
  db.transaction(() => {
    rows.insertJob(db, id, job.name, at);
    for (const kind of DOCUMENT_KINDS)
      rows.insertDocument(db, id, kind, { revision: 1, json: JSON.stringify(job[kind]), saved_at: at });
    for (const p of job.pictures)
      insertPicture(db, id, { picture_id: p.id, type: p.type, bytes: Buffer.from(bytesOf(p.base64)) });
    for (const state of job.evidence.states) addEvidence(db, id, 'state', state.id, JSON.stringify(state));
    for (const r of job.evidence.readings) addEvidence(db, id, 'reading', r.id, JSON.stringify(r));
    for (const v of job.evidence.voided) addEvidence(db, id, 'voided', v.readingId, JSON.stringify(v));
    for (const e of job.evidence.stepEvents) addEvidence(db, id, 'stepEvent', e.id, JSON.stringify(e));
  })();
  return id;
}

/** All jobs, newest change first, with what the list shows of each. */
export function listJobs(db: Db = database()): JobSummary[] {
  return rows.listJobs(db).map((row) => {
    const { job } = load(db, row.id)!;
    const verdicts = verdictsOf(job.site, job.evidence);
    return {
      id: row.id,
      name: row.name,
      archived: row.archived === 1,
      changedAt: row.changed_at,
      spots: job.site.spots.length,
      deadBefore: verdicts.filter((v) => v.wasDead).length,
      gone: verdicts.filter((v) => v.gone).length,
      read: verdicts.some((v) => v.before !== null),
    };
  });
}

export function openJob(id: string, db: Db = database()): Outcome<OpenJob> {
  const job = load(db, id);
  return job ? done(job) : noSuchJob();
}

const jobName = z
  .string()
  .trim()
  .min(1, 'give the job a name')
  .max(120, 'a job name has at most 120 characters');

/** Creates an empty job. */
export function createJob(name: unknown, db: Db = database()): Outcome<{ id: string }> {
  const parsed = jobName.safeParse(name);
  if (!parsed.success) return refuse(400, parsed.error.issues[0]!.message, 'name');
  const job: JobFile = {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name: parsed.data,
    brief: emptyBrief(),
    site: emptySite(),
    plan: emptyPlan(),
    evidence: emptyEvidence(),
    pictures: [],
  };
  return done({ id: store(db, job) });
}

/** A job as its file: everything, pictures too. */
export function exportJob(id: string, db: Db = database()): Outcome<JobFile> {
  const open = load(db, id);
  if (!open) return noSuchJob();
  const pictures = picturesOf(db, id).map((p) => ({
    id: p.picture_id,
    type: p.type,
    base64: p.bytes.toString('base64'),
  }));
  return done({ ...open.job, pictures });
}

/** Copies a job with everything in it. */
export function duplicateJob(id: string, db: Db = database()): Outcome<{ id: string }> {
  const job = exportJob(id, db);
  if (!job.ok) return job;
  return done({ id: store(db, { ...job.value, name: `${job.value.name.slice(0, 110)}, copy` }) });
}

/** Takes a job file in as a new job. A file with problems changes nothing. */
export function importJob(text: string, db: Db = database(), id?: string): Outcome<{ id: string }> {
  const parsed = parseJobFile(text);
  if (!parsed.ok) return { ok: false, status: 400, problems: parsed.problems };
  return done({ id: store(db, parsed.job, id) });
}

const change = z.union([z.strictObject({ name: jobName }), z.strictObject({ archived: z.boolean() })]);

/** Renames or archives a job. */
export function changeJob(id: string, body: unknown, db: Db = database()): Outcome<null> {
  if (!rows.findJob(db, id)) return noSuchJob();
  const parsed = change.safeParse(body);
  if (!parsed.success) return refuse(400, parsed.error.issues[0]!.message);
  if ('name' in parsed.data) rows.renameJob(db, id, parsed.data.name, now());
  else rows.setArchived(db, id, parsed.data.archived);
  return done(null);
}

const save = z.strictObject({ baseRevision: z.number().int().min(0), document: z.unknown() });

/** Cross-checks a document against the rest of the job; a place that is gone must not lock the whole job. */
function referenceProblems(kind: DocumentKind, value: unknown, job: JobContent): Problem[] {
  const problems: Problem[] = [];
  const report = (path: string, message: string) => problems.push({ path, message });
  if (kind === 'site') checkSite(value as JobFile['site'], report);
  if (kind === 'plan') checkPlan(value as JobFile['plan'], job.site, report);
  return problems;
}

/**
 * Saves a document whole as a new revision. The save carries the revision it started from: a stale one is refused with
 * 409 and the current revision, so that the person keeps or drops their version.
 */
export function saveDocument(
  id: string,
  kind: DocumentKind,
  body: unknown,
  db: Db = database(),
):
  | Outcome<{ revision: number; savedAt: string }>
  | { ok: false; status: 409; problems: Problem[]; current: { revision: number; document: unknown } } {
  const envelope = save.safeParse(body);
  if (!envelope.success) return refuse(400, 'A save needs baseRevision and document.');
  const open = load(db, id);
  if (!open) return noSuchJob();
  const parsed = SCHEMAS[kind].safeParse(envelope.data.document);
  if (!parsed.success)
    return {
      ok: false,
      status: 400,
      problems: parsed.error.issues.map((i) => ({ path: pathText([kind, ...i.path]), message: i.message })),
    };
  const problems = referenceProblems(kind, parsed.data, open.job);
  if (problems.length > 0) return { ok: false, status: 400, problems };
  return db.transaction(() => {
    const current = rows.currentDocument(db, id, kind)!;
    if (current.revision !== envelope.data.baseRevision)
      return {
        ok: false as const,
        status: 409 as const,
        problems: [{ path: kind, message: 'Another window saved this in the meantime.' }],
        current: { revision: current.revision, document: JSON.parse(current.json) as unknown },
      };
    const savedAt = now();
    const revision = current.revision + 1;
    rows.insertDocument(db, id, kind, { revision, json: JSON.stringify(parsed.data), saved_at: savedAt });
    rows.touchJob(db, id, savedAt);
    return done({ revision, savedAt });
  })();
}

/** Replaces the demo jobs by fresh ones, or puts them in where they are missing. */
export function seedDemo(texts: Record<string, string>, reset: boolean, db: Db = database()): string[] {
  const put: string[] = [];
  for (const [id, text] of Object.entries(texts)) {
    if (rows.findJob(db, id)) {
      if (!reset) continue;
      rows.deleteJob(db, id);
    }
    const outcome = importJob(text, db, id);
    if (!outcome.ok)
      throw new Error(`demo job ${id}: ${outcome.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
    put.push(id);
  }
  return put;
}
