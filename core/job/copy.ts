import { z } from 'zod';
import type { EvidenceRow, EvidenceRows } from '../evidence/rows';
import type { JobFile } from './jobFile';
import { revisitOf } from './revisit';

/** What a copy of a job takes: the house as it stands, its plan too, all that was known before the work began, or the house as it was left. */
export const copyTakes = z.enum(['house', 'plan', 'everything', 'revisit']);
export type CopyTakes = z.infer<typeof copyTakes>;

/** Rows a copy may carry: what was read before anything was done. Proof, steps and agreement belong to the job that earned them. */
function readBefore(rows: EvidenceRows): EvidenceRow[] {
  const states = new Set(rows.flatMap((r) => (r.kind === 'state' && r.phase === 'before' ? [r.id] : [])));
  const kept = new Set(rows.flatMap((r) => (r.kind === 'reading' && states.has(r.stateId) ? [r.id] : [])));
  return rows.filter(
    (r) =>
      (r.kind === 'state' && states.has(r.id)) ||
      (r.kind === 'reading' && kept.has(r.id)) ||
      (r.kind === 'correction' && kept.has(r.readingId)),
  );
}

/**
 * A copy of a job under another name, without the proof it did not earn: no reading after the work, no step, no agreement,
 * no consent that was got for the other.
 */
export function copyOf(job: JobFile, takes: CopyTakes): JobFile {
  if (takes === 'revisit') return revisitOf(job);
  const { brief, plan } = job;
  return {
    ...job,
    name: `${job.name.slice(0, 110)}, copy`,
    brief: { ...brief, visitDate: null, consents: brief.consents.map((c) => ({ ...c, got: false })) },
    plan: takes === 'house' ? { ...plan, options: [] } : plan,
    evidence: takes === 'everything' ? readBefore(job.evidence) : [],
  };
}
