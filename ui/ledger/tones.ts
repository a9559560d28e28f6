import type { Verdict } from '@/core/plan/links/judge';

export type Tone = 'good' | 'care' | 'bad' | 'plain';

/** How a verdict is shown in a ledger. */
export const VERDICT_TONE: Record<Verdict, Tone> = {
  serves: 'good',
  tight: 'care',
  short: 'bad',
  silent: 'bad',
};
