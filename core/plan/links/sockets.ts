import { apartM, areWithin } from '../../site/geometry/apart';
import { outletsOf } from '../network/surroundings';
import { kitOf, type PlanContext } from '../network/context';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import type { Outlet, Place } from '../../site/model/schema';

/** A lead of a supply reaches this much farther than its own length on the sheet, m: a unit is drawn beside its shelf. */
const DRAWN_BESIDE_M = 0.5;
/** Sockets a small supply takes: a switch, a converter, an injector (estimate). */
const SUPPLY_SOCKETS = 1;
/** A plug-in adapter covers the socket beside it (estimate). */
const ADAPTER_SOCKETS = 2;

/** Sockets an outlet gives away, and for what. */
export interface SocketUse {
  outlet: Outlet;
  plugs: { unitId: string; what: string; sockets: number; covers: boolean }[];
}

/** The nearest outlet on the storey of a place within a reach, one with free sockets first. */
export function outletWithin({ site }: PlanContext, place: Place, reachM: number): Outlet | null {
  const near = site.outlets
    .filter((o) => areWithin(o.place, place, reachM))
    .sort((a, b) => apartM(a.place, place) - apartM(b.place, place));
  return near.find((o) => o.freeSockets > 0) ?? near[0] ?? null;
}

/** How far an outlet may be for a unit: its own lead, or none for what is plugged in. */
export const reachOf = (context: PlanContext, unit: Unit): number =>
  kitOf(context, unit).supplyLeadM + DRAWN_BESIDE_M;

/** Whether a unit wants a socket of its own: not where its cable brings its power or it is screwed on. */
export function wantsSocket(context: PlanContext, unit: Unit): boolean {
  const kit = kitOf(context, unit);
  return kit.socketsTaken > 0 && kit.poe === null && kit.kind !== 'coax' && kit.kind !== 'powerline';
}

/** Whether a unit stands in today's network just so: its plug is in already and counted as taken. */
const isThere = (unit: Unit, today: Option | null): boolean =>
  today?.units.some((t) => t.kitId === unit.kitId && apartM(t.place, unit.place) < 0.5) ?? false;

/** Every plug and supply an option adds, by the outlet it goes into. */
export function socketUses(context: PlanContext, option: Option, today: Option | null): SocketUse[] {
  const uses = new Map<string, SocketUse>();
  const plug = (outlet: Outlet | null, unit: Unit, what: string, sockets: number) => {
    if (!outlet) return;
    const use = uses.get(outlet.id) ?? { outlet, plugs: [] };
    use.plugs.push({ unitId: unit.id, what, sockets, covers: sockets > 1 });
    uses.set(outlet.id, use);
  };
  const seen = new Set<string>();
  for (const unit of option.units) {
    const kit = kitOf(context, unit);
    if (wantsSocket(context, unit) && !isThere(unit, today))
      plug(outletWithin(context, unit.place, reachOf(context, unit)), unit, unit.letter, kit.socketsTaken);
    const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
    if (!parent) continue;
    const near = outletWithin(context, parent.place, 2);
    const far = outletWithin(context, unit.place, 2);
    if (unit.feed.kind === 'powerline') {
      const [a, b] = outletsOf(context.site, parent, unit);
      for (const outlet of [a, b]) {
        if (!outlet || seen.has(outlet.id)) continue;
        seen.add(outlet.id);
        plug(outlet, unit, `the powerline adapter for ${unit.letter}`, ADAPTER_SOCKETS);
      }
    }
    if (unit.feed.kind === 'coax')
      for (const [id, outlet] of [
        [unit.feed.nearCoaxId, near],
        [unit.feed.farCoaxId, far],
      ] as const) {
        if (seen.has(`coax ${id}`)) continue;
        seen.add(`coax ${id}`);
        plug(outlet, unit, `the coax adapter for ${unit.letter}`, SUPPLY_SOCKETS);
      }
    if (unit.feed.kind === 'fibre')
      for (const outlet of [near, far])
        plug(outlet, unit, `the converter for ${unit.letter}`, SUPPLY_SOCKETS);
    if (kit.poe && !(unit.feed.kind === 'ethernet' && kitOf(context, parent).poeSource))
      plug(unit.feed.kind === 'fibre' ? far : near, unit, `the injector for ${unit.letter}`, SUPPLY_SOCKETS);
  }
  return [...uses.values()];
}
