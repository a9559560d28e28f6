import { inWalkingOrder } from '@/core/site/geometry/walkingRoute';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import type { PhaseResult } from '@/core/readings/judgeRuns';
import type { Need } from '@/core/site/model/needs';
import { speedText } from '@/ui/pieces/format';
import type { Spot } from '@/core/site/model/schema';
import type { LedgerRow } from './Ledger';
import type { TrackMarks } from './Track';
import type { Prediction } from '@/core/plan/predict/prediction';

/** What is known of a spot where a row is made: its verdict and its prediction come a moment later than the page. */
export interface RowFacts {
  spot: Spot;
  verdict: SpotVerdict | undefined;
  prediction: Prediction | undefined;
}

/** Facts of every spot, in the order they are walked where that is given, else of their numbers. */
export function factsOf(
  spots: readonly Spot[],
  verdicts: readonly SpotVerdict[] | undefined,
  predictions: ReadonlyMap<string, Prediction>,
  walk: readonly string[] = [],
): RowFacts[] {
  const byId = new Map((verdicts ?? []).map((v) => [v.spotId, v]));
  return inWalkingOrder({ spots, walk }).map((spot) => ({
    spot,
    verdict: byId.get(spot.id),
    prediction: predictions.get(spot.id),
  }));
}

export type Direction = 'down' | 'up';

/** The direction with the least headroom, by what was read last, else by the prediction. */
export function directionOf(decidedBy: 'down' | 'up' | 'latency' | null | undefined): Direction {
  return decidedBy === 'up' ? 'up' : 'down';
}

/** How many runs are kept and wait for an answer; nothing where none do. */
export const askedWords = (runs: number | undefined): string =>
  runs ? `${runs} ${runs === 1 ? 'run' : 'runs'} asked about` : '';

/** What was read in the direction that decides, of what is needed; where nothing came through, that. */
export function readOf(read: PhaseResult, up: boolean, need: Need): string {
  if (read.downMbps === 0 && read.upMbps === 0) return 'no connection';
  // Where the round trip fails that is told: the speed beside it may be plenty.
  if (read.decidedBy === 'latency' && read.latencyMs !== null && read.latencyMs > need.latencyMs)
    return `${read.latencyMs.toFixed(0)} of ${need.latencyMs} ms round trip`;
  return `${speedText(up ? read.upMbps : read.downMbps)} of ${speedText(up ? need.upMbps : need.downMbps)} Mb/s`;
}

/** Before, after, prediction and need of one direction as marks of a track. */
export function marksOf({ verdict: v, prediction: p }: RowFacts, direction: Direction): TrackMarks {
  const up = direction === 'up';
  const need = v?.need ?? p?.need;
  const read = (r: SpotVerdict['before'] | undefined) => (r ? (up ? r.upMbps : r.downMbps) : null);
  return {
    need: need ? (up ? need.upMbps : need.downMbps) : 0,
    before: read(v?.before),
    after: read(v?.after),
    predicted: p ? (up ? p.upMbps : p.downMbps) : null,
    range: p ? (up ? p.upRangeMbps : p.downRangeMbps) : null,
  };
}

/** A row of a ledger: what all stops share, with what this one says of the spot. */
export function rowOf(
  facts: RowFacts,
  decidedBy: 'down' | 'up' | 'latency' | null | undefined,
  shown: readonly (keyof TrackMarks)[],
  own: Pick<LedgerRow, 'trackLabel' | 'result' | 'tone' | 'note' | 'isPointed' | 'detail'>,
): LedgerRow {
  const direction = directionOf(decidedBy);
  const all = marksOf(facts, direction);
  const marks: TrackMarks = { need: all.need };
  for (const key of shown) Object.assign(marks, { [key]: all[key] });
  return { spot: facts.spot, direction, marks, ...own };
}
