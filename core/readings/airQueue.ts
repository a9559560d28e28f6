import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows } from '../evidence/rows';
import type { LineState } from '../plan/network/context';
import { BANDS, type PerBand } from '../radio/link/bands';
import { median } from '../stats/median';

/** Less than this is no queue of the air but how runs scatter and what the device itself waits, ms (estimate). */
const LEAST_MS = 20;
/** Readings that are worth as much as the belief that the air has no queue. */
const PRIOR_READINGS = 1;

/**
 * What the air itself adds to a round trip under load, by band, ms: the rise of runs over it less the rise the line has by itself.
 * A neighbour that talks all day shows so. 0 where nobody read on a band, or the readings say nothing out of the usual.
 */
export function airQueueOf(rows: EvidenceRows, line: LineState): PerBand {
  const { valid } = evidenceOf(rows);
  return BANDS.map((band) => {
    const rises = valid.flatMap((r) => {
      const on = r.bandSeen ?? r.band;
      if (r.subject.kind !== 'spot' || on !== band || !r.connected) return [];
      if (r.device === 'wired' || r.idleMs === null || r.loadedMs === null) return [];
      return [r.loadedMs - r.idleMs - (r.target === 'house' ? 0 : line.riseMs)];
    });
    const usual = median(rises) ?? 0;
    const believed = (usual * rises.length) / (rises.length + PRIOR_READINGS);
    return believed < LEAST_MS ? 0 : believed;
  }) as unknown as PerBand;
}
