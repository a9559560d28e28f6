import { LEAD_M } from '../../feed/powerline';
import { areWithin } from '../../site/geometry/apart';
import { roomsOn } from '../../site/geometry/rooms';
import { inside } from '../../site/model/levels';
import type { Place, Site } from '../../site/model/schema';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import { cableRun, type CableRun } from './cableRun';
import { kitOf, type PlanContext } from './context';
import { outletsOf } from './surroundings';

/** A lead between an adapter and its unit that is no lead any more: the outlet is in another room, or too far off. */
export interface AdapterLead {
  /** The end at the uplink, or at the unit itself. */
  end: 'near' | 'far';
  outletId: string;
  outletName: string;
  run: CableRun;
}

/** Whether an outlet is in the room of a place and within a lead of it. */
function isBeside(site: Site, outlet: Place, place: Place): boolean {
  if (!areWithin(outlet, place, LEAD_M)) return false;
  const room = roomsOn(site, place.storeyId).find((r) => inside(r.outline, place.xM, place.yM));
  return !room || inside(room.outline, outlet.xM, outlet.yM);
}

/** The outlets a unit's adapters go into, at its uplink and at itself; an end nobody has chosen or surveyed is null. */
function endsOf(site: Site, parent: Unit, unit: Unit) {
  if (unit.feed.kind === 'powerline') return outletsOf(site, parent, unit);
  if (unit.feed.kind !== 'coax') return [null, null] as const;
  const { nearCoaxId, farCoaxId } = unit.feed;
  const at = (id: string | null) => site.coax.outlets.find((o) => o.id === id) ?? null;
  return [at(nearCoaxId), at(farCoaxId)] as const;
}

/** Whether a unit is an adapter itself and goes into the outlet without a lead. */
const isAdapter = (context: PlanContext, unit: Unit): boolean =>
  ['powerline', 'coax'].includes(kitOf(context, unit).kind);

/**
 * Cables from the outlets of a unit's adapters to what hangs on them, where no lead reaches: through the wall from the next room, with
 * its hole. An adapter that several units share at their uplink has one, told with the first of them.
 */
export function adapterLeadsOf(context: PlanContext, option: Option, unit: Unit): AdapterLead[] {
  const { site, brief } = context;
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  if (!parent || (unit.feed.kind !== 'powerline' && unit.feed.kind !== 'coax')) return [];
  const [near, far] = endsOf(site, parent, unit);
  const isTold =
    brief.policies.adapters === 'group' &&
    option.units
      .slice(0, option.units.indexOf(unit))
      .some(
        (u) =>
          u.feed.kind === unit.feed.kind &&
          parentIdOf(u.feed) === parent.id &&
          endsOf(site, parent, u)[0]?.id === near?.id,
      );
  const lead = (
    end: AdapterLead['end'],
    outlet: { id: string; name: string; place: Place } | null,
    to: Unit,
  ): AdapterLead[] => {
    if (!outlet || isAdapter(context, to) || isBeside(site, outlet.place, to.place)) return [];
    const run = cableRun(context, outlet.place, to.place);
    // Through an open passage a lead goes as well.
    if (run.walls + run.floors === 0 && run.lengthM <= LEAD_M) return [];
    return [{ end, outletId: outlet.id, outletName: outlet.name, run }];
  };
  return [...(isTold ? [] : lead('near', near, parent)), ...lead('far', far, unit)];
}
