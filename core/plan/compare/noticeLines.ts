import type { Evaluation } from '../evaluate/evaluate';
import type { MediumLoad } from '../links/busyHour';
import type { Option } from '../option/schema';
import { fullWords } from '../predict/eveningWords';

/** What is to be said of an option, one line a cause, with the units it is said of: pressed, each leads to what mends it. */
export interface NoticeLine {
  severity: 'blocks' | 'check';
  words: string;
  unitIds: readonly string[];
}

/** The words without who and how much: notices that are alike in this are of one cause. */
const causeOf = (words: string, letter: string | undefined): string =>
  (letter && words.startsWith(`${letter} `) ? words.slice(letter.length) : words).replace(
    /[-−]?\d+([.,]\d+)?/g,
    '#',
  );

/** A channel of a unit or a wire: "b|5-36" of unit b, "line:down" of none. */
const unitOf = (m: MediumLoad): string => m.id.slice(0, Math.max(0, m.id.indexOf('|')));
const channelOf = (m: MediumLoad): string => m.id.slice(m.id.indexOf('|') + 1);

/** Notices of an option and what is full at the busy hour: what cannot work first, notices of one cause in one line. */
export function noticeLines(
  { notices, busyHour }: Pick<Evaluation, 'notices' | 'busyHour'>,
  option: Option,
): NoticeLine[] {
  const unitIds = new Set(option.units.map((u) => u.id));
  const lines = new Map<string, { severity: NoticeLine['severity']; words: string; unitIds: string[] }>();
  for (const { severity, words, unitId } of notices) {
    const letter = option.units.find((u) => u.id === unitId)?.letter;
    const key = `${severity} ${causeOf(words, letter)}`;
    const line = lines.get(key);
    const own = unitId !== null && unitIds.has(unitId) ? [unitId] : [];
    if (!line) lines.set(key, { severity, words, unitIds: own });
    else if (own.length === 0) lines.set(`${key} ${words}`, { severity, words, unitIds: own });
    else line.unitIds = [...new Set([...line.unitIds, ...own])];
  }
  // Units that hear each other fill one channel together: its fullest place is said once.
  const full = busyHour.media.filter(
    (m, i, all) => m.full > 0 && all.findIndex((o) => channelOf(o) === channelOf(m)) === i,
  );
  return [
    ...lines.values(),
    ...full.map((m) => ({
      severity: 'check' as const,
      words: fullWords(m),
      unitIds: unitIds.has(unitOf(m)) ? [unitOf(m)] : [],
    })),
  ];
}
