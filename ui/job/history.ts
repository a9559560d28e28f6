import type { RowOf } from '@/core/evidence/rows';
import { changeWords } from '@/core/job/changeWords';
import { merge } from '@/core/job/merge';
import { settled, type Documents } from '@/core/job/settle';

/** One act of this window: what it found, what it left, and at which stop it was done. */
export interface DocumentAct {
  kind: 'documents';
  before: Documents;
  after: Documents;
  stop: string | null;
  /** Changes with one key in a row, such as typing in one field or one drag, are one act. */
  key: string | null;
}

type Correction = RowOf<'correction'>['act'];

/** What this window did to readings: took them, struck them out, or let them count again. */
export interface ReadingAct {
  kind: 'readings';
  did: 'take' | Correction;
  ids: readonly string[];
  words: string;
  stop: string | null;
}

/** The correction of readings that takes an act back, or does it again: a reading that was taken is struck out. */
export const correctionFor = (did: ReadingAct['did'], way: 'undo' | 'redo'): Correction =>
  (did === 'setAside') === (way === 'redo') ? 'setAside' : 'takeBack';

export type Act = DocumentAct | ReadingAct;

export interface History {
  past: readonly Act[];
  future: readonly Act[];
}

/** Longest chain of undo; far more than a day of drawing. */
const MOST_ACTS = 5000;

export const KINDS = ['brief', 'site', 'plan'] as const;

/** The history after an act: a new one drops what was ahead; one with the key of the last goes on with it. */
export function remembered(history: History, act: Act): History {
  const last = history.past[history.past.length - 1];
  if (
    act.kind === 'documents' &&
    last?.kind === 'documents' &&
    act.key !== null &&
    last.key === act.key &&
    history.future.length === 0
  )
    return { past: [...history.past.slice(0, -1), { ...last, after: act.after }], future: [] };
  return { past: [...history.past.slice(-MOST_ACTS + 1), act], future: [] };
}

/**
 * The documents with one change taken back (or done again): from what the act left to what it found, and nothing else.
 * What others have changed since stays; where they changed the very same thing theirs stands.
 */
export function reversed(now: Documents, from: Documents, to: Documents): Documents {
  const next = { ...now };
  for (const kind of KINDS) {
    if (from[kind] === to[kind]) continue;
    (next as Record<string, unknown>)[kind] =
      now[kind] === from[kind] ? to[kind] : merge<unknown>(from[kind], to[kind], now[kind], 'theirs').value;
  }
  return settled(next);
}

/** What an act did, in words. */
export const actWords = (act: Act): string =>
  act.kind === 'readings' ? act.words : changeWords(act.before, act.after);
