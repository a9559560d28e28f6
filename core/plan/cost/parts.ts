import { kitOf, type PlanContext } from '../evaluate/context';
import { POE_W } from '../../feed/poe';
import { hopOf } from '../evaluate/hop';
import { injectorsOf } from '../rules/rules';
import { categoryLabel, needsRun } from '../option/feeds';
import type { Option } from '../option/schema';

/** Material per metre and per run, minor units (estimates, EUR cents). */
const CABLE_MINOR_PER_M = { ethernet: 90, fibre: 140 };
const RUN_MINOR = { ethernet: 600, fibre: 7000 };

/** A standard injector, minor units (estimate). */
const INJECTOR_MINOR = 28_00;

export interface PartLine {
  label: string;
  count: number;
  unit: 'piece' | 'm';
  costMinor: number;
}

/** What has to be bought for an option: units that are not there today (or all, where old gear may not be used again), cable by the metre, ends of each run. */
export function partsOf(context: PlanContext, option: Option, today: Option): PartLine[] {
  const lines = new Map<string, PartLine>();
  const add = (label: string, count: number, unit: PartLine['unit'], costMinor: number) => {
    const line = lines.get(label) ?? { label, count: 0, unit, costMinor: 0 };
    line.count += count;
    line.costMinor += costMinor;
    lines.set(label, line);
  };
  const atHand = context.brief.allowed.reuseOldGear ? today.units.map((u) => u.kitId) : [];
  for (const unit of option.units) {
    const kit = kitOf(context, unit);
    const have = atHand.indexOf(unit.kitId);
    if (have >= 0) atHand.splice(have, 1);
    else add(kit.label, 1, 'piece', kit.costMinor);
    const { feed } = unit;
    if (!needsRun(feed)) continue;
    const { kind } = feed;
    const lengthM = Math.ceil(hopOf(context, option, unit)?.lengthM ?? 0);
    const label = feed.kind === 'fibre' ? 'Fibre, pre-made' : categoryLabel(feed);
    add(label, lengthM, 'm', lengthM * CABLE_MINOR_PER_M[kind]);
    add(kind === 'fibre' ? 'Media converters, pair' : 'Plugs and sockets, pair', 1, 'piece', RUN_MINOR[kind]);
  }
  for (const poe of injectorsOf(context, option))
    add(`Injector, ${POE_W[poe].label}`, 1, 'piece', INJECTOR_MINOR);
  return [...lines.values()];
}
