import { extent } from 'd3-array';
import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/model/schema';
import { evidenceOf } from '../evidence/fold';
import { freeze, networkHash } from '../evidence/network';
import { spotIdOf, type EvidenceRows, type Phase, type Reading } from '../evidence/rows';
import { chainOf } from '../feed/chain';
import type { Built } from '../evidence/built';
import { decide, predictedVerdict } from '../plan/links/judge';
import type { Part } from '../plan/links/part';
import type { PlanContext } from '../plan/network/context';
import { predictOption, type Prediction } from '../plan/predict/predict';
import type { Site } from '../site/model/schema';
import { judgeRuns, type PhaseResult } from './verdict';
import { lineTest } from './line';

/** What the runs at one spot say of the very network that is predicted. */
interface SpotRuns {
  result: PhaseResult;
  down: [number, number];
  up: [number, number];
  bandSeen: Prediction['band'];
}

const extentOf = (values: readonly number[]): [number, number] => {
  const [low, high] = extent(values);
  return [low ?? 0, high ?? 0];
};

/** States in which this very network was read, by their id, with the phase; none where a unit's kit is not known. */
function statesOf(site: Site, rows: EvidenceRows, network: Built): ReadonlyMap<string, Phase> {
  const states = [...evidenceOf(rows).states.values()];
  const kit = network.option.units.map((u) => kitById(u.kitId, network.kit));
  if (states.length === 0 || kit.some((k) => !k)) return new Map();
  const hash = networkHash(freeze(site, network.option, kit as KitItem[]).network, site);
  return new Map(states.filter((s) => s.hash === hash).map((s) => [s.id, s.phase]));
}

/**
 * Runs of a network by spot: those of its very states, on the device the spot is predicted for, with the band left free. The
 * newest state counts where it was read more than once.
 */
export function runsOf(site: Site, rows: EvidenceRows, network: Built): ReadonlyMap<string, SpotRuns> {
  const out = new Map<string, SpotRuns>();
  const phases = statesOf(site, rows, network);
  if (phases.size === 0) return out;
  const wired = new Set(network.option.wiredSpots.map((w) => w.spotId));
  const devices = new Map(site.spots.map((s) => [s.id, wired.has(s.id) ? 'wired' : s.client]));
  const bySpot = new Map<string, Reading[]>();
  for (const r of evidenceOf(rows).valid) {
    const spotId = spotIdOf(r);
    if (spotId === null || !phases.has(r.stateId) || r.band !== 'free' || devices.get(spotId) !== r.device)
      continue;
    const list = bySpot.get(spotId);
    if (list) list.push(r);
    else bySpot.set(spotId, [r]);
  }
  const lines = { before: lineTest(rows, 'before'), after: lineTest(rows, 'after') };
  for (const [spotId, own] of bySpot) {
    const newest = own[own.length - 1]!.stateId;
    const runs = own.filter((r) => r.stateId === newest);
    const line = lines[phases.get(newest)!];
    const result = judgeRuns(runs, line, NO_NEED);
    if (!result) continue;
    const speeds = (of: (r: Reading) => number | null, cap: number | null) =>
      extentOf(
        runs.flatMap((r) => {
          const v = r.connected ? of(r) : 0;
          return v === null ? [] : [r.target === 'house' ? Math.min(v, cap ?? Infinity) : v];
        }),
      );
    out.set(spotId, {
      result,
      down: speeds((r) => r.downMbps, line.downMbps),
      up: speeds((r) => r.upMbps, line.upMbps),
      bandSeen: runs.find((r) => r.bandSeen !== null)?.bandSeen ?? null,
    });
  }
  return out;
}

/** Judged without a need: only the middle of the runs is asked for here. */
const NO_NEED = { downMbps: 0, upMbps: 0, latencyMs: Infinity };

/** A pipe that gives what was read: the last way to the device takes what is missing, and no length is narrower than the whole. */
function pipeThatGives(pipe: readonly Part[], downMbps: number, upMbps: number): Part[] {
  const wide = pipe.map((part) =>
    part.measured || (part.downMbps >= downMbps && part.upMbps >= upMbps)
      ? part
      : { ...part, downMbps: Math.max(part.downMbps, downMbps), upMbps: Math.max(part.upMbps, upMbps) },
  );
  const at = wide.findIndex((part) => part.kind === 'air' || part.kind === 'lead');
  if (at < 0) return wide;
  const { mediumId } = wide[at]!;
  // Parts on one medium share its time: 1/R = Σ 1/R_i.
  const left = (whole: number, of: (part: Part) => number): number => {
    const others = wide.filter((part, i) => i !== at && mediumId !== null && part.mediumId === mediumId);
    const rest = 1 / Math.max(1e-9, whole) - others.reduce((sum, part) => sum + 1 / of(part), 0);
    return rest > 0 ? 1 / rest : whole;
  };
  const air = {
    ...wide[at]!,
    downMbps: left(downMbps, (p) => p.downMbps),
    upMbps: left(upMbps, (p) => p.upMbps),
    measured: true,
  };
  return wide.map((part, i) => (i === at ? air : part));
}

/**
 * The prediction of a network at a spot where that very network was read is what was read: its runs' middle and spread. No
 * connection is silent. What was not read, as a loaded round trip, stays predicted.
 */
export function conditioned(p: Prediction, runs: SpotRuns | undefined): Prediction {
  if (!runs) return p;
  const { result, down, up } = runs;
  const { downMbps, upMbps } = result;
  const latencyMs = result.latencyMs ?? p.latencyMs;
  const middle = { downMbps, upMbps, latencyMs };
  const low = { downMbps: down[0], upMbps: up[0], latencyMs };
  const pipe = pipeThatGives(p.pipe, downMbps, upMbps);
  const decidedBy = decide(middle, p.need);
  const chain = pipe.length > 0 ? chainOf(pipe) : null;
  const narrowest =
    decidedBy === 'latency' ? p.narrowest : decidedBy === 'up' ? chain?.narrowestUp : chain?.narrowestDown;
  return {
    ...p,
    ...middle,
    band: runs.bandSeen ?? p.band,
    rssiDbm: result.rssiDbm ?? p.rssiDbm,
    downRangeMbps: down,
    upRangeMbps: up,
    decidedBy,
    verdict: predictedVerdict(middle, low, p.need),
    pipe,
    narrowest: narrowest ?? 0,
    wouldGiveMbps: chain ? (decidedBy === 'up' ? chain.nextUpMbps : chain.nextDownMbps) : 0,
    second: chain ? (decidedBy === 'up' ? chain.secondUp : chain.secondDown) : 0,
    runs: result.runs,
    problem: downMbps === 0 && upMbps === 0 ? { kind: 'readSilent' } : null,
    // A device that did not connect holds on to nothing.
    stuck: downMbps === 0 ? null : p.stuck,
  };
}

/** Predictions of a network, those of spots where it was read conditioned on that. */
export function predictRead(context: PlanContext, network: Built, rows: EvidenceRows): Prediction[] {
  const runs = runsOf(context.site, rows, network);
  return predictOption(context, network.option).map((p) => conditioned(p, runs.get(p.spotId)));
}
