import { kitById } from '../kit/catalogue/catalogue';
import { PLAIN_ITEM, type KitItem } from '../kit/model/schema';
import { withMoved } from '../plan/network/movedUnit';
import type { Option, Plan } from '../plan/option/schema';
import type { Site } from '../site/model/schema';
import { evidenceOf } from './fold';
import { thawed } from './frozenNetwork';
import type { EvidenceRows, Phase } from './rows';

/** A network with the kit it is made of, as things were on the day they were built. */
export interface Built {
  option: Option;
  /** Every kit item it uses, frozen ones as they were. */
  kit: readonly KitItem[];
}

/** The option agreed to, as it stands in the plan; null before any, or where it was deleted. */
export function acceptedOption(plan: Pick<Plan, 'options'>, rows: EvidenceRows): Option | null {
  const { accepted } = evidenceOf(rows);
  return accepted ? (plan.options.find((o) => o.id === accepted.optionId) ?? null) : null;
}

/** Kit for the units of an option: as it was when that very unit was last read, else as the catalogue has it today. */
export function kitThen(
  option: Option,
  ownKit: readonly KitItem[],
  rows: EvidenceRows,
  phase: Phase,
): readonly KitItem[] {
  const states = [...evidenceOf(rows).states.values()].filter((s) => s.phase === phase).reverse();
  const kit = new Map<string, KitItem>();
  for (const unit of option.units) {
    if (kit.has(unit.kitId)) continue;
    const today = kitById(unit.kitId, ownKit);
    const state = states.find((s) => s.network.units.some((u) => u.id === unit.id && u.kitId === unit.kitId));
    const then = state?.network.kit.find((k) => k.id === unit.kitId);
    const item = then ? { ...PLAIN_ITEM, label: unit.kitId, ...today, ...then } : today;
    if (item) kit.set(unit.kitId, item);
  }
  return [...kit.values()];
}

/**
 * The network as built: the option agreed to, with what was built otherwise. Where that option was deleted from the plan,
 * the network read last stands in. Null before anything was agreed to.
 */
export function asBuilt(site: Site, plan: Plan, rows: EvidenceRows): Built | null {
  const { accepted, moves, states } = evidenceOf(rows);
  if (!accepted) return null;
  const option = acceptedOption(plan, rows);
  if (!option) {
    const last = [...states.values()].filter((s) => s.phase === 'after').pop();
    return last ? thawed(site, last) : null;
  }
  const there = option.units.filter((u) => !moves.get(u.id)?.leftOut);
  // What stands elsewhere is named after its room there, and takes the outlets that are near.
  const moved = [...moves.values()].reduce(
    (o, { unitId, place }) =>
      place !== null && o.units.some((u) => u.id === unitId) ? withMoved(site, o, unitId, place) : o,
    moves.size === 0 ? option : { ...option, units: there },
  );
  const built: Option = [...moves.values()].some((m) => m.feed !== null)
    ? { ...moved, units: moved.units.map((u) => ({ ...u, feed: moves.get(u.id)?.feed ?? u.feed })) }
    : moved;
  return { option: built, kit: kitThen(built, plan.ownKit, rows, 'after') };
}

/** The network of before, with its kit as it was when it was read. */
export function asItWas(plan: Plan, rows: EvidenceRows): Built {
  return { option: plan.today, kit: kitThen(plan.today, plan.ownKit, rows, 'before') };
}

/** The network that a phase reads: as it was, or as built; null before anything was agreed to. */
export const networkIn = (phase: Phase, site: Site, plan: Plan, rows: EvidenceRows): Built | null =>
  phase === 'after' ? asBuilt(site, plan, rows) : asItWas(plan, rows);
