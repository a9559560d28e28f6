import type { Verdict } from '../../site/model/verdict';

/** What a spot that is not served weighs, minor units: fewest silent, then short, then tight, then money. */
export const PENALTY_MINOR: Record<Verdict, number> = {
  works: 0,
  tight: 100_000_00,
  tooSlow: 1_000_000_00,
  noSignal: 10_000_000_00,
};
