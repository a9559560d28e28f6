/** How a middle may have changed between two sets of runs, by ranks alone. */
export interface FasterBy {
  /** At least so many times as fast. */
  times: number;
  /** How sure that is, 0 to 1. */
  sure: number;
}

/**
 * An exact bound by ranks on how many times as fast the middle of what is read now is as that of before, whatever way the runs
 * scatter: the slowest run now is below its median by all n with the chance 0.5^n, the fastest before above its own likewise, so
 * min(after) / max(before) is surpassed with at least 1 − 0.5^n − 0.5^m (Bonferroni; David and Nagaraja, Order Statistics, 7.1).
 * Null where it is not faster for sure, or where nothing came through before: then there is nothing to divide by.
 */
export function fasterBy(before: readonly number[], after: readonly number[]): FasterBy | null {
  if (before.length === 0 || after.length === 0) return null;
  const most = Math.max(...before);
  const times = Math.min(...after) / most;
  if (most <= 0 || times <= 1) return null;
  return { times, sure: 1 - 0.5 ** before.length - 0.5 ** after.length };
}
