import { coaxTreeOf } from '../../feed/coax';
import type { CoaxPlant, Splitter } from '../../site/model/schema';
import { kitOf, type PlanContext } from '../network/context';
import { outletsOf } from '../network/surroundings';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';

/** Adapters of one kind that are in one group: three places need four of them, not three pairs. */
export interface AdapterGroup {
  kind: 'coax' | 'powerline';
  /** Units they feed, whose kit has no adapter of its own. */
  units: Unit[];
  /** Outlets that get a new adapter; the pair of a unit that is an adapter itself counts as there. */
  outletIds: string[];
  /** Whether they are bought and paired as a pair for each place: two may then share an outlet. */
  arePairs: boolean;
}

/** Outlets a unit's feed ends on, and the group they belong to; an end nobody has chosen stands for itself. */
function endsOf(context: PlanContext, option: Option, unit: Unit): { group: string; ids: string[] } | null {
  const { feed } = unit;
  if (feed.kind === 'coax') {
    const ids = [
      feed.nearCoaxId ?? `near ${parentIdOf(feed) ?? unit.id}`,
      feed.farCoaxId ?? `far ${unit.id}`,
    ];
    const tree = feed.farCoaxId ? coaxTreeOf(context.site.coax, feed.farCoaxId) : 'unknown';
    return { group: `coax ${tree}`, ids };
  }
  if (feed.kind === 'powerline') {
    const parent = option.units.find((u) => u.id === feed.parentId);
    const [near, far] = parent ? outletsOf(context.site, parent, unit) : [null, null];
    return {
      group: 'powerline',
      ids: [near?.id ?? `near ${parentIdOf(feed) ?? unit.id}`, far?.id ?? `far ${unit.id}`],
    };
  }
  return null;
}

/** Units that are adapters themselves and whose ends a unit's backhaul shares, so that it gets none of its own there. */
export function adaptersShared(context: PlanContext, option: Option, unit: Unit): Unit[] {
  const isAdapter = (u: Unit) => ['coax', 'powerline'].includes(kitOf(context, u).kind);
  const ends = isAdapter(unit) ? null : endsOf(context, option, unit);
  if (!ends) return [];
  return option.units.filter((u) => {
    if (u.id === unit.id || !isAdapter(u)) return false;
    const own = endsOf(context, option, u);
    return own?.group === ends.group && own.ids.some((id) => ends.ids.includes(id));
  });
}

/** Every group of adapters an option needs beside those that units are themselves. */
export function adapterGroups(context: PlanContext, option: Option): AdapterGroup[] {
  const groups = new Map<string, AdapterGroup>();
  const there = new Set<string>();
  // A pair for each place: nothing is shared, not even the adapter at the parent.
  const pairs = context.brief.policies.adapters === 'pairs';
  for (const unit of option.units) {
    const { kind } = kitOf(context, unit);
    if (kind !== 'coax' && kind !== 'powerline') continue;
    const ends = endsOf(context, option, unit);
    for (const id of ends?.ids ?? []) there.add(`${ends!.group} ${id}`);
  }
  for (const unit of option.units) {
    const { kind } = kitOf(context, unit);
    const ends = kind === 'coax' || kind === 'powerline' ? null : endsOf(context, option, unit);
    if (!ends) continue;
    const group = groups.get(ends.group) ?? {
      kind: unit.feed.kind as AdapterGroup['kind'],
      units: [],
      outletIds: [],
      arePairs: pairs,
    };
    group.units.push(unit);
    for (const id of ends.ids) {
      const key = `${pairs ? unit.id : ''}${ends.group} ${id}`;
      if (there.has(key)) continue;
      there.add(key);
      group.outletIds.push(id);
    }
    groups.set(ends.group, group);
  }
  return [...groups.values()];
}

/** What the coax itself needs before adapters go on it. */
export interface CoaxWork {
  entryFilter: boolean;
  modemFilter: boolean;
  /** Splitters to be changed for ones rated to 1675 MHz. */
  splitters: Splitter[];
  /** Ends to be closed: ports of splitters nothing hangs on. */
  openPorts: number;
}

/** Splitters of the tree an outlet hangs on. */
function splittersOf(plant: CoaxPlant, outletId: string): Splitter[] {
  const tree = coaxTreeOf(plant, outletId);
  return plant.splitters.filter((s) => coaxTreeOf(plant, s.id) === tree);
}

/** What the trees in use need; null where no unit is fed by coax. */
export function coaxWorkOf({ site, brief }: PlanContext, option: Option): CoaxWork | null {
  const feeds = option.units.flatMap((u) => (u.feed.kind === 'coax' ? [u.feed] : []));
  if (feeds.length === 0) return null;
  const splitters = new Set(feeds.flatMap((f) => (f.farCoaxId ? splittersOf(site.coax, f.farCoaxId) : [])));
  const openPorts = [...splitters].reduce(
    (sum, s) => sum + Math.max(0, s.ways - site.coax.cables.filter((c) => c.upId === s.id).length),
    0,
  );
  return {
    entryFilter: !site.coax.entryFilter,
    modemFilter: brief.line.kind === 'cable',
    splitters: [...splitters].filter((s) => !s.ratedMoca),
    openPorts,
  };
}
