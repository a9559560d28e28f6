import { brief } from '@/core/brief/brief';
import type { EvidenceRow } from '@/core/evidence/rows';
import { JOB_FILE_VERSION, type JobContent } from '@/core/job/jobFile';
import { plan } from '@/core/plan/option/schema';
import { site } from '@/core/site/model/schema';
import type { z } from 'zod';
import type { Db } from '@/db/connection';
import { rowsAfter, type StoredRow } from '@/db/evidence';
import { DatabaseFault } from '@/db/faults';
import { currentDocument, findJob } from '@/db/jobs';

/** The documents of a job, each with its schema. */
export const DOCUMENTS = { brief, site, plan } as const;
export type DocumentKind = keyof typeof DOCUMENTS;
export type DocumentOf<K extends DocumentKind> = z.infer<(typeof DOCUMENTS)[K]>;
export const DOCUMENT_KINDS = Object.keys(DOCUMENTS) as DocumentKind[];

/** A job as the application works with it: its file plus the revision of each document and number of evidence. */
export interface OpenJob {
  id: string;
  archived: boolean;
  job: JobContent;
  revisions: Record<DocumentKind, number>;
}

/** Documents read lately, so that a save of one does not parse the others again. */
const parsed = new WeakMap<Db, Map<string, { revision: number; value: unknown }>>();
const MOST_PARSED = 24;

const NAMES: Record<DocumentKind, string> = { brief: 'brief', site: 'survey', plan: 'plan' };

/** The current revision of a document. A job that lacks it, or holds one that no schema knows, is a fault of the database. */
export function documentOf<K extends DocumentKind>(
  db: Db,
  jobId: string,
  kind: K,
): { revision: number; value: DocumentOf<K> } {
  const row = currentDocument(db, jobId, kind);
  const damaged = (cause?: unknown) =>
    new DatabaseFault('document', { what: `The ${NAMES[kind]} of this job`, cause });
  if (!row) throw damaged();
  let known = parsed.get(db);
  if (!known) parsed.set(db, (known = new Map()));
  const key = `${jobId} ${kind}`;
  const hit = known.get(key);
  if (hit?.revision === row.revision) return hit as { revision: number; value: DocumentOf<K> };
  let value;
  try {
    value = DOCUMENTS[kind].parse(JSON.parse(row.json)) as DocumentOf<K>;
  } catch (error) {
    throw damaged(error);
  }
  const entry = { revision: row.revision, value };
  known.delete(key);
  known.set(key, entry);
  if (known.size > MOST_PARSED) known.delete(known.keys().next().value!);
  return entry;
}

/** A stored row as it is worked with. What is stored passed its schema when it came. */
export const rowOf = (r: StoredRow): EvidenceRow => ({
  ...(JSON.parse(r.json) as EvidenceRow),
  received: { number: r.number, at: r.received_at },
});

/** All of a job but its evidence. */
type JobHead = Omit<OpenJob, 'job'> & { job: Omit<JobContent, 'evidence'> };

function headOf(db: Db, id: string): JobHead | null {
  const row = findJob(db, id);
  if (!row) return null;
  const [b, s, p] = [documentOf(db, id, 'brief'), documentOf(db, id, 'site'), documentOf(db, id, 'plan')];
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
    },
  };
}

/** A whole job; null where there is none of that id. */
export function loadJob(db: Db, id: string): OpenJob | null {
  const head = headOf(db, id);
  return head && { ...head, job: { ...head.job, evidence: rowsAfter(db, id, 0).map(rowOf) } };
}

/** Rows read at a time where a whole job is given out. */
export const ROWS_A_PIECE = 1000;

/** A stored row as the JSON of a row of evidence, without parsing it. */
const rowText = (r: StoredRow): string =>
  `{"received":${JSON.stringify({ number: r.number, at: r.received_at })},${r.json.slice(1)}`;

/** The JSON of all of a job but its evidence, up to where that begins; null where there is no job of that id. */
export function headText(db: Db, id: string): string | null {
  const head = headOf(db, id);
  return head && `${JSON.stringify(head).slice(0, -2)},"evidence":[`;
}

/** The JSON of an `OpenJob` in pieces, the first of which is its head. */
export function* jobPieces(db: Db, id: string, head: string): Generator<string> {
  yield head;
  for (let after = 0; ;) {
    const some = rowsAfter(db, id, after, ROWS_A_PIECE);
    if (some.length > 0) yield `${after === 0 ? '' : ','}${some.map(rowText).join()}`;
    if (some.length < ROWS_A_PIECE) break;
    after = some[some.length - 1]!.number;
  }
  yield ']}}';
}
