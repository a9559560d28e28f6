import { POE_W } from '../../feed/poe';
import { kitById } from '../../kit/catalogue/catalogue';
import { cheapestPacking, materialById, type MaterialItem } from '../../kit/model/materialItems';
import { priceFactor } from '../../kit/catalogue/priceFactor';
import type { KitItem } from '../../kit/model/schema';
import { FOOT_M, type LengthUnit } from '../../site/model/lengths';
import { kitOf, type PlanContext } from '../network/context';
import { isCable, needsRun, parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import { injectorsOf } from '../links/power';
import { wantsModem } from '../network/routing';
import { adapterLeadsOf } from '../network/adapterLeads';
import { nearEndRunOf } from '../network/bridgeEnd';
import {
  cableRunOf,
  entryLeadOf,
  hangsByLead,
  powerRunOf,
  spotCable,
  type CableRun,
} from '../network/cableRun';
import { adapterGroups, coaxWorkOf } from './adapters';
import { runUses } from './cableParts';

export interface PartLine {
  label: string;
  count: number;
  unit: 'piece' | 'm';
  costMinor: number;
}

/** How much of a part is bought, as it is written in the job's unit of length: "13 m", "43 ft", "2 ×". */
export function amountText({ count, unit }: PartLine, lengthUnit: LengthUnit): string {
  if (unit === 'piece') return `${count} ×`;
  return lengthUnit === 'feet' ? `${Math.ceil(count / FOOT_M)} ft` : `${count} m`;
}

/** How much more or less of a part: "+2 ×", "−5 m". */
export const changeText = (line: PartLine, lengthUnit: LengthUnit): string =>
  `${line.count < 0 ? '−' : '+'}${amountText({ ...line, count: Math.abs(line.count) }, lengthUnit)}`;

/** A list of parts that grows; the same part is one line. */
class PartsList {
  private readonly lines = new Map<string, PartLine>();
  constructor(private readonly context: PlanContext) {}

  put(label: string, count: number, unit: PartLine['unit'], costMinor: number): void {
    if (count <= 0) return;
    const line = this.lines.get(label) ?? { label, count: 0, unit, costMinor: 0 };
    line.count += count;
    line.costMinor += costMinor;
    this.lines.set(label, line);
  }

  private inJob(costMinor: number, item: KitItem | MaterialItem): number {
    return Math.round(costMinor * priceFactor(item, this.context.brief.catalogueRate));
  }

  material(materialId: string, count: number, label?: string): void {
    const item = materialById(materialId, this.context.ownMaterials);
    this.put(label ?? item.label, count, item.per, this.inJob(count * item.costMinor, item));
  }

  /** Everything a cable takes that is laid. */
  run(run: CableRun, category: string): void {
    for (const { item, count, label } of runUses(this.context, run, category))
      this.material(item.id, count, label);
  }

  /** A number of pieces of an item, in the packs that cost the least. */
  kit(item: KitItem, pieces: number): void {
    const bought = cheapestPacking(pieces, item.costMinor, item.packs);
    this.put(item.label, bought.singles, 'piece', this.inJob(bought.singles * item.costMinor, item));
    for (const p of bought.packs)
      this.put(
        `${item.label}, box of ${p.pieces}${bought.spares > 0 ? `, ${bought.spares} to spare` : ''}`,
        p.count,
        'piece',
        this.inJob(p.count * p.costMinor, item),
      );
  }

  all(): PartLine[] {
    return [...this.lines.values()].map((l) => ({ ...l, costMinor: Math.round(l.costMinor) }));
  }
}

function addFeed(context: PlanContext, option: Option, unit: Unit, list: PartsList): void {
  const { feed } = unit;
  const run = cableRunOf(context, option, unit);
  if (run && needsRun(feed)) list.run(run, feed.kind === 'fibre' ? 'fibre' : feed.category);
  // A run that is in the house still wants a lead at each end.
  else if (isCable(feed) && feed.dataRunId !== null && parentIdOf(feed) !== null) list.material('patch', 2);
  else if (hangsByLead(context, option, unit)) list.material('patch', 1);
  // An adapter in the next room is a cable through that wall.
  for (const lead of adapterLeadsOf(context, option, unit)) list.run(lead.run, 'cat6');
  // A bridge is fixed at both its ends.
  if (kitOf(context, unit).outdoor) list.material('mount', feed.kind === 'bridge' ? 2 : 1);
  const power = powerRunOf(context, option, unit);
  if (power) list.run(power, 'cat6');
  // The other end of a bridge hangs outside the building it comes from: its cable goes out there and is sealed in.
  const nearEnd = nearEndRunOf(context, option, unit);
  if (nearEnd) list.run(nearEnd, 'cat6');
  else if (feed.kind === 'bridge') list.material('patch', 1);
}

/** Adapters by the group: pairs and singles, whichever is the cheaper. */
function addAdapters(context: PlanContext, option: Option, list: PartsList): void {
  for (const { kind, outletIds, arePairs } of adapterGroups(context, option)) {
    const coax = kind === 'coax';
    const pair = kitById(coax ? 'coax-pair' : 'powerline-pair', context.ownKit)!;
    const single = materialById(coax ? 'coax-single' : 'powerline-single', context.ownMaterials);
    // One of both may be the job's own: they are compared in its currency.
    const inJob = (item: KitItem | MaterialItem) =>
      item.costMinor * priceFactor(item, context.brief.catalogueRate);
    const name = coax ? 'Coax adapters' : 'Powerline adapters';
    const factor = priceFactor(pair, context.brief.catalogueRate);
    const boxes = pair.packs.map((p) => ({ pieces: 2 * p.pieces, costMinor: p.costMinor * factor }));
    // A pair for each place is never broken up; a group is bought by whatever comes cheapest.
    const bought = cheapestPacking(outletIds.length, arePairs ? Infinity : inJob(single), [
      { pieces: 2, costMinor: inJob(pair) },
      ...boxes,
    ]);
    for (const p of bought.packs)
      list.put(
        p.pieces === 2 ? `${name}, pair` : `${name}, box of ${p.pieces}`,
        p.count,
        'piece',
        Math.round(p.count * p.costMinor),
      );
    list.material(single.id, bought.singles);
    list.material('patch', outletIds.length);
    if (!coax) continue;
    list.material('coax-lead', outletIds.length);
    // Adapters of two pairs at one outlet share it by a splitter.
    const sharing = outletIds.length - new Set(outletIds).size;
    list.material('splitter', sharing, 'Splitter to 1675 MHz, 2-way');
    list.material('coax-lead', sharing);
  }
  const coax = coaxWorkOf(context, option);
  if (!coax) return;
  if (coax.entryFilter) list.material('entry-filter', 1);
  if (coax.modemFilter) list.material('modem-filter', 1);
  for (const s of coax.splitters) list.material('splitter', 1, `Splitter to 1675 MHz, ${s.ways}-way`);
  list.material('terminator', coax.openPorts);
}

/** What the line needs to come to a gateway that stands elsewhere than its entry. */
function addEntry(context: PlanContext, option: Option, today: Option, list: PartsList): void {
  const lead = entryLeadOf(context, option, today);
  if (lead?.by === 'cable') list.run(lead.run, 'cat6');
  else if (lead) list.material(lead.by === 'coax' ? 'coax-lead' : 'patch', lead.by === 'coax' ? 1 : 2);
}

/**
 * What has to be bought for an option, in minor units of the job's currency: units that are not there today (or all, where
 * old gear may not be used again) in the packs that cost the least, and for each feed its cable and what ends, fixes,
 * seals and protects it, adapters by the group, filters and splitters of the coax, injectors, leads to devices that get a
 * wire, and the way of the line to its gateway.
 */
export function partsOf(context: PlanContext, option: Option, today: Option): PartLine[] {
  const list = new PartsList(context);
  const atHand = context.brief.allowed.reuseOldGear ? today.units.map((u) => u.kitId) : [];
  const bought = new Map<string, number>();
  for (const unit of option.units) {
    const have = atHand.indexOf(unit.kitId);
    if (have >= 0) atHand.splice(have, 1);
    else bought.set(unit.kitId, (bought.get(unit.kitId) ?? 0) + 1);
  }
  for (const [kitId, pieces] of bought) list.kit(kitById(kitId, context.ownKit)!, pieces);
  for (const unit of option.units) addFeed(context, option, unit, list);
  addEntry(context, option, today, list);
  if (wantsModem(context, option, today)) {
    list.material('modem', 1);
    // And the lead from it to the box that routes.
    list.material('patch', 1);
  }
  addAdapters(context, option, list);
  for (const { poe, count } of injectorsOf(context, option)) {
    list.material('injector', count, `Injector, ${POE_W[poe].label}`);
    list.material('patch', count);
  }
  for (const { spotId } of option.wiredSpots) {
    const cable = spotCable(context, option, spotId);
    if (!cable) continue;
    if (cable.runName !== null) list.material('patch', 2);
    else if (cable.lead) list.material('lead-5', 1);
    else list.run(cable.run, 'cat6');
  }
  return list.all();
}
