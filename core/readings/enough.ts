/** Fewest runs that prove a spot. */
export const RUNS_WANTED = 3;

/** Three of three serve; at two of three one more is asked for, and three of four (and any such share of more) count. */
export function enoughRunsMet(met: number, runs: number): boolean {
  return runs >= RUNS_WANTED && (runs === RUNS_WANTED ? met === RUNS_WANTED : met >= Math.ceil(0.75 * runs));
}

/** Whether a run meets a need by its speeds; its round trip is judged apart. */
export const speedsMeet = (
  run: { downMbps: number | null; upMbps: number | null },
  need: { downMbps: number; upMbps: number },
): boolean => (run.downMbps ?? 0) >= need.downMbps && (run.upMbps ?? 0) >= need.upMbps;

/** Whether a run or two more could still change what some runs say of a spot: where not, a wait is better spent at another. */
export function twoMoreTell(met: number, runs: number): boolean {
  if (runs === 0) return true;
  const now = enoughRunsMet(met, runs);
  // What meets in every run so far is not doubted again in a wait.
  if (now) return false;
  return enoughRunsMet(met + 1, runs + 1) || enoughRunsMet(met + 2, runs + 2);
}
