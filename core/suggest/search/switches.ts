import { kitById } from '../../kit/catalogue/catalogue';
import type { KitItem } from '../../kit/model/schema';
import type { PlanContext } from '../../plan/network/context';
import { fromParent, isCable, parentIdOf, plainFeed } from '../../plan/option/feeds';
import { nextLetter } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { portMaps } from '../../plan/links/ports';
import { areWithin } from '../../site/geometry/apart';
import { roomsOn } from '../../site/geometry/rooms';
import { inside } from '../../site/model/levels';
import type { Place } from '../../site/model/schema';

/** The lead between a unit and the switch at its side, m. */
const LEAD_M = 1;
/** How far beside a unit its switch is drawn, and how near two marks may be, m. */
const SIDE_M = 1;
const MARK_M = 0.8;
/** Switches one plan gets at most. */
const MOST = 8;

/** The switch a search takes where ports run out; null where the job has none. */
const switchKit = (context: PlanContext): KitItem | undefined => kitById('switch-plain', context.ownKit);

/** Whether a unit's feed takes a port of its parent that a switch at the parent's side could give instead. */
const takesPort = (unit: Unit, parentId: string): boolean =>
  isCable(unit.feed) && parentIdOf(unit.feed) === parentId;

/** A place at the side of another, in its room and on no other mark; the place itself where there is none. */
function sideOf({ site }: PlanContext, option: Option, at: Place): Place {
  const room = roomsOn(site, at.storeyId).find((r) => inside(r.outline, at.xM, at.yM));
  const sides = Array.from({ length: 8 }, (_, i) => ({
    ...at,
    xM: Math.round((at.xM + SIDE_M * Math.cos((i * Math.PI) / 4)) * 100) / 100,
    yM: Math.round((at.yM + SIDE_M * Math.sin((i * Math.PI) / 4)) * 100) / 100,
  }));
  const isFree = (p: Place) =>
    (!room || inside(room.outline, p.xM, p.yM)) && option.units.every((u) => !areWithin(u.place, p, MARK_M));
  return sides.find(isFree) ?? at;
}

/** A switch at the side of a unit, on one of its ports. */
function besideOf(context: PlanContext, option: Option, parent: Unit, kit: KitItem): Unit {
  return {
    id: `${parent.id.slice(0, 40)}-switch-${option.units.length}`,
    letter: nextLetter(option),
    kitId: kit.id,
    name: `Switch beside ${parent.letter}`,
    place: sideOf(context, option, parent.place),
    feed: { ...plainFeed('ethernet', parent.id), lengthM: LEAD_M },
    radios: {},
  };
}

/** The same network with a switch beside each unit that more cables want into than it has ports. */
export function withSwitches(context: PlanContext, option: Option): Option {
  const kit = switchKit(context);
  if (!kit) return option;
  let now = option;
  for (let n = 0; n < MOST; n++) {
    const over = portMaps(context, now).find((m) => m.used.length > m.ports);
    const parent = over && now.units.find((u) => u.id === over.unitId);
    if (!parent) return now;
    const moving = now.units.filter((u) => takesPort(u, parent.id)).slice(0, kit.ports - 1);
    // With one cable or none to move nothing is gained: the rule says what is wrong.
    if (moving.length < 2) return now;
    const added = besideOf(context, now, parent, kit);
    const ids = new Set(moving.map((u) => u.id));
    now = {
      ...now,
      units: [
        ...now.units.map((u) => (ids.has(u.id) ? { ...u, feed: fromParent(u.feed, added.id) } : u)),
        added,
      ],
    };
  }
  return now;
}

/** Ports a unit has for cables, and what a switch at its side adds and takes. */
export interface Ports {
  parentId: string;
  /** Cables it takes as it is. */
  free: number;
  /** Cables it takes more with each switch, which takes one of its own ports and one of the switch's. */
  more: number;
  /** Least a switch costs, minor units. */
  switchMinor: number;
  /** The network with one switch there, for what a cable costs from it. */
  withOne: { option: Option; switchUnit: Unit };
}

/** Ports of the units that are there from the start. */
export function portsOf(context: PlanContext, base: Option, priceMinor: (option: Option) => number): Ports[] {
  const kit = switchKit(context);
  return portMaps(context, base).flatMap(({ unitId, ports, used }) => {
    const parent = base.units.find((u) => u.id === unitId)!;
    if (!kit) return [];
    const switchUnit = besideOf(context, base, parent, kit);
    const option = { ...base, units: [...base.units, switchUnit] };
    return {
      parentId: unitId,
      free: Math.max(0, ports - used.length),
      more: kit.ports - 2,
      switchMinor: Math.max(0, priceMinor(option) - priceMinor(base)),
      withOne: { option, switchUnit },
    };
  });
}

/** What a cable from a unit would hang on once there is a switch at its side. */
export const onSwitch = (unit: Unit, { withOne }: Ports): Unit => ({
  ...unit,
  feed: fromParent(unit.feed, withOne.switchUnit.id),
});
