import { kitOf, type PlanContext } from '../network/context';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';

/** One Ethernet port of a unit and what is in it. */
export interface PortUse {
  port: number;
  what: string;
}

export interface PortMap {
  unitId: string;
  ports: number;
  used: readonly PortUse[];
}

/** Whether a unit comes to its own port by a cable: copper, fibre over a converter, adapters. */
const byWire = (unit: Unit): boolean => !['wireless', 'bridge'].includes(unit.feed.kind);

/** What is plugged into each unit, its own feed first. An adapter or converter takes a port as a cable does. */
export function portMaps(context: Pick<PlanContext, 'site' | 'ownKit' | 'brief'>, option: Option): PortMap[] {
  const spots = new Map(context.site.spots.map((s) => [s.id, s]));
  return option.units.map((unit) => {
    const kit = kitOf(context, unit);
    const isAdapter = kit.kind === 'powerline' || kit.kind === 'coax';
    const below = option.units.filter((u) => parentIdOf(u.feed) === unit.id && byWire(u));
    // Adapters of one group near a unit share the port of the near one; pairs take one each.
    const inPairs = context.brief.policies.adapters === 'pairs';
    const groups = new Set<string>();
    const down = below.flatMap((u) => {
      if (u.feed.kind !== 'coax' && u.feed.kind !== 'powerline') return [`${u.letter} ${u.name}`];
      if (groups.has(u.feed.kind) && !inPairs) return [];
      groups.add(u.feed.kind);
      return [`the ${u.feed.kind} adapter near it`];
    });
    const devices = option.wiredSpots
      .filter((w) => w.unitId === unit.id)
      .map((w) => `the device at ${spots.get(w.spotId)?.number ?? ''} ${spots.get(w.spotId)?.name ?? ''}`);
    const own =
      unit.feed.kind === 'line'
        ? ['the line']
        : byWire(unit) && !isAdapter
          ? [`its feed from ${option.units.find((u) => u.id === parentIdOf(unit.feed))?.letter ?? 'nothing'}`]
          : [];
    const used = [...own, ...down, ...devices].map((what, i) => ({ port: i + 1, what }));
    return { unitId: unit.id, ports: kit.ports, used };
  });
}
