import { lru } from '@/core/stats/lru';

/** Addresses whose failed tries are remembered. */
const MOST_REMEMBERED = 500;

/**
 * Slows whoever tries and fails, by name of who it is: after some free tries each further one has to wait. `waitMs` says how
 * long after that many failures.
 */
export function throttle(
  freeTries: number,
  waitMs: (failures: number) => number,
  nowMs: () => number = Date.now,
) {
  const failed = lru<string, { count: number; lastMs: number }>(MOST_REMEMBERED);
  const of = (who: string) => failed(who, () => ({ count: 0, lastMs: 0 }));
  return {
    /** How long somebody has to wait before the next try, ms. */
    waitOf(who: string): number {
      if (!failed.has(who)) return 0;
      const { count, lastMs } = of(who);
      return count < freeTries ? 0 : Math.max(0, lastMs + waitMs(count) - nowMs());
    },
    /** Failed tries of somebody since the last that did not. */
    failuresOf: (who: string): number => (failed.has(who) ? of(who).count : 0),
    /** Takes note of a failed try; gives how many there were. */
    fail(who: string): number {
      const tries = of(who);
      tries.lastMs = nowMs();
      return ++tries.count;
    },
    clear(who: string): void {
      if (failed.has(who)) of(who).count = 0;
    },
  };
}
