import { POE_W } from '../../feed/poe';
import { kitById } from '../../kit/catalogue';
import { kitOf, type PlanContext } from '../evaluate/context';
import { categoryLabel, isCable, needsRun, parentIdOf } from '../option/feeds';
import { FOOT_M, type LengthUnit } from '../../site/model/lengths';
import type { Option, Unit } from '../option/schema';
import { injectorsOf } from '../rules/rules';
import { adapterGroups, coaxWorkOf } from './adapters';
import { cableRunOf, spotCable, type CableRun } from './cableRun';
import { CABLE_MINOR_PER_M, CLIP_EVERY_M, CLIPS_IN_BAG, MATERIAL_MINOR } from './prices';

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

type Add = (label: string, count: number, unit: PartLine['unit'], eachMinor: number) => void;

/** A cable that is laid, with what fixes, protects and ends it. */
function addRun(context: PlanContext, add: Add, run: CableRun, medium: 'fibre' | string): void {
  const { allowed } = context.brief;
  const lengthM = Math.ceil(run.lengthM);
  const fibre = medium === 'fibre';
  if (fibre) add('Fibre, pre-made', lengthM, 'm', CABLE_MINOR_PER_M.fibre);
  else if (run.across) add(`${medium}, outdoor cable`, lengthM, 'm', CABLE_MINOR_PER_M.outdoor);
  else add(medium, lengthM, 'm', CABLE_MINOR_PER_M.indoor);
  if (fibre) {
    add('Media converters, pair', 1, 'piece', MATERIAL_MINOR.convertersPair);
  } else {
    add('Wall sockets, pair', 1, 'piece', MATERIAL_MINOR.socketPair);
    if (run.across) add('Surge protection, pair', 1, 'piece', MATERIAL_MINOR.surgePair);
  }
  add('Ready-made leads, short', 2, 'piece', MATERIAL_MINOR.lead);
  if (run.across) add('Entry seals, pair', 1, 'piece', MATERIAL_MINOR.entrySeals);
  // In a home that is rented or listed the cable lies in trunking indoors, else it is clipped; in a duct it lies loose.
  const trunked = allowed.rented || allowed.listed;
  const indoorM = run.lengthM - run.outdoorM;
  if (trunked) add('Trunking', Math.ceil(indoorM), 'm', MATERIAL_MINOR.trunkingPerM);
  const clippedM = (trunked ? 0 : indoorM) + (run.duct ? 0 : run.outdoorM);
  add('Clips', Math.ceil(clippedM / CLIP_EVERY_M), 'piece', MATERIAL_MINOR.clips / CLIPS_IN_BAG);
}

function addFeed(context: PlanContext, option: Option, unit: Unit, add: Add): void {
  const { feed } = unit;
  const run = cableRunOf(context, option, unit);
  if (run && needsRun(feed)) addRun(context, add, run, feed.kind === 'fibre' ? 'fibre' : categoryLabel(feed));
  // A run that is in the house still wants a lead at each end.
  else if (isCable(feed) && feed.dataRunId !== null && parentIdOf(feed) !== null)
    add('Ready-made leads, short', 2, 'piece', MATERIAL_MINOR.lead);
  if (kitOf(context, unit).outdoor)
    add('Outdoor fixing: gland, seal, ties', 1, 'piece', MATERIAL_MINOR.mount);
}

function addAdapters(context: PlanContext, option: Option, add: Add): void {
  for (const { kind, outletIds } of adapterGroups(context, option)) {
    const coax = kind === 'coax';
    const [name, pair, single] = coax
      ? (['Coax adapter', kitById('coax-pair')!.costMinor, MATERIAL_MINOR.coaxSingle] as const)
      : ([
          'Powerline adapter',
          kitById('powerline-pair')!.costMinor,
          MATERIAL_MINOR.powerlineSingle,
        ] as const);
    const pairs = Math.floor(outletIds.length / 2);
    if (pairs > 0) add(`${name}s, pair`, pairs, 'piece', pair);
    if (outletIds.length % 2 === 1) add(`${name}, single`, 1, 'piece', single);
    if (outletIds.length === 0) continue;
    add('Ready-made leads, short', outletIds.length, 'piece', MATERIAL_MINOR.lead);
    if (coax) add('Coax leads, short', outletIds.length, 'piece', MATERIAL_MINOR.coaxLead);
  }
  const coax = coaxWorkOf(context, option);
  if (!coax) return;
  if (coax.entryFilter) add('Coax entry filter', 1, 'piece', MATERIAL_MINOR.entryFilter);
  if (coax.modemFilter) add('Coax filter for the modem', 1, 'piece', MATERIAL_MINOR.modemFilter);
  for (const s of coax.splitters)
    add(`Splitter to 1675 MHz, ${s.ways}-way`, 1, 'piece', MATERIAL_MINOR.splitter);
  if (coax.openPorts > 0) add('Terminators, 75 Ω', coax.openPorts, 'piece', MATERIAL_MINOR.terminator);
}

/**
 * What has to be bought for an option, in minor units of the job's currency: units that are not there today (or all, where
 * old gear may not be used again), and for each feed its cable and what ends, fixes, seals and protects it, adapters by
 * the group, filters and splitters of the coax, injectors, leads to devices that get a wire.
 */
export function partsOf(context: PlanContext, option: Option, today: Option): PartLine[] {
  const lines = new Map<string, PartLine>();
  const { catalogueRate, allowed } = context.brief;
  const put = (label: string, count: number, unit: PartLine['unit'], costMinor: number) => {
    const line = lines.get(label) ?? { label, count: 0, unit, costMinor: 0 };
    line.count += count;
    line.costMinor += costMinor;
    lines.set(label, line);
  };
  const add: Add = (label, count, unit, eachMinor) =>
    count > 0 && put(label, count, unit, Math.round(count * eachMinor * catalogueRate));
  const atHand = allowed.reuseOldGear ? today.units.map((u) => u.kitId) : [];
  for (const unit of option.units) {
    const kit = kitOf(context, unit);
    const have = atHand.indexOf(unit.kitId);
    if (have >= 0) atHand.splice(have, 1);
    // Prices of the job's own kit are in its currency already.
    else if (context.ownKit.includes(kit)) put(kit.label, 1, 'piece', kit.costMinor);
    else add(kit.label, 1, 'piece', kit.costMinor);
    addFeed(context, option, unit, add);
  }
  addAdapters(context, option, add);
  for (const { poe, count } of injectorsOf(context, option))
    add(`Injector, ${POE_W[poe].label}`, count, 'piece', MATERIAL_MINOR.injector);
  for (const { spotId } of option.wiredSpots) {
    const cable = spotCable(context, option, spotId);
    if (!cable) continue;
    if (cable.lead) add('Ready-made leads, long', 1, 'piece', MATERIAL_MINOR.longLead);
    else addRun(context, add, cable.run, 'Cat 6');
  }
  return [...lines.values()].map((l) => ({ ...l, costMinor: Math.round(l.costMinor) }));
}
