import { crossingsBetween } from '../../radio/path/crossings';
import { wireLengthM } from '../../feed/ethernet';
import { buildingAt } from '../../site/model/levels';
import type { Duct, Place } from '../../site/model/schema';
import { pointOf, type PlanContext } from '../evaluate/context';
import { ductBetween } from '../evaluate/surroundings';
import { needsRun, parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';

/** Steps in which a way is looked at for whether it lies in the open. */
const LOOKS = 24;
/** Most walls that are counted on a way: a longer one goes round. */
const MOST_WALLS = 6;

/** What laying one cable takes, from the straight line between its ends (an estimate: the route is chosen on site). */
export interface CableRun {
  lengthM: number;
  /** Of it in the open, m. */
  outdoorM: number;
  /** Walls and floors to be drilled. */
  walls: number;
  floors: number;
  /** Whether its ends stand in two buildings, or one of them in the open. */
  across: boolean;
  /** The duct it is pulled through; null where there is none. */
  duct: Duct | null;
}

/** A cable between two places of a length, m; null takes the estimated route. */
export function cableRun(context: PlanContext, from: Place, to: Place, lengthM: number | null): CableRun {
  const { site, scene } = context;
  const way = crossingsBetween(scene, pointOf(site, from), pointOf(site, to));
  const [a, b] = [buildingAt(site, from.xM, from.yM), buildingAt(site, to.xM, to.yM)];
  let open = 0;
  for (let i = 0; i < LOOKS; i++) {
    const t = (i + 0.5) / LOOKS;
    const x = from.xM + (to.xM - from.xM) * t;
    const y = from.yM + (to.yM - from.yM) * t;
    if (!buildingAt(site, x, y)) open++;
  }
  const length = lengthM ?? wireLengthM(site, from, to);
  const across = a?.id !== b?.id || from.storeyId === null || to.storeyId === null;
  return {
    lengthM: length,
    outdoorM: (length * open) / LOOKS,
    walls: Math.min(MOST_WALLS, way.walls.length),
    floors: way.floors.length,
    across,
    duct: a && b && a.id !== b.id ? ductBetween(site, a.id, b.id) : null,
  };
}

/** The cable that has to be laid for a unit; null where none is. */
export function cableRunOf(context: PlanContext, option: Option, unit: Unit): CableRun | null {
  if (!needsRun(unit.feed)) return null;
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  return parent ? cableRun(context, parent.place, unit.place, unit.feed.lengthM) : null;
}

/** A lead that lies on the floor reaches this far on one storey, m; what is farther gets a cable of its own. */
const LEAD_REACH_M = 4;

/** How the device at a wired spot is joined: a lead, or a cable in the wall; null where spot or unit is gone. */
export function spotCable(
  context: PlanContext,
  option: Option,
  spotId: string,
): { unit: Unit; lead: boolean; run: CableRun } | null {
  const wired = option.wiredSpots.find((w) => w.spotId === spotId);
  const unit = option.units.find((u) => u.id === wired?.unitId);
  const spot = context.site.spots.find((s) => s.id === spotId);
  if (!unit || !spot) return null;
  const run = cableRun(context, unit.place, spot.place, null);
  const apartM = Math.hypot(unit.place.xM - spot.place.xM, unit.place.yM - spot.place.yM);
  const lead = unit.place.storeyId === spot.place.storeyId && run.walls === 0 && apartM <= LEAD_REACH_M;
  return { unit, lead, run };
}
