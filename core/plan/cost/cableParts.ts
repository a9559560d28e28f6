import { LAY_MIN } from '../../site/cable/cableLegs';
import { materialById, stockedLead, type MaterialItem } from '../../kit/model/materialItems';
import type { PlanContext } from '../network/context';
import type { CableRun } from '../network/cableRun';

/** A material and how much of it. */
export interface MaterialUse {
  item: MaterialItem;
  count: number;
  /** What it is called in the list, where that is not the name of the item. */
  label?: string;
}

/** How a copper run is ended: data outlets, an outlet and a plug where a unit takes the cable itself, plugs on cable from the reel, or one lead of a stocked length. */
export type CableEnding = 'sockets' | 'outletAndPlug' | 'plugs' | 'leads' | 'fibre';

/** Minutes of a run beside its way (estimates, docs/model.md "Prices and times"). */
const RUN_MIN = {
  start: 12,
  socketEnd: 10,
  plugEnd: 6,
  leadEnd: 2,
  fibreEnd: 7,
  test: 6,
  /** A plug that is made already wants a wider hole. */
  widerHole: 3,
} as const;
/** Metres between two clips. */
const CLIP_EVERY_M = 0.4;
/** Which cable of the reel a category is. */
const REEL: Record<string, string> = { cat5e: 'cable-cat5e', cat6: 'cable-cat6', cat6a: 'cable-cat6a' };

/** Minutes for both ends. */
const ENDS_MIN: Record<CableEnding, number> = {
  sockets: 2 * RUN_MIN.socketEnd,
  outletAndPlug: RUN_MIN.socketEnd + RUN_MIN.plugEnd,
  plugs: 2 * RUN_MIN.plugEnd,
  leads: 2 * RUN_MIN.leadEnd,
  fibre: 2 * RUN_MIN.fibreEnd,
};

/** Minutes to lay a cable and make its ends. */
export function runMin(run: CableRun, ending: CableEnding): number {
  const { duct, outdoorM, yardM } = run;
  const clippedM = outdoorM - yardM;
  const outdoorMin = duct
    ? LAY_MIN.duct + clippedM * LAY_MIN.perMDuct
    : clippedM * LAY_MIN.perMOutdoors + yardM * LAY_MIN.perMYard;
  const made = ending === 'leads' || ending === 'fibre';
  return Math.round(
    RUN_MIN.start +
      (run.lengthM - outdoorM) * LAY_MIN.perMIndoors +
      outdoorMin +
      run.holes.reduce((sum, h) => sum + h.min, 0) +
      (made ? run.walls * RUN_MIN.widerHole : 0) +
      run.floors * (LAY_MIN.floor + (made ? RUN_MIN.widerHole : 0)) +
      run.entries * LAY_MIN.entry +
      ENDS_MIN[ending] +
      RUN_MIN.test,
  );
}

/** The cable itself with its ends; a fibre longer than any that is stocked is made to length. */
export function cableUses(
  context: Pick<PlanContext, 'ownMaterials'>,
  run: CableRun,
  category: string,
  ending: CableEnding,
): MaterialUse[] {
  const own = context.ownMaterials;
  const of = (id: string, count: number): MaterialUse => ({ item: materialById(id, own), count });
  const stocked = (kind: 'lead' | 'fibreLead') => {
    const item = stockedLead(kind, run.lengthM, own);
    return item ? [{ item, count: 1 }] : null;
  };
  if (ending === 'fibre') return stocked('fibreLead') ?? [of('fibre-m', Math.ceil(run.lengthM))];
  if (ending === 'leads') return stocked('lead') ?? [];
  const reel = of(REEL[category]!, Math.ceil(run.lengthM));
  const cable =
    run.entries > 0
      ? { ...of('cable-outdoor', reel.count), label: `${reel.item.label}, outdoor cable` }
      : reel;
  if (ending === 'sockets') return [cable, of('socket-pair', 1), of('patch', 2)];
  if (ending === 'outletAndPlug') return [cable, of('socket-one', 1), of('plug-one', 1), of('patch', 1)];
  return [cable, of('plug-pair', 1)];
}

/**
 * How a copper run is ended in this job: by its school, but from the reel where no lead is that long or where it lies in
 * the open, for no stocked lead stands the weather.
 */
export function endingOf(
  context: Pick<PlanContext, 'brief' | 'ownMaterials'>,
  run: CableRun,
): Exclude<CableEnding, 'fibre'> {
  const wanted = context.brief.policies.cables;
  if (wanted === 'sockets') return run.toPlug ? 'outletAndPlug' : 'sockets';
  if (wanted === 'plugs') return 'plugs';
  if (run.entries > 0 || !stockedLead('lead', run.lengthM, context.ownMaterials)) return 'plugs';
  return 'leads';
}

/** Everything a run takes: the cable and its ends, and what fixes, seals and protects it. */
export function runUses(context: PlanContext, run: CableRun, category: string | 'fibre'): MaterialUse[] {
  const { allowed } = context.brief;
  const of = (id: string, count: number): MaterialUse => ({
    item: materialById(id, context.ownMaterials),
    count,
  });
  const fibre = category === 'fibre';
  const ending: CableEnding = fibre ? 'fibre' : endingOf(context, run);
  // In a home that is rented or listed the cable lies in trunking indoors, else it is clipped; in a duct it lies loose.
  const trunked = allowed.rented || allowed.listed;
  const indoorM = run.lengthM - run.outdoorM;
  const ductM = run.duct ? run.outdoorM - run.yardM : 0;
  const clippedM = (trunked ? 0 : indoorM) + Math.max(0, run.outdoorM - run.yardM - ductM);
  return [
    ...cableUses(context, run, category, ending),
    ...(fibre ? [of('converters', 1), of('patch', 2)] : []),
    ...(!fibre && run.across ? [of('surge-pair', 1)] : []),
    of('seals', run.entries),
    ...(trunked ? [of('trunking', Math.ceil(indoorM))] : []),
    of('clip', Math.ceil(clippedM / CLIP_EVERY_M)),
  ].filter((u) => u.count > 0);
}
