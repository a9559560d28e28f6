import { MeterFault, measure, type Progress, type RunResult } from '@/meter/speed/client';
import { newId } from '@/ui/pieces/newId';

const tenth = (v: number | null) => (v === null ? null : Math.round(v * 10) / 10);

/** What of a run is kept as a reading. */
export const asReading = (r: RunResult) => ({
  connected: true,
  downMbps: tenth(r.down.mbps),
  upMbps: tenth(r.up.mbps),
  loadedMs: tenth(r.loadedMs),
  idleMs: tenth(r.idleMs),
  note: r.limit.kind === 'path' ? '' : r.limit.words,
});

/** Runs one after another, each handed over as it ends; gives words where one fails, and what was done stays. */
export async function measureRuns(
  at: { base: string; token: string },
  runs: number,
  on: { progress: (p: Progress & { run: number }) => void; run: (r: RunResult) => Promise<void> },
  signal: AbortSignal,
): Promise<string | null> {
  for (let run = 1; run <= runs; run++)
    try {
      await on.run(await measure(at, newId('run'), (p) => on.progress({ ...p, run }), signal));
    } catch (error) {
      if (signal.aborted) return 'Stopped.';
      if (error instanceof MeterFault) return error.message;
      throw error;
    }
  return null;
}
