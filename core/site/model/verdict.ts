import { z } from 'zod';

/** The four steps of shade, in words. */
export const verdictWord = z.enum(['serves', 'tight', 'short', 'silent']);

export type Verdict = z.infer<typeof verdictWord>;

/** All of them, from the best to the worst: the steps of shade, lightest first. */
export const VERDICTS: readonly Verdict[] = verdictWord.options;

/** Verdicts from the worst, 0, to the best. */
export const VERDICT_RANK = Object.fromEntries(
  VERDICTS.map((verdict, i) => [verdict, VERDICTS.length - 1 - i]),
) as Record<Verdict, number>;

/** Those that serve, of predictions or anything else that carries a verdict. */
export function servedOf<T extends { verdict: Verdict }>(all: readonly T[]): T[] {
  return all.filter((p) => p.verdict === 'serves');
}
