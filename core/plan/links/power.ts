import { POE_W } from '../../feed/poe';
import type { KitItem, PoeType } from '../../kit/model/schema';
import { kitOf, type PlanContext } from '../network/context';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';

/** Injectors an option needs, because what feeds a unit gives no power; a bridge needs one at each of its ends. */
export function injectorsOf(context: PlanContext, option: Option): { poe: PoeType; count: number }[] {
  return option.units.flatMap((unit) => {
    const { poe } = kitOf(context, unit);
    const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
    const powered = unit.feed.kind === 'ethernet' && parent && kitOf(context, parent).poeSource;
    if (!poe || unit.feed.kind === 'line' || powered) return [];
    return [{ poe, count: unit.feed.kind === 'bridge' ? 2 : 1 }];
  });
}

/** What a source of power keeps aside for what hangs on it, and what it has. */
export interface PowerLoad {
  unitId: string;
  budgetW: number;
  /** Σ of the classes, and Σ of what is really drawn. */
  byClassW: number;
  byDrawW: number;
  allocates: 'class' | 'draw';
  poweredPorts: number;
  units: readonly Unit[];
}

/** Ports of a powered switch that give power; one that does not say gives it on all but the uplink. */
export const poweredPortsOf = (kit: KitItem): number =>
  kit.poweredPorts > 0 ? kit.poweredPorts : Math.max(0, kit.ports - 1);

/** Sources of power of an option with what hangs on each. */
export function powerLoads(context: Pick<PlanContext, 'ownKit'>, option: Option): PowerLoad[] {
  return option.units.flatMap((source) => {
    const kit = kitOf(context, source);
    if (!kit.poeSource) return [];
    const units = option.units.filter(
      (u) => u.feed.kind === 'ethernet' && parentIdOf(u.feed) === source.id && kitOf(context, u).poe !== null,
    );
    const sum = (of: (k: KitItem) => number) => units.reduce((w, u) => w + of(kitOf(context, u)), 0);
    return [
      {
        unitId: source.id,
        budgetW: kit.poeSource.budgetW,
        byClassW: sum((k) => POE_W[k.poe!].sourceW),
        byDrawW: sum((k) => k.drawW),
        allocates: kit.allocates,
        poweredPorts: poweredPortsOf(kit),
        units,
      },
    ];
  });
}
