import { extent } from 'd3-array';
import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/model/schema';
import { evidenceOf } from '../evidence/fold';
import { freeze, networkHash } from '../evidence/frozenNetwork';
import { spotIdOf, type EvidenceRows, type Phase, type Reading } from '../evidence/rows';
import { isReadAt } from '../evidence/takenAt';
import type { Built } from '../evidence/built';
import type { Read, SpotRead } from '../plan/network/read';
import type { Site } from '../site/model/schema';
import { judgeRuns } from './spotVerdicts';
import { lineTest } from './line';

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
export function readOf(site: Site, rows: EvidenceRows, network: Built): Read {
  const out = new Map<string, SpotRead>();
  const phases = statesOf(site, rows, network);
  if (phases.size === 0) return out;
  const wired = new Set(network.option.wiredSpots.map((w) => w.spotId));
  const devices = new Map(site.spots.map((s) => [s.id, wired.has(s.id) ? 'wired' : s.client]));
  const places = new Map(site.spots.map((s) => [s.id, s.place]));
  const bySpot = new Map<string, Reading[]>();
  for (const r of evidenceOf(rows).valid) {
    const spotId = spotIdOf(r);
    const at = spotId === null ? undefined : places.get(spotId);
    if (spotId === null || !phases.has(r.stateId) || r.band !== 'free' || devices.get(spotId) !== r.device)
      continue;
    if (!at || !isReadAt(site, r, at)) continue;
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
      downMbps: result.downMbps,
      upMbps: result.upMbps,
      latencyMs: result.latencyMs,
      rssiDbm: result.rssiDbm,
      runs: result.runs,
      downRangeMbps: speeds((r) => r.downMbps, line.downMbps),
      upRangeMbps: speeds((r) => r.upMbps, line.upMbps),
      bandSeen: runs.find((r) => r.bandSeen !== null)?.bandSeen ?? null,
    });
  }
  return out;
}

/** Judged without a need: only the middle of the runs is asked for here. */
const NO_NEED = { downMbps: 0, upMbps: 0, latencyMs: Infinity };
