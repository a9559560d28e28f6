import { apartM, areWithin } from '../../site/geometry/apart';
import { crossingsBetween } from '../../radio/geometry/crossings';
import { withSlackM, wireLengthM } from '../../feed/ethernet';
import { cableRoute, type CableRoute } from '../../site/cable/cableRoute';
import { buildingAt } from '../../site/model/levels';
import type { Duct, Place, Site } from '../../site/model/schema';
import { ownedBy } from '../../stats/lru';
import { areApart, ownBuilding } from '../../site/geometry/ownBuilding';
import { holeThrough, UNDRAWN, type Hole } from '../../site/cable/holes';
import type { Mount } from '../../kit/model/details';
import { kitOf, pointOf, type PlanContext } from './context';
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
  /** The walls that are drilled, each with what it is made of. */
  holes: readonly Hole[];
  /** Whether its ends belong to two buildings, or one of them to none. */
  across: boolean;
  /** Entries through an outer wall, to be sealed: one where an end hangs outside, two where it leaves a house and comes in again. */
  entries: number;
  /** Whether it ends in a unit under a ceiling, in a wall or outdoors, which takes a plug and no data outlet. */
  toPlug: boolean;
  /** The duct it is pulled through; null where there is none. */
  duct: Duct | null;
  /** Whether no way is known that leaves barred walls alone. */
  isBarred: boolean;
  /** The way it lies; null where the survey knows none and the straight line is counted instead. */
  route: CableRoute | null;
}

/** A cable that lies less than this in the open yard is held by what it hangs on, m. */
const DUG_M = 1;

/** Whether a cable crosses the yard in no duct: it is hung or dug in there. */
export const crossesYard = ({ yardM }: Pick<CableRun, 'yardM'>): boolean => yardM > DUG_M;

/** A way that lies outdoors for less than this has not left the house, m. */
const OUTDOORS_M = 0.1;

/** Entries through outer walls of a cable that lies so far outdoors. */
const entriesOf = (outdoorM: number, ends: readonly Place[]): number =>
  outdoorM > OUTDOORS_M || ends.some((p) => p.storeyId === null)
    ? ends.filter((p) => p.storeyId !== null).length
    : 0;

const drilled = (holes: readonly Hole[]) => ({
  walls: holes.length,
  holes,
});

/** A site with no wall barred; the site itself where none is. */
const freedOf = ownedBy((site: Site): Site =>
  site.walls.some((w) => w.isBarred)
    ? { ...site, walls: site.walls.map((w) => ({ ...w, isBarred: undefined })) }
    : site,
);

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
  // Nobody knows where along a straight line it would be drilled: each wall counts as a usual one.
  const holes = way.walls.slice(0, MOST_WALLS).map(() => UNDRAWN);
  return {
    lengthM: length,
    outdoorM,
    yardM: duct ? 0 : outdoorM,
    ...drilled(holes),
    floors: way.floors.length,
    across: areApart(site, from, to),
    entries: entriesOf(outdoorM, [from, to]),
    toPlug: false,
    duct,
    isBarred: false,
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
  if (!route) {
    // Where there is a way once nothing is barred, the bars are what stops it.
    const freed = freedOf(site);
    const isBarred = freed !== site && cableRoute(freed, from, to, via) !== null;
    return { ...straightRun(context, from, to, lengthM), isBarred };
  }
  const wireM = lengthM ?? withSlackM(route.routeM);
  const scale = route.routeM > 0 ? wireM / route.routeM : 0;
  const yardM = route.legs.reduce((sum, l) => sum + (l.kind === 'yard' ? l.lengthM : 0), 0);
  return {
    lengthM: wireM,
    outdoorM: Math.min(wireM, route.outdoorM * scale),
    yardM: yardM * scale,
    ...drilled(route.wallIds.map((id) => holeThrough(site, id))),
    floors: route.floors,
    across: areApart(site, from, to),
    entries: entriesOf(route.outdoorM, [from, to]),
    toPlug: false,
    duct: site.ducts.find((d) => d.id === route.ductIds[0]) ?? null,
    isBarred: false,
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

/** What a cable goes straight into, so that no data outlet is set beside it. */
const PLUGGED: readonly Mount[] = ['ceiling', 'inWall', 'pole'];

/** The cable that has to be laid for a unit; null where none is. */
export function cableRunOf(context: PlanContext, option: Option, unit: Unit): CableRun | null {
  const { feed } = unit;
  if (!needsRun(feed) || hangsByLead(context, option, unit)) return null;
  const parent = option.units.find((u) => u.id === parentIdOf(feed));
  if (!parent) return null;
  return {
    ...cableRun(context, parent.place, unit.place, feed),
    toPlug: PLUGGED.includes(kitOf(context, unit).mount),
  };
}

/** A lead that lies on the floor reaches this far on one storey, m; what is farther gets a cable of its own. */
export const LEAD_REACH_M = 4;

/** A cable for power where no outlet is surveyed, m (estimate). */
const NOMINAL_POWER_M = 5;

/**
 * The cable that brings power to a unit outdoors over no data cable of its own: from the injector at the nearest outlet of its building.
 * Null where its data cable brings it, or that of a unit which hangs on it.
 */
export function powerRunOf(context: PlanContext, option: Option, unit: Unit): CableRun | null {
  const { site } = context;
  const kit = kitOf(context, unit);
  if (!kit.outdoor || kit.poe === null || unit.feed.kind === 'ethernet' || unit.feed.kind === 'line')
    return null;
  if (option.units.some((u) => u.feed.kind === 'ethernet' && u.feed.parentId === unit.id)) return null;
  const own = ownBuilding(site, unit.place);
  const [outlet] = site.outlets
    .map((o) => ({ o, isOwn: ownBuilding(site, o.place)?.id === own?.id, m: apartM(o.place, unit.place) }))
    .sort((a, b) => Number(b.isOwn) - Number(a.isOwn) || a.m - b.m);
  if (outlet) return { ...cableRun(context, outlet.o.place, unit.place), toPlug: true };
  return {
    lengthM: NOMINAL_POWER_M,
    outdoorM: 1,
    yardM: 0,
    ...drilled([UNDRAWN]),
    floors: 0,
    across: own === null,
    entries: 1,
    toPlug: true,
    duct: null,
    isBarred: false,
    route: null,
  };
}

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
