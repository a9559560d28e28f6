import { SAMPLE_MS } from './samples';

/** Runs remembered, and how long after their last byte, ms. */
const MOST_RUNS = 24;
const REMEMBERED_MS = 60_000;
/** Samples of one run: a minute and a half. */
const MOST_SAMPLES = 400;

interface Run {
  startMs: number;
  lastMs: number;
  bytes: Float64Array;
}

/** Counts what the server received of each run, by sample: that is what upload means. Bounded in runs and in time. */
export class Received {
  private readonly runs = new Map<string, Run>();
  constructor(private readonly nowMs: () => number = () => performance.now()) {}

  /** Takes note of bytes of a run. */
  add(name: string, bytes: number): void {
    const now = this.nowMs();
    let run = this.runs.get(name);
    if (!run) {
      for (const [other, r] of this.runs) if (now - r.lastMs > REMEMBERED_MS) this.runs.delete(other);
      if (this.runs.size >= MOST_RUNS) this.runs.delete(this.runs.keys().next().value!);
      this.runs.set(name, (run = { startMs: now, lastMs: now, bytes: new Float64Array(MOST_SAMPLES) }));
    }
    run.lastMs = now;
    const at = Math.floor((now - run.startMs) / SAMPLE_MS);
    if (at < MOST_SAMPLES) run.bytes[at]! += bytes;
  }

  /** Speeds of the whole samples of a run so far, Mb/s; the one that is still being filled is not among them. */
  mbpsOf(name: string): number[] {
    const run = this.runs.get(name);
    if (!run) return [];
    const whole = Math.min(MOST_SAMPLES, Math.floor((this.nowMs() - run.startMs) / SAMPLE_MS));
    return [...run.bytes.subarray(0, whole)].map((b) => (b * 8) / (SAMPLE_MS * 1000));
  }
}
