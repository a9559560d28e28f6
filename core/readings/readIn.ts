import { extent } from 'd3-array';
import { evidenceOf } from '../evidence/fold';
import { thawed } from '../evidence/frozenNetwork';
import { spotIdOf, type EvidenceRows, type Reading } from '../evidence/rows';
import { isReadAt } from '../evidence/takenAt';
import type { NetworkRead, Read, SpotRead } from '../plan/network/read';
import type { Site } from '../site/model/schema';
import { judgeRuns } from './judgeRuns';
import { lineTest, type LineTest } from './line';

/** Networks whose readings are looked at, the newest first; older ones were followed by so many others. */
const MOST_NETWORKS = 12;

const extentOf = (values: readonly number[]): [number, number] => {
  const [low, high] = extent(values);
  return [low ?? 0, high ?? 0];
};

/** Judged without a need: only the middle of the runs is asked for here. */
const NO_NEED = { downMbps: 0, upMbps: 0, latencyMs: Infinity };

/** What the runs of one device at one spot say; null where none of them says a speed. */
function spotRead(runs: readonly Reading[], line: LineTest): SpotRead | null {
  const result = judgeRuns(runs, line, NO_NEED);
  if (!result) return null;
  const speeds = (of: (r: Reading) => number | null, cap: number | null) =>
    extentOf(
      runs.flatMap((r) => {
        const v = r.connected ? of(r) : 0;
        return v === null ? [] : [r.target === 'house' ? Math.min(v, cap ?? Infinity) : v];
      }),
    );
  return {
    downMbps: result.downMbps,
    upMbps: result.upMbps,
    latencyMs: result.latencyMs,
    rssiDbm: result.rssiDbm,
    runs: result.runs,
    downRangeMbps: speeds((r) => r.downMbps, line.downMbps),
    upRangeMbps: speeds((r) => r.upMbps, line.upMbps),
    bandSeen: runs.find((r) => r.bandSeen !== null)?.bandSeen ?? null,
    device: result.device,
  };
}

/**
 * What was read in each network of a job, the newest first, by spot and device, with the band left free: a network as it was frozen,
 * so that a prediction can be held against what it would have given there. What was read where a spot does not stand any more is
 * left out.
 */
export function readIn(site: Site, rows: EvidenceRows): Read {
  const e = evidenceOf(rows);
  const places = new Map(site.spots.map((s) => [s.id, s.place]));
  const byState = new Map<string, Map<string, Reading[]>>();
  for (const r of e.valid) {
    const spotId = spotIdOf(r);
    const at = spotId === null ? undefined : places.get(spotId);
    if (spotId === null || !at || r.band !== 'free' || !isReadAt(site, r, at)) continue;
    // The network read last comes last, whenever it was read first.
    const own = byState.get(r.stateId) ?? new Map<string, Reading[]>();
    byState.delete(r.stateId);
    byState.set(r.stateId, own);
    const key = `${spotId}|${r.device}`;
    const list = own.get(key);
    if (list) list.push(r);
    else own.set(key, [r]);
  }
  const lines = { before: lineTest(rows, 'before'), after: lineTest(rows, 'after') };
  return [...byState]
    .reverse()
    .slice(0, MOST_NETWORKS)
    .flatMap(([stateId, groups]): NetworkRead[] => {
      const state = e.states.get(stateId);
      if (!state) return [];
      const spots = new Map<string, SpotRead[]>();
      for (const runs of groups.values()) {
        const read = spotRead(runs, lines[state.phase]);
        const spotId = spotIdOf(runs[0]!)!;
        if (read) spots.set(spotId, [...(spots.get(spotId) ?? []), read]);
      }
      return [{ ...thawed(site, state), spots }];
    });
}
