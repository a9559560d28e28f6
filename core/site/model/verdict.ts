import { z } from 'zod';

/** The four steps of shade, from the best to the worst. */
export const verdictWord = z.enum(['works', 'tight', 'tooSlow', 'noSignal']);

export type Verdict = z.infer<typeof verdictWord>;

/** How each reads on a screen and on paper. */
export const VERDICT_WORDS: Record<Verdict, string> = {
  works: 'works',
  tight: 'tight',
  tooSlow: 'too slow',
  noSignal: 'no signal',
};

/** All of them, from the best to the worst: the steps of shade, lightest first. */
export const VERDICTS: readonly Verdict[] = verdictWord.options;

/** Verdicts from the worst, 0, to the best. */
export const VERDICT_RANK = Object.fromEntries(
  VERDICTS.map((verdict, i) => [verdict, VERDICTS.length - 1 - i]),
) as Record<Verdict, number>;

/** Those that work, of predictions or anything else that carries a verdict. */
export function servedOf<T extends { verdict: Verdict }>(all: readonly T[]): T[] {
  return all.filter((p) => p.verdict === 'works');
}
