import type { Brief } from '../../brief/brief';
import type { Evaluation } from '../evaluate/evaluate';
import { servedOf, VERDICT_RANK, type Verdict } from '../../site/model/verdict';
import type { MediumLoad } from '../links/busyHour';
import type { Prediction } from '../predict/prediction';

/** What is held side by side of an option. */
export interface OptionFacts {
  /** Spots that work, alone and at the busy hour; those that work with nobody else at home; and all there are. */
  served: number;
  servedAlone: number;
  /** Spots whose need is met when everything runs at once: the extreme, which most lines do not hold. */
  heldAtOnce: number;
  spots: number;
  /** The spot that is served worst; null where there is none. */
  worst: { number: number; name: string; verdict: Verdict; share: number } | null;
  partsMinor: number;
  labourMinor: number;
  travelMinor: number;
  totalMinor: number;
  hours: number;
  /** Of them reading the spots before and after, h. */
  measuringHours: number;
  cableM: number;
  holes: number;
  /** What will not do, and what wants care. */
  stops: number;
  cares: number;
  /** The fullest medium at the busy hour. */
  busiest: MediumLoad | null;
}

/** Share of its need a spot gets in the direction that has the least headroom, by the low end of its range. */
export function headroomOf(p: Prediction): number {
  const down = p.downRangeMbps[0] / Math.max(p.need.downMbps, 1e-9);
  const up = p.upRangeMbps[0] / Math.max(p.need.upMbps, 1e-9);
  return Math.min(down, up);
}

/** The facts of an evaluated option. */
export function optionFacts(e: Evaluation): OptionFacts {
  const worst = [...e.predictions].sort(
    (a, b) => VERDICT_RANK[a.verdict] - VERDICT_RANK[b.verdict] || headroomOf(a) - headroomOf(b),
  )[0];
  return {
    served: servedOf(e.predictions).length,
    servedAlone: e.predictions.filter((p) => p.alone === 'works').length,
    heldAtOnce: e.predictions.length - e.busyHour.shortAtOnce.length,
    spots: e.predictions.length,
    worst: worst
      ? { number: worst.number, name: worst.name, verdict: worst.verdict, share: headroomOf(worst) }
      : null,
    partsMinor: e.price.materialMinor,
    labourMinor: e.price.labourMinor,
    travelMinor: e.price.travelMinor,
    totalMinor: e.price.totalMinor,
    hours: e.price.hours,
    measuringHours: e.price.measuringHours,
    cableM: e.cables.reduce((sum, c) => sum + c.run.lengthM, 0),
    holes: e.cables.reduce((sum, c) => sum + c.run.walls + c.run.floors, 0),
    stops: e.notices.filter((n) => n.severity === 'blocks').length,
    cares: e.notices.filter((n) => n.severity === 'check').length,
    busiest: e.busyHour.media[0] ?? null,
  };
}

/** What is to be checked about a plan, at so much each, minor units. */
export const checksMinor = (e: Evaluation, { checkMinor }: Pick<Brief, 'checkMinor'>): number =>
  checkMinor * e.notices.filter((n) => n.severity === 'check').length;
