import { z } from 'zod';
import { pathText } from '@/core/job/parse';
import { networkState, reading, stepEvent, voidedReading } from '@/core/evidence/schema';
import { database, type Db } from '@/db/connection';
import { addEvidence, evidenceOf, type EvidenceKind } from '@/db/evidence';
import { findJob, touchJob } from '@/db/jobs';
import { done, noSuchJob, refuse, type Outcome } from './outcome';

const entry = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('state'), row: networkState }),
  z.strictObject({ kind: z.literal('reading'), row: reading }),
  z.strictObject({ kind: z.literal('voided'), row: voidedReading }),
  z.strictObject({ kind: z.literal('stepEvent'), row: stepEvent }),
]);
const batch = z.strictObject({ entries: z.array(entry).min(1, 'nothing to add').max(500) });
export type EvidenceEntry = z.infer<typeof entry>;

const rowId = (e: EvidenceEntry): string => (e.kind === 'voided' ? e.row.readingId : e.row.id);

/** Adds evidence, all of it or none. Sending the same rows twice is harmless; the same id with other content is refused. */
export function recordEvidence(
  jobId: string,
  body: unknown,
  db: Db = database(),
): Outcome<{ added: number }> {
  if (!findJob(db, jobId)) return noSuchJob();
  const parsed = batch.safeParse(body);
  if (!parsed.success)
    return {
      ok: false,
      status: 400,
      problems: parsed.error.issues.map((i) => ({ path: pathText(i.path.slice(3)), message: i.message })),
    };
  const { entries } = parsed.data;
  const states = new Set(
    evidenceOf(db, jobId)
      .filter((e) => e.kind === 'state')
      .map((e) => (JSON.parse(e.json) as { id: string }).id),
  );
  for (const e of entries) {
    if (e.kind === 'state') states.add(e.row.id);
    if (e.kind === 'reading' && !states.has(e.row.stateId))
      return refuse(
        400,
        `The reading hangs on network state "${e.row.stateId}", which is not there. Reload the page.`,
        'stateId',
      );
  }
  let added = 0;
  let clash: EvidenceKind | null = null;
  const run = db.transaction(() => {
    for (const e of entries) {
      const result = addEvidence(db, jobId, e.kind, rowId(e), JSON.stringify(e.row));
      if (result === 'clash') {
        clash = e.kind;
        throw new Error('clash');
      }
      if (result === 'added') added++;
    }
    touchJob(db, jobId, new Date().toISOString());
  });
  try {
    run();
  } catch (error) {
    if (clash)
      return refuse(409, `A ${clash} with this id is recorded already with other content. Reload the page.`);
    throw error;
  }
  return done({ added });
}
