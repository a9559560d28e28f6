import { least } from 'd3-array';
import type { Prediction } from '@/core/plan/predict/prediction';
import { middleOf } from '@/core/site/geometry/rooms';
import { sheetStoreys } from '@/core/site/model/levels';
import type { Place, Site, Spot } from '@/core/site/model/schema';
import { VERDICT_RANK } from '@/core/site/model/verdict';

/** Height a unit is put at before it is said otherwise, m: a shelf or a sideboard. */
export const SHELF_M = 1.2;

/** What is being looked at when a unit is added without saying where. */
export interface Looking {
  site: Site;
  storeyId: string | null;
  /** The spot that is chosen, if one is. */
  spotId: string | null;
  /** Spots that are not served, and what each gets. */
  unserved: readonly Spot[];
  predictions: ReadonlyMap<string, Prediction>;
}

/** Where a unit is wanted most: at the chosen spot, else at the worst unserved one of the open sheet, else mid-storey, else at the line. */
export function placeWanted({ site, storeyId, spotId, unserved, predictions }: Looking): Place {
  const open = new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id));
  const worst = least(
    unserved.filter((s) => s.place.storeyId !== null && open.has(s.place.storeyId) && predictions.has(s.id)),
    (s) => VERDICT_RANK[predictions.get(s.id)!.verdict],
  );
  const spot = site.spots.find((s) => s.id === spotId) ?? worst;
  if (spot) return { ...spot.place, heightM: SHELF_M };
  const storey = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId);
  return storey ? { storeyId: storey.id, ...middleOf(storey.outline), heightM: SHELF_M } : site.lineEntry;
}
