import { POE_W, sourceFeeds } from '../../feed/poe';
import type { KitItem, PoeType } from '../../kit/schema';
import { kitOf, type PlanContext } from '../evaluate/context';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import type { RuleNotice } from '../rules/ruleNotice';

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

const watts = (w: number) => `${w % 1 === 0 ? w : w.toFixed(1)} W`;

/** Whether each unit that takes power over its cable gets it: class, budget and ports of its source, an injector, or nothing. */
export function powerNotices(context: PlanContext, option: Option): RuleNotice[] {
  const out: RuleNotice[] = [];
  for (const unit of option.units) {
    const { poe } = kitOf(context, unit);
    if (!poe || unit.feed.kind === 'line') continue;
    const say = (weight: RuleNotice['weight'], words: string) => out.push({ unitId: unit.id, weight, words });
    const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
    const source = parent && kitOf(context, parent).poeSource;
    if (unit.feed.kind !== 'ethernet' || !source)
      say(
        'care',
        `${unit.letter} takes its power over copper and ${unit.feed.kind === 'fibre' ? 'fibre carries none' : unit.feed.kind === 'ethernet' ? `${parent?.letter ?? 'its feed'} gives none` : 'this feed carries none'}: an ${POE_W[poe].label} injector near it is in the parts. No passive injector.`,
      );
    else if (!sourceFeeds(source.type, poe))
      say(
        'stop',
        `${unit.letter} needs ${POE_W[poe].label}, ${parent.letter} gives only ${POE_W[source.type].label}: take a stronger switch or an injector.`,
      );
  }
  for (const load of powerLoads(context, option)) {
    const { letter } = option.units.find((u) => u.id === load.unitId)!;
    const say = (words: string) =>
      out.push({ unitId: load.unitId, weight: 'stop', words: `${letter}: ${words}` });
    const both = `${watts(load.byClassW)} by class, ${watts(load.byDrawW)} by what they draw`;
    const kept = load.allocates === 'class' ? load.byClassW : load.byDrawW;
    if (load.units.length > load.poweredPorts)
      say(
        `${load.units.length} units want power and ${load.poweredPorts} ports give it: a larger switch, or an injector for ${load.units
          .slice(load.poweredPorts)
          .map((u) => u.letter)
          .join(', ')}.`,
      );
    if (kept > load.budgetW)
      say(
        `the devices need ${both}; it has ${watts(load.budgetW)} and goes by ${load.allocates === 'class' ? 'class' : 'draw'}: take a larger budget or fewer devices.`,
      );
  }
  return out;
}
