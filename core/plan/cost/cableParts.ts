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

/** How a copper run is ended: sockets, plugs on cable from the reel, or one lead of a stocked length. */
export type CableEnding = 'sockets' | 'plugs' | 'leads' | 'fibre';

/** Minutes of a run beside its way (estimates, docs/model.md "Prices and times"). */
const RUN_MIN = {
  start: 12,
  entry: 10,
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

const END_MIN: Record<CableEnding, number> = {
  sockets: RUN_MIN.socketEnd,
  plugs: RUN_MIN.plugEnd,
  leads: RUN_MIN.leadEnd,
  fibre: RUN_MIN.fibreEnd,
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
      run.walls * (LAY_MIN.wall + (made ? RUN_MIN.widerHole : 0)) +
      run.floors * (LAY_MIN.floor + (made ? RUN_MIN.widerHole : 0)) +
      (run.across ? 2 * RUN_MIN.entry : 0) +
      2 * END_MIN[ending] +
      RUN_MIN.test,
  );
}

/** The pieces that reach together: the stocked length that is long enough, else several of the longest joined. */
function leadsFor(kind: 'lead' | 'fibreLead', lengthM: number, own: readonly MaterialItem[]): MaterialUse[] {
  const one = stockedLead(kind, lengthM, own);
  return one ? [{ item: one, count: 1 }] : [];
}

/** The cable itself with its ends; empty where none of that kind is long enough. */
export function cableUses(
  context: Pick<PlanContext, 'ownMaterials'>,
  run: CableRun,
  category: string,
  ending: CableEnding,
): MaterialUse[] {
  const own = context.ownMaterials;
  const of = (id: string, count: number): MaterialUse => ({ item: materialById(id, own), count });
  if (ending === 'fibre') return leadsFor('fibreLead', run.lengthM, own);
  if (ending === 'leads') return leadsFor('lead', run.lengthM, own);
  const reel = of(REEL[category]!, Math.ceil(run.lengthM));
  const cable = run.across
    ? { ...of('cable-outdoor', reel.count), label: `${reel.item.label}, outdoor cable` }
    : reel;
  return ending === 'sockets' ? [cable, of('socket-pair', 1), of('patch', 2)] : [cable, of('plug-pair', 1)];
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
  if (wanted !== 'leads') return wanted;
  if (run.across || !stockedLead('lead', run.lengthM, context.ownMaterials)) return 'plugs';
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
    ...(run.across ? [of('seals', 1)] : []),
    ...(trunked ? [of('trunking', Math.ceil(indoorM))] : []),
    of('clip', Math.ceil(clippedM / CLIP_EVERY_M)),
  ].filter((u) => u.count > 0);
}
