import type { Site } from '../../site/model/schema';
import { holdsInTheEvening } from '../links/house';
import { pipesOf } from '../predict/evening';
import type { Prediction } from '../predict/prediction';
import type { SheetPipes } from '../shade/served';

/** What a sheet is shaded by beside its radios: what every spot goes over, and where that was read. */
export function sheetPipes(site: Pick<Site, 'spots'>, predictions: readonly Prediction[]): SheetPipes {
  const spots = new Map(site.spots.map((s) => [s.id, s]));
  return {
    pipes: pipesOf(predictions),
    read: predictions.flatMap((p, i) => {
      const spot = spots.get(p.spotId);
      if (p.runs === 0 || !spot) return [];
      const { latencyMs, downRangeMbps, upRangeMbps } = p;
      const { xM, yM } = spot.place;
      return {
        seat: i + 1,
        xM,
        yM,
        middle: p,
        low: { downMbps: downRangeMbps[0], upMbps: upRangeMbps[0], latencyMs },
        holds: p.evening === null || holdsInTheEvening(p.evening),
      };
    }),
  };
}
