import { groups } from 'd3-array';
import { meets } from '../plan/links/judge';
import type { Prediction } from '../plan/predict/prediction';
import { evidenceOf } from '../evidence/fold';
import { spotReadAt, type EvidenceRows, type Phase, type Reading, type StateRow } from '../evidence/rows';
import { isReadAt } from '../evidence/takenAt';
import { needOf, type Need } from '../site/model/needs';
import type { Site } from '../site/model/schema';

/** What a spot got while others ran at theirs. */
export interface TogetherSpot {
  spotId: string;
  number: number;
  name: string;
  need: Need;
  downMbps: number;
  upMbps: number;
  latencyMs: number | null;
  /** Whether that is what it needs. */
  met: boolean;
  /** Of ten evenings those in which it was reckoned to get its need at the busy hour; null where that was not asked. */
  reckonedOfTen: number | null;
}

/** Several phones that ran at once, each at its spot. */
export interface TogetherRun {
  meetingId: string;
  at: string;
  phase: Phase;
  /** How many phones ran; fewer spots than that, and what some of them read has not come or was set aside. */
  phones: number;
  spots: TogetherSpot[];
  /** Every phone's figures are here, and each got what it needs. */
  held: boolean;
  /** Whether it was run in the network as it stands, at spots that are where they were. */
  stands: boolean;
}

/** Newest runs that are told. */
const MOST_TOLD = 20;

function spotOf(site: Site, r: Reading, predictions: readonly Prediction[]): TogetherSpot[] {
  const spot = site.spots.find((s) => s.id === spotReadAt(r));
  if (!spot) return [];
  const need = needOf(spot.activities, site.activityLimits);
  const [downMbps, upMbps] = [r.downMbps ?? 0, r.upMbps ?? 0];
  const evening = predictions.find((p) => p.spotId === spot.id)?.evening;
  return [
    {
      spotId: spot.id,
      number: spot.number,
      name: spot.name,
      need,
      downMbps,
      upMbps,
      latencyMs: r.loadedMs,
      // Round trips are always asked for: where none came back, nothing works there.
      met: r.connected && r.loadedMs !== null && meets({ downMbps, upMbps, latencyMs: r.loadedMs }, need),
      reckonedOfTen: evening && evening.used > 0 ? Math.round((10 * evening.met) / evening.used) : null,
    },
  ];
}

/** Runs of several phones at once in a phase, the newest first, each held against what its spots need and what was reckoned. */
export function togetherOf(
  site: Site,
  rows: EvidenceRows,
  phase: Phase,
  isNow: (state: StateRow) => boolean,
  predictions: readonly Prediction[],
): TogetherRun[] {
  const e = evidenceOf(rows);
  const runs = groups(
    e.together.filter((r) => e.states.get(r.stateId)?.phase === phase),
    (r) => (r.subject.kind === 'together' ? r.subject.meetingId : ''),
  );
  return runs
    .map(([meetingId, list]): TogetherRun => {
      const first = list[0]!;
      const phones = first.subject.kind === 'together' ? first.subject.phones : 0;
      const spots = list.flatMap((r) => spotOf(site, r, predictions)).sort((a, b) => a.number - b.number);
      const where = (r: Reading) => site.spots.find((s) => s.id === spotReadAt(r));
      return {
        meetingId,
        at: first.at,
        phase,
        phones,
        spots,
        held: new Set(spots.map((s) => s.spotId)).size >= phones && spots.every((s) => s.met),
        stands: list.every(
          (r) =>
            isNow(e.states.get(r.stateId)!) && where(r) !== undefined && isReadAt(site, r, where(r)!.place),
        ),
      };
    })
    .sort((a, b) => b.at.localeCompare(a.at))
    .slice(0, MOST_TOLD);
}
