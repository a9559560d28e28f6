import type { Need } from '../../site/model/needs';
import type { Verdict } from '../../site/model/verdict';
export type DecidedBy = 'down' | 'up' | 'latency';

/** Below this a spot is silent, Mb/s. */
export const SILENT_MBPS = 0.1;

export interface Outcome {
  downMbps: number;
  upMbps: number;
  /** Loaded round trip, ms. */
  latencyMs: number;
}

/** How often over the need each of the three is; below 1 it misses. */
function headroom(o: Outcome, need: Need): Record<DecidedBy, number> {
  return {
    down: o.downMbps / need.downMbps,
    up: o.upMbps / need.upMbps,
    latency: o.latencyMs > 0 ? need.latencyMs / o.latencyMs : Infinity,
  };
}

/** Which of down, up and round trip has the least headroom: that one decides. */
export function decide(o: Outcome, need: Need): DecidedBy {
  const h = headroom(o, need);
  if (h.up < h.down) return h.latency < h.up ? 'latency' : 'up';
  return h.latency < h.down ? 'latency' : 'down';
}

/** Whether an outcome meets a need in all three. */
export function meets(o: Outcome, need: Need): boolean {
  return o.downMbps >= need.downMbps && o.upMbps >= need.upMbps && o.latencyMs <= need.latencyMs;
}

/** Whether next to nothing comes through. */
export function hasNoSignal(o: Pick<Outcome, 'downMbps' | 'upMbps'>): boolean {
  return o.downMbps < SILENT_MBPS || o.upMbps < SILENT_MBPS;
}

/** A prediction serves when its low end meets, is tight when only its middle does, else short or silent. */
export function predictedVerdict(middle: Outcome, low: Outcome, need: Need): Verdict {
  if (meets(low, need)) return 'works';
  if (meets(middle, need)) return 'tight';
  return hasNoSignal(middle) ? 'noSignal' : 'tooSlow';
}
