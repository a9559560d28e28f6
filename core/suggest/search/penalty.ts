import type { Verdict } from '../../site/model/verdict';

/**
 * What a spot that does not work weighs, minor units: most spots that work come first, then fewest without signal, fewest too slow, and
 * then money. Each step outweighs all that come after it together, for as many spots as a job may have.
 */
export const PENALTY_MINOR: Record<Verdict, number> = {
  works: 0,
  tight: 10_000_000_00,
  tooSlow: 10_020_000_00,
  noSignal: 10_100_000_00,
};
