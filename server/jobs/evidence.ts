import { z } from 'zod';
import { network, networkHash, networkLabels } from '@/core/evidence/frozenNetwork';
import {
  MOST_ROWS,
  evidenceRow,
  phase,
  type EvidenceKind,
  spotReadAt,
  type EvidenceRow,
  type Reading,
  type StateRow,
} from '@/core/evidence/rows';
import { keptPlace } from '@/core/evidence/takenAt';
import type { Site } from '@/core/site/model/schema';
import { problemsOf } from '@/core/job/parse';
import { shortList, type Problem } from '@/core/job/problem';
import { checkEvidence } from '@/core/job/references';
import { illFormedAt } from '@/core/job/text';
import type { Db } from '@/db/connection';
import { countRows, findRow, insertRows, newestNumber, rowsAfter, rowsOfKind } from '@/db/evidence';
import { findJob, touchJob } from '@/db/jobs';
import { announce } from './changes';
import { documentOf, rowOf } from './loaded';
import { useCase } from '../base/useCase';
import { done, noSuchJob, refuse, type Outcome } from '../base/outcome';

/** The id by which rows of a submission name the network that comes with them. */
export const AGAINST = 'against';

const submission = z.strictObject({
  /** The network as it stands now, which readings of this submission hang on; the server gives it its identity. */
  against: z.strictObject({ phase, network, labels: networkLabels }).nullable(),
  rows: z.array(z.record(z.string(), z.unknown())).min(1, 'nothing to add').max(500),
});
export type Against = NonNullable<z.infer<typeof submission>['against']>;

/** Kinds that the server makes by itself. */
const OWN: ReadonlySet<EvidenceKind> = new Set(['state', 'round']);

const clash = (kind: string) =>
  refuse(409, `A ${kind} with this id is recorded already with other content. Reload the page.`);

/** The state a submission hangs on: the one that is physically the same where it is known, else a new one and its round. */
function stateRows(db: Db, jobId: string, against: Against, at: string): [StateRow, ...EvidenceRow[]] {
  const { value: plot } = documentOf(db, jobId, 'site');
  const hash = networkHash(against.network, plot);
  const id = `${against.phase}-${hash.slice(0, 40)}`;
  const known = findRow(db, jobId, 'state', id) ?? lifted(db, jobId, hash, against.phase);
  if (known) return [rowOf(known) as StateRow];
  const base = { at, by: '' };
  const state: StateRow = { kind: 'state', id, ...base, hash, ...against };
  if (against.phase === 'before') return [state];
  const number = Math.min(999, countRows(db, jobId, 'round') + 1);
  return [state, { kind: 'round', id: `round-of-${hash.slice(0, 40)}`, ...base, number, stateId: id }];
}

/** A state of an earlier version has an id of another make; its identity is the same. */
function lifted(db: Db, jobId: string, hash: string, of: StateRow['phase']) {
  return rowsOfKind(db, jobId, 'state').find((r) => {
    const state = JSON.parse(r.json) as StateRow;
    return state.hash === hash && state.phase === of;
  });
}

/** What a row refers to must be there, stored or in the same submission. */
function missing(db: Db, jobId: string, row: EvidenceRow, coming: ReadonlySet<string>): string | null {
  const there = (kind: EvidenceKind, id: string) =>
    coming.has(`${kind} ${id}`) || findRow(db, jobId, kind, id) !== undefined;
  if (row.kind === 'reading' && !there('state', row.stateId))
    return `The reading hangs on network state "${row.stateId}", which is not there. Reload the page.`;
  if (row.kind === 'correction' && !there('reading', row.readingId))
    return `There is no reading "${row.readingId}" to correct.`;
  return null;
}

/** Why a reading cannot be of this job: nobody who read it could have known its spot; null where it can be. */
function ofAnotherJob(row: EvidenceRow, known: readonly Site[]): string | null {
  const spotId = row.kind === 'reading' ? spotReadAt(row) : null;
  if (spotId === null || known.some((site) => site.spots.some((s) => s.id === spotId))) return null;
  return 'It was read at a spot that is not in the survey of this job: open the job it was read in, or add the spot here and read again.';
}

/** What whoever read something knew of the job: the survey it had, and the newest row it had seen. */
export interface Basis {
  site: Site;
  seen: number;
}

/** A phone that sends rows, with what it knew; null where what it knew is not kept any more. */
export interface FromPhone {
  phoneId: string;
  basis: Basis | null;
}

/** A reading with where it was taken, as the server knows it, whatever was sent. */
function placed(row: EvidenceRow, site: Site, basis: Basis | null): EvidenceRow {
  if (row.kind !== 'reading') return row;
  const { takenAt: _, seen: __, ...reading } = row;
  const spotId = spotReadAt(reading);
  const spot = site.spots.find((s) => s.id === spotId);
  return {
    ...reading,
    ...(spot ? { takenAt: keptPlace(site, spot.place) } : {}),
    ...(basis ? { seen: basis.seen } : {}),
  };
}

/** A row without what the server notes of it: what two submissions of it have in common. */
function sentPart(json: string): string {
  const { takenAt: _, seen: __, ...row } = JSON.parse(json) as Reading;
  return JSON.stringify(row);
}

