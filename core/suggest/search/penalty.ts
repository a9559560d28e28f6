import type { Verdict } from '../../site/model/verdict';

/** What a spot that is not served weighs, minor units: fewest silent, then short, then tight, then money. */
export const PENALTY_MINOR: Record<Verdict, number> = {
  serves: 0,
  tight: 100_000_00,
  short: 1_000_000_00,
  silent: 10_000_000_00,
};
