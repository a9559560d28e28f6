import { stockedLead } from '../../kit/model/materialItems';
import { priceFactor } from '../../kit/catalogue/priceFactor';
import type { PlanContext } from '../network/context';
import type { Option } from '../option/schema';
import { adapterLeadsOf } from '../network/adapterLeads';
import { nearEndRunOf } from '../network/bridgeEnd';
import { cableRunOf, entryLeadOf, spotCable, type CableRun } from '../network/cableRun';
import { cableUses, endingOf, type CableEnding, type MaterialUse } from './cableParts';

/** A cable that has to be laid: for a unit, from an adapter in another room, to the near end of a bridge, to a device, or from the entry to the gateway. */
export interface LaidCable {
  /** `unit:b`, `adapter:b:far`, `bridge:b`, `spot:desk` or `entry`. */
  key: string;
  unitId: string | null;
  spotId: string | null;
  fibre: boolean;
  category: string;
  run: CableRun;
}

/** Every cable an option lays, each once: length, holes, parts, minutes and the drawn line all come from these. */
export function laidCables(context: PlanContext, option: Option, today: Option | null): LaidCable[] {
  const units = option.units.flatMap((unit): LaidCable[] => {
    const run = cableRunOf(context, option, unit);
    if (!run) return [];
    const fibre = unit.feed.kind === 'fibre';
    const category = unit.feed.kind === 'ethernet' ? unit.feed.category : 'fibre';
    return [{ key: `unit:${unit.id}`, unitId: unit.id, spotId: null, fibre, category, run }];
  });
  const adapters = option.units.flatMap((unit) =>
    adapterLeadsOf(context, option, unit).map(({ end, run }): LaidCable => ({
      key: `adapter:${unit.id}:${end}`,
      unitId: unit.id,
      spotId: null,
      fibre: false,
      category: 'cat6',
      run,
    })),
  );
  const bridges = option.units.flatMap((unit): LaidCable[] => {
    const run = nearEndRunOf(context, option, unit);
    if (!run) return [];
    return [{ key: `bridge:${unit.id}`, unitId: unit.id, spotId: null, fibre: false, category: 'cat6', run }];
  });
  const entry = entryLeadOf(context, option, today);
  const spots = option.wiredSpots.flatMap(({ spotId }): LaidCable[] => {
    const cable = spotCable(context, option, spotId);
    if (!cable || cable.lead || cable.runName !== null) return [];
    return [{ key: `spot:${spotId}`, unitId: null, spotId, fibre: false, category: 'cat6', run: cable.run }];
  });
  return [
    ...units,
    ...adapters,
    ...bridges,
    ...(entry?.by === 'cable'
      ? [{ key: 'entry', unitId: null, spotId: null, fibre: false, category: 'cat6', run: entry.run }]
      : []),
    ...spots,
  ];
}

/** One line of what goes into the van: a route, the stocked length that reaches, and what the reel would cost. */
export interface VanLine {
  key: string;
  lengthM: number;
  /** The stocked length that reaches; null where none is that long. */
  stockedM: number | null;
  leadMinor: number | null;
  /** Cable from the reel with plugs; null for fibre, which comes pre-made. */
  reelMinor: number | null;
  /** What this job takes. */
  takes: CableEnding;
}

/** Routes rounded up to stocked lengths, beside reel and plugs, in minor units of the job's currency. */
export function vanList(
  context: Pick<PlanContext, 'brief' | 'ownMaterials'>,
  cables: readonly LaidCable[],
): VanLine[] {
  const rate = context.brief.catalogueRate;
  const price = (uses: readonly MaterialUse[]) =>
    Math.round(uses.reduce((sum, u) => sum + u.count * u.item.costMinor * priceFactor(u.item, rate), 0));
  return cables.map(({ key, fibre, category, run }) => {
    const lead = stockedLead(fibre ? 'fibreLead' : 'lead', run.lengthM, context.ownMaterials);
    return {
      key,
      lengthM: run.lengthM,
      stockedM: lead?.lengthM ?? null,
      leadMinor: lead ? price([{ item: lead, count: 1 }]) : null,
      reelMinor: fibre ? null : price(cableUses(context, run, category, 'plugs')),
      takes: fibre ? 'fibre' : endingOf(context, run),
    };
  });
}
