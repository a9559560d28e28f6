import type { EvidenceRows } from './rows';

/** What the reason begins with where a run was set aside by itself because it is hard to believe. */
const ASKED = 'asked about: ';

/** The reason a run that is hard to believe is kept with until somebody says whether it is right. */
export const askedReason = (words: readonly string[]): string => `${ASKED}${words.join(' ')}`.slice(0, 300);

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