/**
 * Adds evidence, all of it or none, and gives the rows as they are stored, with the number and time they were got. Sending
 * the same rows again is harmless and gives the same; the same id with other content is refused.
 */
export const recordEvidence = useCase(
  'record',
  submission,
  ({ db }, sent, jobId: string): Outcome<{ rows: EvidenceRow[]; added: number }> =>
    storeEvidence(db, jobId, sent, null),
);

/** The same for whoever has asked already; `from` is the phone that sends it. */
export function storeEvidence(
  db: Db,
  jobId: string,
  { against, rows: raw }: z.infer<typeof submission>,
  from: FromPhone | null,
): Outcome<{ rows: EvidenceRow[]; added: number }> {
  const basis = from?.basis ?? null;
  if (!findJob(db, jobId)) return noSuchJob();
  const { value: plot } = documentOf(db, jobId, 'site');
  const outcome = db.transaction((): Outcome<{ rows: EvidenceRow[]; added: number }> => {
    const receivedAt = new Date().toISOString();
    const frozen = against ? stateRows(db, jobId, against, receivedAt) : [];
    const rows: EvidenceRow[] = [...frozen];
    for (const r of raw) {
      const { received: _, ...given } = r;
      const stateId = given.stateId === AGAINST && frozen[0] ? frozen[0].id : given.stateId;
      const row = evidenceRow.safeParse('stateId' in given ? { ...given, stateId } : given);
      if (!row.success) return { ok: false, status: 400, problems: shortList(problemsOf(row.error)) };
      if (OWN.has(row.data.kind))
        return refuse(400, `A ${row.data.kind} is made by the server alone.`, 'kind');
      const bad = illFormedAt(row.data);
      if (bad !== null) return refuse(400, 'holds a broken character: type it again', bad);
      if (row.data.kind === 'reading' && row.data.source === 'practice' && !plot.practice)
        return refuse(400, 'This is no practice house: its readings come from a meter.', 'source');
      const foreign = ofAnotherJob(row.data, basis ? [basis.site, plot] : [plot]);
      if (foreign !== null) return refuse(400, foreign, 'subject.spotId');
      rows.push(placed(row.data, basis?.site ?? plot, basis));
    }
    const problems: Problem[] = [];
    if (frozen[0] && !findRow(db, jobId, 'state', frozen[0].id))
      checkEvidence(frozen, documentOf(db, jobId, 'site').value, (path, message) =>
        problems.push({ path, message }),
      );
    if (problems.length > 0) return { ok: false, status: 400, problems: shortList(problems) };
    const coming = new Set(rows.map((r) => `${r.kind} ${r.id}`));
    const stored: EvidenceRow[] = [];
    let number = newestNumber(db, jobId);
    let added = 0;
    const counts = new Map<EvidenceKind, number>();
    for (const row of rows) {
      const { received: _, ...plain } = row;
      const json = JSON.stringify(plain);
      const known = findRow(db, jobId, row.kind, row.id);
      if (known) {
        if (sentPart(known.json) !== sentPart(json) && !OWN.has(row.kind)) throw new Clash(row.kind);
        stored.push(rowOf(known));
        continue;
      }
      const lacks = missing(db, jobId, row, coming);
      if (lacks) throw new Lacks(lacks);
      const held = counts.get(row.kind) ?? countRows(db, jobId, row.kind);
      counts.set(row.kind, held + 1);
      if (held >= MOST_ROWS[row.kind])
        throw new Lacks(
          `A job holds at most ${MOST_ROWS[row.kind]} rows of kind ${row.kind}. Duplicate the job and go on in the copy.`,
        );
      number++;
      added++;
      insertRows(db, jobId, [
        {
          number,
          kind: row.kind,
          row_id: row.id,
          received_at: receivedAt,
          json,
          phone_id: from?.phoneId ?? null,
        },
      ]);
      stored.push({ ...row, received: { number, at: receivedAt } });
    }
    if (added > 0) touchJob(db, jobId, receivedAt);
    return done({ rows: stored, added });
  }).immediate;
  try {
    const result = outcome();
    if (result.ok && result.value.added > 0) announce(db, jobId);
    return result;
  } catch (error) {
    if (error instanceof Clash) return clash(error.message);
    if (error instanceof Lacks) return refuse(400, error.message);
    throw error;
  }
}

/** Thrown inside the transaction, so that nothing of it stays. */
class Clash extends Error {}
class Lacks extends Error {}

/** Rows given at a time: reading and writing out more of them would hold up everybody else. */
export const ROWS_A_PAGE = 1000;

/** Evidence of a job after a number, in its order: a page of it; whoever wants the rest asks for what comes after the last. */
export const readEvidence = useCase(
  'see',
  ({ db }, jobId: string, after: number): Outcome<{ rows: EvidenceRow[] }> => {
    if (!findJob(db, jobId)) return noSuchJob();
    return done({ rows: rowsAfter(db, jobId, Number.isFinite(after) ? after : 0, ROWS_A_PAGE).map(rowOf) });
  },
);
