import type { Verdict } from '@/core/site/model/verdict';

export type Tone = 'good' | 'care' | 'bad' | 'plain';

/** How a verdict is shown in a ledger. */
export const VERDICT_TONE: Record<Verdict, Tone> = {
  works: 'good',
  tight: 'care',
  tooSlow: 'bad',
  noSignal: 'bad',
};
