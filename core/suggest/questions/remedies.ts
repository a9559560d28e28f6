import type { Feed, Option } from '../../plan/option/schema';
import type { PlanContext } from '../../plan/network/context';
import { fedThrough } from '../../plan/option/graph';
import { meets } from '../../plan/links/judge';
import { needOf } from '../../site/model/needs';
import type { RemedyAct } from '../../evidence/agreement';
import type { Suspect } from '../../readings/causes';
import { materialById } from '../../kit/model/materialItems';
import { priceFactor } from '../../kit/catalogue/priceFactor';
import { NOTHING_READ } from '../../plan/network/read';
import { predictOption } from '../../plan/predict/predict';
import { touchedSpots } from '../../plan/predict/touch';
import type { Proposal } from '../choices/added';
import { fixesOf } from './fixes';

/** One way from "not gone" to gone. */
export interface Remedy {
  label: string;
  /** What is done on site; null where the plan changes. */
  act: RemedyAct | null;
  /** The plan with it; null where it stays as it is. */
  proposal: Proposal | null;
  /** What the spot would get, Mb/s, and whether that is enough. */
  downMbps: number;
  upMbps: number;
  works: boolean;
  /** What it costs more before tax, minor units, and the minutes on site; null where that is not ours to say. */
  minor: number | null;
  minutes: number | null;
  /** Spots that are to be read again after it. */
  readAgain: readonly string[];
}

interface Act {
  act: RemedyAct;
  label: string;
  minutes: number | null;
  /** Kind of material that is bought for it. */
  buys?: 'splitter';
}

/** Minutes on site by act (estimates). */
const BACKHAUL_ACT: Readonly<Partial<Record<Feed['kind'], Act>>> = {
  coax: {
    act: 'splitter',
    label: 'Change the splitter for one rated to 1675 MHz, close open ports, look at the entry filter',
    minutes: 25,
    buys: 'splitter',
  },
  powerline: {
    act: 'strip',
    label: 'Put both adapters straight into the wall, off any strip, on one circuit',
    minutes: 10,
  },
  ethernet: {
    act: 'plug',
    label: 'Change the leads, then make the plugs anew: one bad pair gives a tenth',
    minutes: 20,
  },
  fibre: { act: 'plug', label: 'Clean the ends, change the leads', minutes: 15 },
};

function actOf({ kind, unitId }: Suspect, option: Option): Act | null {
  const unit = option.units.find((u) => u.id === unitId);
  const letter = unit?.letter ?? '';
  switch (kind) {
    case 'line':
      return { act: 'mendLine', label: 'Have the line mended, or take a larger contract', minutes: null };
    case 'device':
      return { act: 'newDevice', label: 'A newer device, or a cable to it', minutes: null };
    case 'backhaul':
      return (unit && BACKHAUL_ACT[unit.feed.kind]) ?? null;
    case 'congestion':
      return {
        act: 'channel',
        label: `Another channel for ${letter}, chosen beside the neighbours' list`,
        minutes: 10,
      };
    case 'sticking':
      return {
        act: 'letGo',
        label: `Wi-Fi off and on at the device; one name with roaming; less power at ${letter} where it still serves its own spots`,
        minutes: 10,
      };
    case 'band':
      return {
        act: 'higherBand',
        label: 'Join the device to the higher band, by a name of its own or its settings',
        minutes: 5,
      };
    case 'signal':
      return null;
  }
}

/** Changes of the plan are asked for where they can help: neither the line nor the device is mended by units. */
const PLAN_HELPS: ReadonlySet<Suspect['kind']> = new Set([
  'backhaul',
  'signal',
  'congestion',
  'sticking',
  'band',
]);

/**
 * What would mend a spot whose likely cause is known, the first choice first: what is done on site without another plan where it
 * is enough, then changes of the plan by their price, each judged with what was read kept (`fixesOf`).
 */
export async function remediesOf(
  context: PlanContext,
  today: Option,
  option: Option,
  spotId: string,
  cause: Suspect,
  pause: () => Promise<void>,
): Promise<Remedy[]> {
  const spot = context.site.spots.find((s) => s.id === spotId);
  if (!spot) return [];
  const need = needOf(spot.activities, context.site.activityLimits);
  const { labourMinorPerHour } = context.brief;
  const found: Remedy[] = [];
  // What a change ends is told by networks as they are reckoned, like the proofs themselves.
  const reckoned: PlanContext = { ...context, read: NOTHING_READ };
  const now = predictOption(reckoned, option);
  const act = actOf(cause, option);
  if (act) {
    const { down, up } = cause.mendedMbps;
    const material = act.buys ? materialById(act.buys, context.ownMaterials) : null;
    const behind = cause.unitId && cause.kind === 'backhaul' ? fedThrough(option, cause.unitId) : null;
    found.push({
      label: act.label,
      act: act.act,
      proposal: null,
      downMbps: down,
      upMbps: up,
      works: meets({ downMbps: down, upMbps: up, latencyMs: 0 }, need),
      minor:
        act.minutes === null
          ? null
          : Math.round((act.minutes / 60) * labourMinorPerHour) +
            (material
              ? Math.round(material.costMinor * priceFactor(material, context.brief.catalogueRate))
              : 0),
      minutes: act.minutes,
      readAgain: [
        spotId,
        ...now.flatMap((p) => (p.spotId !== spotId && p.unitId && behind?.has(p.unitId) ? [p.spotId] : [])),
      ],
    });
  }
  if (PLAN_HELPS.has(cause.kind))
    for (const fix of await fixesOf(
      context,
      today,
      option,
      spotId,
      pause,
      'alone',
      cause.kind === 'backhaul' ? cause.unitId : null,
    ))
      found.push({
        label: fix.label,
        act: null,
        proposal: { option: fix.option, addedUnitIds: fix.addedUnitIds },
        downMbps: fix.downMbps,
        upMbps: fix.upMbps,
        works: true,
        minor: fix.moreMinor,
        minutes: Math.round(fix.moreHours * 60),
        readAgain: [...touchedSpots(now, predictOption(reckoned, fix.option)).keys()],
      });
  // What is enough comes before what is not; of plans those that serve most, then the cheapest, as they came.
  return [...found.filter((r) => r.works), ...found.filter((r) => !r.works)];
}
