import { decide, hasNoSignal, type DecidedBy } from '../plan/links/judge';
import { middleBars, type Bars } from '../site/model/bars';
import type { Reading } from '../evidence/rows';
import type { Need } from '../site/model/needs';
import type { Verdict } from '../site/model/verdict';
import { median } from '../stats/median';
import { RUNS_WANTED, enoughRunsMet, speedsMeet } from './enough';
import type { LineTest } from './line';

/** A run as it counts for internet use: through the house to the line. */
interface Run {
  downMbps: number;
  upMbps: number;
  /** Loaded round trip, ms; null is not measured. */
  latencyMs: number | null;
}

/** What the runs of one phase say about a spot. */
export interface PhaseResult {
  runs: number;
  downMbps: number;
  upMbps: number;
  latencyMs: number | null;
  /** Least and most of the runs, Mb/s. */
  downExtentMbps: [number, number];
  upExtentMbps: [number, number];
  rssiDbm: number | null;
  /** What the device showed in its place. */
  bars: Bars | null;
  device: Reading['device'];
  band: Reading['band'];
  bandsSeen: string[];
  runsMet: number;
  verdict: Verdict;
  decidedBy: DecidedBy;
  /** Evidence that is missing for a firm verdict. */
  missing: string[];
  /** Whether one more run would halve the risk that the verdict is luck: it meets, and only just. */
  oneMore: boolean;
  /** Every run as it counts, in its order: down and up, Mb/s. */
  downsMbps: readonly number[];
  upsMbps: readonly number[];
}

/** What runs scatter by, as a natural logarithm, before any are seen (estimate), counted as two runs of it. */
const USUAL_SCATTER_LN = 0.2;
const USUAL_COUNTS = 2;
/** A middle less than so many of its own spreads over the need is only just over it; from so many runs on nothing more is asked. */
const CLEAR_SPREADS = 2;
const ENOUGH_TO_TELL = 5;

/**
 * How many of its own spreads the middle of some runs lies over the need, in whichever of down, up and round trip has the least. Runs
 * are taken as log-normal with their own scatter and a usual one beside it (docs/papers.md, "Gone, and one run more").
 */
function spreadsOver(runs: readonly Run[], need: Need): number {
  const n = runs.length;
  const over = (ratios: readonly number[]): number => {
    const logs = ratios.map((r) => Math.log(Math.max(r, 1e-3)));
    const middle = logs.reduce((a, b) => a + b, 0) / n;
    const squares = logs.reduce((a, b) => a + (b - middle) ** 2, 0);
    const variance = (squares + USUAL_COUNTS * USUAL_SCATTER_LN ** 2) / (n - 1 + USUAL_COUNTS);
    return middle / Math.sqrt(variance / n);
  };
  const trips = runs.flatMap((r) => (r.latencyMs ? [need.latencyMs / r.latencyMs] : []));
  return Math.min(
    over(runs.map((r) => r.downMbps / need.downMbps)),
    over(runs.map((r) => r.upMbps / need.upMbps)),
    trips.length === n ? over(trips) : Infinity,
  );
}

/** A reading as a run for internet use: house readings are capped by the line and delayed by its measured rise. */
function asRun(r: Reading, line: LineTest): Run | null {
  if (!r.connected) return { downMbps: 0, upMbps: 0, latencyMs: null };
  if (r.downMbps === null || r.upMbps === null) return null;
  if (r.target === 'internet') return { downMbps: r.downMbps, upMbps: r.upMbps, latencyMs: r.loadedMs };
  return {
    downMbps: Math.min(r.downMbps, line.downMbps ?? Infinity),
    upMbps: Math.min(r.upMbps, line.upMbps ?? Infinity),
    latencyMs: r.loadedMs === null || line.riseMs === null ? null : r.loadedMs + line.riseMs,
  };
}

const extentOf = (list: readonly number[]): [number, number] => [Math.min(...list), Math.max(...list)];

/** Judges the runs of one phase at a spot. Null where nothing that counts was read. */
export function judgeRuns(readings: readonly Reading[], line: LineTest, need: Need): PhaseResult | null {
  const counted = readings.map((r) => ({ r, run: asRun(r, line) })).filter((c) => c.run !== null);
  if (counted.length === 0) return null;
  const runs = counted.map((c) => c.run!);
  const downMbps = median(runs.map((r) => r.downMbps))!;
  const upMbps = median(runs.map((r) => r.upMbps))!;
  const latencyMs = median(runs.map((r) => r.latencyMs).filter((v) => v !== null));
  const runsMet = runs.filter(
    (r) => speedsMeet(r, need) && r.latencyMs !== null && r.latencyMs <= need.latencyMs,
  ).length;
  const unjudged = runs.filter((r) => speedsMeet(r, need) && r.latencyMs === null).length;
  const medianMet =
    downMbps >= need.downMbps && upMbps >= need.upMbps && (latencyMs === null || latencyMs <= need.latencyMs);
  const missing: string[] = [];
  if (unjudged > 0) {
    const house = counted.some((c) => c.r.target === 'house' && c.r.loadedMs !== null);
    missing.push(
      house && line.riseMs === null
        ? 'the rise of the line under load, by cable at the gateway'
        : `the loaded round trip of ${unjudged} ${unjudged === 1 ? 'run' : 'runs'}`,
    );
  }
  if (medianMet && runs.length < RUNS_WANTED)
    missing.push(`${RUNS_WANTED - runs.length} more ${RUNS_WANTED - runs.length === 1 ? 'run' : 'runs'}`);
  if (medianMet && runs.length === RUNS_WANTED && runsMet === 2 && unjudged === 0) missing.push('1 more run');
  const verdict: Verdict = enoughRunsMet(runsMet, runs.length)
    ? 'works'
    : medianMet
      ? 'tight'
      : hasNoSignal({ downMbps, upMbps })
        ? 'noSignal'
        : 'tooSlow';
  const first = counted[0]!.r;
  const rssiDbm = median(counted.map((c) => c.r.rssiDbm).filter((v) => v !== null));
  return {
    runs: runs.length,
    downMbps,
    upMbps,
    latencyMs,
    downExtentMbps: extentOf(runs.map((r) => r.downMbps)),
    upExtentMbps: extentOf(runs.map((r) => r.upMbps)),
    rssiDbm,
    bars: rssiDbm === null ? middleBars(counted.map((c) => c.r)) : null,
    device: first.device,
    band: first.band,
    bandsSeen: [...new Set(counted.map((c) => c.r.bandSeen).filter((b) => b !== null))],
    runsMet,
    verdict,
    decidedBy: decide({ downMbps, upMbps, latencyMs: latencyMs ?? 0 }, need),
    missing,
    oneMore: verdict === 'works' && runs.length < ENOUGH_TO_TELL && spreadsOver(runs, need) < CLEAR_SPREADS,
    downsMbps: runs.map((r) => r.downMbps),
    upsMbps: runs.map((r) => r.upMbps),
  };
}
