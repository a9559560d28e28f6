import { ASKED } from './askedReason';
import { evidenceOf } from './fold';
import type { EvidenceRows, Phase } from './rows';

/** What was asked about runs that are hard to believe, by the run: what waits for an answer, and what was said to be right. */
interface Questions {
  open: ReadonlyMap<string, string>;
  right: ReadonlyMap<string, string>;
}

function questionsOf(rows: EvidenceRows): Questions {
  const open = new Map<string, string>();
  const right = new Map<string, string>();
  for (const row of rows) {
    if (row.kind !== 'correction') continue;
    const { readingId, act, reason } = row;
    const words = open.get(readingId) ?? right.get(readingId);
    open.delete(readingId);
    right.delete(readingId);
    if (act === 'setAside' && reason.startsWith(ASKED)) open.set(readingId, reason.slice(ASKED.length));
    else if (act === 'takeBack' && words !== undefined) right.set(readingId, words);
  }
  return { open, right };
}

/** Runs that are kept and asked about, each with the words: they count once somebody says that they are right. */
export const askedAbout = (rows: EvidenceRows): ReadonlyMap<string, string> => questionsOf(rows).open;

/** Runs that were asked about and count, since somebody said that they are right, each with what was asked. */
export const saidToBeRight = (rows: EvidenceRows): ReadonlyMap<string, string> => questionsOf(rows).right;

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
