import type { DataRun } from '../model/schema';

/** Speed at or below which a copper run on gigabit ports most likely has a broken pair, Mb/s (two of four pairs carry 100). */
const BROKEN_PAIR_MBPS = 100;

/** Whether what was negotiated on a run points to a broken pair; a run nobody has tested does not. */
export function isSlowRun(run: Pick<DataRun, 'category' | 'negotiatedMbps'>): boolean {
  return run.category !== 'fibre' && run.negotiatedMbps !== null && run.negotiatedMbps <= BROKEN_PAIR_MBPS;
}
