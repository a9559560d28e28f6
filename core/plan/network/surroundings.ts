import { DUCT_REACH_M } from '../../site/cable/cableNetwork';
import { apartM } from '../../site/geometry/apart';
import { adapterOutlets } from '../../feed/powerline';
import { distanceToWallM } from '../../site/geometry/rooms';
import type { DataRun, Duct, Outlet, Place, Site } from '../../site/model/schema';
import type { Unit } from '../option/schema';

/** An end of a data run this near to a unit can serve it, m: a lead's length (estimate). */
const RUN_REACH_M = 5;
/** A unit this near to something that disturbs radio suffers from it, m (estimate). */
export const INTERFERENCE_REACH_M = 2;

/** Data runs already in the house that join the places of two units, either way round, nearest first. */
export function runsBetween(site: Pick<Site, 'dataRuns'>, a: Place, b: Place): DataRun[] {
  const apart = (x: Place, y: Place) => (x.storeyId === y.storeyId ? apartM(x, y) : Infinity);
  const reach = (r: DataRun) =>
    Math.min(Math.max(apart(r.from, a), apart(r.to, b)), Math.max(apart(r.from, b), apart(r.to, a)));
  return site.dataRuns.filter((r) => reach(r) <= RUN_REACH_M).sort((x, y) => reach(x) - reach(y));
}

/** The duct that leads from one building to another, if there is one. */
export function ductBetween(site: Site, fromBuildingId: string, toBuildingId: string): Duct | null {
  const touches = (buildingId: string, end: { xM: number; yM: number }): boolean => {
    const outline = site.buildings.find((b) => b.id === buildingId)?.storeys[0]?.outline ?? [];
    return outline.some(
      (a, i) => distanceToWallM(end, { a, b: outline[(i + 1) % outline.length]! }) <= DUCT_REACH_M,
    );
  };
  return (
    site.ducts.find((d) => {
      if (d.isFull) return false;
      const [start, end] = [d.path[0]!, d.path[d.path.length - 1]!];
      return (
        (touches(fromBuildingId, start) && touches(toBuildingId, end)) ||
        (touches(fromBuildingId, end) && touches(toBuildingId, start))
      );
    }) ?? null
  );
}

/** The outlets of a powerline pair, near its parent and at the unit: those chosen, else the best near by; null where none is surveyed. */
export function outletsOf(site: Site, parent: Unit, unit: Unit): [Outlet | null, Outlet | null] {
  const [near, far] = unit.feed.kind === 'powerline' ? [unit.feed.nearOutletId, unit.feed.farOutletId] : [];
  const chosen = (id: string | null | undefined) => site.outlets.find((o) => o.id === id);
  const [bestNear, bestFar] = adapterOutlets(site, parent.place, unit.place);
  return [chosen(near) ?? bestNear, chosen(far) ?? bestFar];
}

/** What disturbs radio within reach of a unit. */
export function disturbersOf(site: Site, unit: Unit): { name: string; distanceM: number }[] {
  return site.interference
    .filter((x) => x.place.storeyId === unit.place.storeyId)
    .map((x) => ({ name: x.name, distanceM: apartM(x.place, unit.place) }))
    .filter((x) => x.distanceM < INTERFERENCE_REACH_M);
}
