import { BAND_INDEX, freeAirtime, type Band, type PerBand } from '../../radio/link/bands';
import { channelSpan, overlap } from '../../radio/link/channelBlocks';
import { CONTEND_LOSS_DB, neighbourSpan, neighbourWeight } from '../../radio/link/channels';
import { crossingsBetween } from '../../radio/geometry/crossings';
import type { RadioEnd } from '../../radio/link/link';
import { straightLossDb } from '../../radio/propagation/pathLoss';
import { kitOf, pointOf, type PlanContext } from '../network/context';
import { channelMedium, radioEnd } from '../network/radios';
import type { Option, Unit } from '../option/schema';

/** Airtime one own unit takes from another it hears on the same channel while idle: its beacons (estimate). */
const BEACON_SHARE: PerBand = [0.025, 0.005, 0.005];
/** Airtime a listed neighbour heard at −60 dBm takes from a channel it overlaps whole (estimate). */
const NEIGHBOUR_SHARE: PerBand = [0.04, 0.04, 0.04];
/** However many share a channel, this part of the default is left to a lone test (estimate). */
const LEAST_PART = 0.4;

type Tuned = Pick<RadioEnd, 'band' | 'channel' | 'widthMhz' | 'maxWidthMhz'>;
const spanOf = (end: Tuned) =>
  channelSpan(end.band, end.channel, end.widthMhz ?? Math.min(20, end.maxWidthMhz));

/** Whether two units hear each other on a band: their straight path loses less than the limit. */
export function hearEachOther(context: PlanContext, a: Unit, b: Unit, band: Band): boolean {
  const way = crossingsBetween(context.scene, pointOf(context.site, a.place), pointOf(context.site, b.place));
  return straightLossDb(context.scene, way, band, context.beliefs.correction) < CONTEND_LOSS_DB;
}

export interface Rival {
  unit: Unit;
  end: RadioEnd;
  /** Part of the channel both use, 0 to 1. */
  shared: number;
}

/** Radios of other units that must wait for this one: they hear it on channels that overlap. */
function rivalsOf(context: PlanContext, option: Option, unit: Unit, end: RadioEnd): Rival[] {
  const span = spanOf(end);
  return option.units.flatMap((other) => {
    if (other.id === unit.id) return [];
    const kit = kitOf(context, other);
    const rivals = kit.radios
      .filter((r) => r.band === end.band)
      .map((r) => radioEnd(other, kit, r))
      .map((theirs) => ({ unit: other, end: theirs, shared: overlap(span, spanOf(theirs)) }))
      .filter((r) => r.shared > 0);
    return rivals.length > 0 && hearEachOther(context, unit, other, end.band) ? rivals : [];
  });
}

/** Key of the airtime one unit uses on one channel. */
export const airtimeKey = (unitId: string, mediumId: string): string => `${unitId}|${mediumId}`;

/** What contends with what in an option: for each radio, by its airtime key, the keys it shares the air with. */
export function contentionOf(
  context: PlanContext,
  option: Option,
): ReadonlyMap<string, { key: string; shared: number }[]> {
  const out = new Map<string, { key: string; shared: number }[]>();
  for (const unit of option.units) {
    const kit = kitOf(context, unit);
    for (const radio of kit.radios) {
      const end = radioEnd(unit, kit, radio);
      out.set(
        airtimeKey(unit.id, channelMedium(end)),
        rivalsOf(context, option, unit, end).map((r) => ({
          key: airtimeKey(r.unit.id, channelMedium(r.end)),
          shared: r.shared,
        })),
      );
    }
  }
  return out;
}

/** Key of an access radio among the free airtimes of an option. */
export const airKey = (unitId: string, band: Band): string => `${unitId}|${band}`;

/**
 * Share of the airtime free to one radio of a unit in a lone test, 0 to 1: the default of its band, less what listed
 * neighbours on channels it overlaps take, less the beacons of own units it hears there. Source: docs/model.md "Airtime".
 */
export function airShare(context: PlanContext, option: Option, unit: Unit, end: RadioEnd): number {
  const { neighbours } = context.site;
  const heard24 = neighbours.filter((n) => n.band === '2.4').length;
  if (context.isAirFree) return freeAirtime(end.band, heard24);
  const i = BAND_INDEX[end.band];
  const span = spanOf(end);
  let part = 1;
  for (const n of neighbours)
    if (n.band === end.band)
      part *= 1 - NEIGHBOUR_SHARE[i] * neighbourWeight(n) * overlap(span, neighbourSpan(n));
  for (const rival of rivalsOf(context, option, unit, end)) part *= 1 - BEACON_SHARE[i] * rival.shared;
  return freeAirtime(end.band, heard24) * Math.max(LEAST_PART, part);
}
