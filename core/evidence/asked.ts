import { ASKED } from './askedReason';
import { evidenceOf } from './fold';
import type { EvidenceRows, Phase } from './rows';

/** Runs that are kept and asked about, each with the words: they count once somebody says that they are right. */
export function askedAbout(rows: EvidenceRows): ReadonlyMap<string, string> {
  const asked = new Map<string, string>();
  for (const row of rows) {
    if (row.kind !== 'correction') continue;
    if (row.act === 'setAside' && row.reason.startsWith(ASKED))
      asked.set(row.readingId, row.reason.slice(ASKED.length));
    else asked.delete(row.readingId);
  }
  return asked;
}

/** Runs of a phase that are asked about, by the spot they were taken at. */
export function askedAtSpots(rows: EvidenceRows, phase: Phase): ReadonlyMap<string, number> {
  const asked = askedAbout(rows);
  const { readings, states } = evidenceOf(rows);
  const counts = new Map<string, number>();
  for (const { id, subject, stateId } of readings)
    if (subject.kind === 'spot' && asked.has(id) && states.get(stateId)?.phase === phase)
      counts.set(subject.spotId, (counts.get(subject.spotId) ?? 0) + 1);
  return counts;
}
