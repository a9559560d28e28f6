import { apartM, areWithin } from '../../site/geometry/apart';
import { crossingsBetween } from '../../radio/geometry/crossings';
import { withSlackM, wireLengthM } from '../../feed/ethernet';
import { cableRoute, type CableRoute } from '../../site/cable/cableRoute';
import { buildingAt } from '../../site/model/levels';
import type { Duct, Place, Site } from '../../site/model/schema';
import { pointOf, type PlanContext } from './context';
import { ductBetween, runsBetween } from './surroundings';
import { needsRun, parentIdOf } from '../option/feeds';
import { gatewayOf } from '../option/graph';
import type { Option, Unit } from '../option/schema';

/** Steps in which a straight line is looked at for whether it lies in the open. */
const LOOKS = 24;
/** Most walls that are counted on a straight line: a cable that meets more goes round. */
const MOST_WALLS = 6;

/** What laying one cable takes. */
export interface CableRun {
  /** Wire with drops and slack, m. */
  lengthM: number;
  /** Of it outside buildings, m, and of that over the open yard, in no duct. */
  outdoorM: number;
  yardM: number;
  /** Walls and floors to be drilled. */
  walls: number;
  floors: number;
  /** Whether its ends stand in two buildings, or one of them in the open. */
  across: boolean;
  /** The duct it is pulled through; null where there is none. */
  duct: Duct | null;
  /** The way it lies; null where the survey knows none and the straight line is counted instead. */
  route: CableRoute | null;
}

/** Whether two places stand in two buildings, or one of them in the open. */
function isAcross(site: Site, from: Place, to: Place): boolean {
  const [a, b] = [buildingAt(site, from.xM, from.yM), buildingAt(site, to.xM, to.yM)];
  return a?.id !== b?.id || from.storeyId === null || to.storeyId === null;
}

/** A cable where no way along walls is known: the straight line between its ends counts. */
function straightRun({ site, scene }: PlanContext, from: Place, to: Place, lengthM: number | null): CableRun {
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
  const duct = a && b && a.id !== b.id ? ductBetween(site, a.id, b.id) : null;
  const outdoorM = (length * open) / LOOKS;
  return {
    lengthM: length,
    outdoorM,
    yardM: duct ? 0 : outdoorM,
    walls: Math.min(MOST_WALLS, way.walls.length),
    floors: way.floors.length,
    across: isAcross(site, from, to),
    duct,
    route: null,
  };
}

/**
 * A cable between two places past all `via`: the way of least work over walls, holes and ducts. A length that somebody
 * measured or decided stands for the wire; the holes are those of the way.
 */
export function cableRun(
  context: PlanContext,
  from: Place,
  to: Place,
  { lengthM = null, via = [] }: { lengthM?: number | null; via?: readonly Place[] } = {},
): CableRun {
  const { site } = context;
  const route = cableRoute(site, from, to, via);
  if (!route) return straightRun(context, from, to, lengthM);
  const wireM = lengthM ?? withSlackM(route.routeM);
  const scale = route.routeM > 0 ? wireM / route.routeM : 0;
  const yardM = route.legs.reduce((sum, l) => sum + (l.kind === 'yard' ? l.lengthM : 0), 0);
  return {
    lengthM: wireM,
    outdoorM: Math.min(wireM, route.outdoorM * scale),
    yardM: yardM * scale,
    walls: route.wallIds.length,
    floors: route.floors,
    across: isAcross(site, from, to),
    duct: site.ducts.find((d) => d.id === route.ductIds[0]) ?? null,
    route,
  };
}

/** A unit no farther from its parent than this in one room, by a cable said to be no longer, hangs on a ready-made lead, m. */
const SIDE_M = 2;

/** Whether a unit stands at the side of its parent and hangs on it by a ready-made lead. */
export function hangsByLead(context: PlanContext, option: Option, unit: Unit): boolean {
  const { feed, place } = unit;
  if (!needsRun(feed) || feed.kind !== 'ethernet') return false;
  const parent = option.units.find((u) => u.id === parentIdOf(feed));
  return (
    parent !== undefined &&
    areWithin(parent.place, place, SIDE_M) &&
    feed.lengthM !== null &&
    feed.lengthM <= SIDE_M &&
    crossingsBetween(context.scene, pointOf(context.site, parent.place), pointOf(context.site, place)).walls
      .length === 0
  );
}

/** The cable that has to be laid for a unit; null where none is. */
export function cableRunOf(context: PlanContext, option: Option, unit: Unit): CableRun | null {
  const { feed } = unit;
  if (!needsRun(feed) || hangsByLead(context, option, unit)) return null;
  const parent = option.units.find((u) => u.id === parentIdOf(feed));
  return parent ? cableRun(context, parent.place, unit.place, feed) : null;
}

/** A lead that lies on the floor reaches this far on one storey, m; what is farther gets a cable of its own. */
export const LEAD_REACH_M = 4;

/** How the device at a wired spot is joined: a lead, a run in the wall, or a new cable; null where spot or unit is gone. */
export function spotCable(
  context: PlanContext,
  option: Option,
  spotId: string,
): { unit: Unit; lead: boolean; runName: string | null; run: CableRun } | null {
  const wired = option.wiredSpots.find((w) => w.spotId === spotId);
  const unit = option.units.find((u) => u.id === wired?.unitId);
  const spot = context.site.spots.find((s) => s.id === spotId);
  if (!wired || !unit || !spot) return null;
  const run = cableRun(context, unit.place, spot.place);
  const lead = run.walls === 0 && areWithin(unit.place, spot.place, LEAD_REACH_M);
  const there = runsBetween(context.site, unit.place, spot.place).find((r) => r.id === wired.dataRunId);
  return { unit, lead, runName: there?.name ?? null, run };
}

/** How the gateway gets the line where it does not stand beside the entry. */
export type EntryLead =
  | { by: 'run'; name: string; lengthM: number }
  | { by: 'coax'; lengthM: number }
  | { by: 'cable'; run: CableRun };

/** Ways from the entry to a place for the gateway; empty where it stands beside the entry or nobody surveyed that. */
export function entryLeads(context: PlanContext, place: Place): EntryLead[] {
  const { site, brief } = context;
  const { lineEntry } = site;
  if (lineEntry.storeyId === null) return [];
  if (areWithin(lineEntry, place, LEAD_REACH_M)) return [];
  const out: EntryLead[] = runsBetween(site, lineEntry, place).map((r) => ({
    by: 'run',
    name: r.name,
    lengthM: r.lengthM,
  }));
  const near = (p: Place) => site.coax.outlets.find((o) => areWithin(o.place, p, LEAD_REACH_M));
  // The modem of a cable line can stand at another outlet of the same tree.
  if (brief.line.kind === 'cable' && near(place)) out.push({ by: 'coax', lengthM: apartM(lineEntry, place) });
  out.push({ by: 'cable', run: cableRun(context, lineEntry, place) });
  return out;
}

/** A gateway moved by less than this keeps the line it has, m. */
const SAME_GATEWAY_M = 1.5;

/** How the gateway of an option gets the line: as chosen, else by what is there. Null where it stands beside the entry. */
export function entryLeadOf(context: PlanContext, option: Option, today: Option | null): EntryLead | null {
  const gateway = gatewayOf(option);
  if (!gateway || gateway.feed.kind !== 'line') return null;
  const { place, feed } = gateway;
  const was = today && gatewayOf(today);
  if (was && areWithin(was.place, place, SAME_GATEWAY_M)) return null;
  const leads = entryLeads(context, place);
  return leads.find((l) => l.by === feed.entry) ?? leads[0] ?? null;
}
