import { measure, type Progress, type RunResult } from './client';
import { MeterFault, type MeterAt } from './transfers';

const tenth = (v: number | null) => (v === null ? null : Math.round(v * 10) / 10);

/** What of a run is kept as a reading. */
export const readingOf = (r: RunResult) => ({
  connected: true,
  downMbps: tenth(r.down.mbps),
  upMbps: tenth(r.up.mbps),
  loadedMs: tenth(r.loadedMs),
  idleMs: tenth(r.idleMs),
  note: r.limit.kind === 'path' ? '' : r.limit.words,
});

const whole = (v: number | null) => (v === null ? 'not measured' : v.toFixed(v < 10 ? 1 : 0));

/** A run in words: each direction with how sure its middle is, round trips with their jitter, what held it back. */
export function runWords({ down, up, idleMs, jitterMs, loadedMs, loadedJitterMs, limit }: RunResult): string {
  const speed = (d: RunResult['down'], arrow: string) =>
    `${whole(d.mbps)} ${arrow} (${whole(d.lowMbps)} to ${whole(d.highMbps)})`;
  const trip = (ms: number | null, jitter: number | null) =>
    ms === null ? 'not measured' : `${whole(ms)} ms, jitter ${whole(jitter)}`;
  return `${speed(down, '↓')}, ${speed(up, '↑')} Mb/s; idle ${trip(idleMs, jitterMs)}; under load ${trip(loadedMs, loadedJitterMs)}. ${limit.words}`;
}

/**
 * Runs one after another, each handed over as it ends, under names that `name` makes. Gives words where one fails; what
 * was done stays.
 */
export async function measureRuns(
  at: MeterAt,
  runs: number,
  name: () => string,
  on: {
    progress: (p: Progress & { run: number }) => void;
    /** Keeps a run; answers what went wrong, or null. */
    run: (r: RunResult) => Promise<string | null>;
  },
  signal: AbortSignal,
): Promise<string | null> {
  for (let run = 1; run <= runs; run++)
    try {
      const failed = await on.run(await measure(at, name(), (p) => on.progress({ ...p, run }), signal));
      if (failed !== null) return failed;
    } catch (error) {
      if (signal.aborted) return 'Stopped.';
      if (error instanceof MeterFault) return error.message;
      throw error;
    }
  return null;
}
