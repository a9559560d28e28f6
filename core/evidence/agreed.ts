import type { Brief } from '../brief/brief';
import type { LaidCable } from '../plan/cost/cables';
import { crossesYard } from '../plan/network/cableRun';
import type { PartLine } from '../plan/cost/parts';
import type { Prediction } from '../plan/predict/prediction';
import type { OptionPrice } from '../plan/cost/price';
import { lengthText } from '../site/model/lengths';
import { evidenceOf } from './fold';
import type { EvidenceRows, RowOf } from './rows';
import type { AgreedPrice } from './agreement';

/** What of an evaluation a price is made of. */
export interface Priced {
  parts: readonly PartLine[];
  price: OptionPrice;
  cables: readonly LaidCable[];
}

/** What is not part of any price of a job, as the brief has it. */
export const exclusionsOf = ({ offer }: Pick<Brief, 'offer'>): string =>
  offer.exclusions.trim() ||
  'Work that local code leaves to a licensed electrician, making good of walls, and anything not listed above.';

/** The digging for cables of a plan that cross the yard in no duct, left out of its price by name; null where none do. */
export function diggingWords(
  { lengthUnit }: Pick<Brief, 'lengthUnit'>,
  cables: readonly LaidCable[],
): string | null {
  const yardM = cables.reduce((sum, { run }) => sum + (crossesYard(run) ? run.yardM : 0), 0);
  if (yardM === 0) return null;
  return `Digging and making good ${lengthText(yardM, lengthUnit)} of trench for cable over the yard; laying the cable in it is part of the price.`;
}

/** A price as it stands on the offer, to be kept with the acceptance. */
export function priceToAgree(
  brief: Pick<Brief, 'currency' | 'offer' | 'lengthUnit'>,
  { parts, price, cables }: Priced,
): AgreedPrice {
  const { taxPercent, taxName } = brief.offer;
  return {
    currency: brief.currency,
    partsMinor: price.materialMinor,
    labourMinor: price.labourMinor,
    hours: price.hours,
    travelMinor: price.travelMinor,
    measuringHours: price.measuringHours,
    taxPercent,
    taxName,
    exclusions: [exclusionsOf(brief), diggingWords(brief, cables)].filter(Boolean).join('\n'),
    parts: [...parts],
  };
}

/** What an amount comes to with tax, each part in whole minor units. */
export interface Totals {
  netMinor: number;
  taxMinor: number;
  totalMinor: number;
}

/** What is promised for every spot when an option is agreed to: its predictions with their ranges. */
export const forecastOf = (predictions: readonly Prediction[]): RowOf<'acceptance'>['forecast'] =>
  predictions.map((p) => ({
    spotId: p.spotId,
    verdict: p.verdict,
    downMbps: p.downMbps,
    upMbps: p.upMbps,
    downLowMbps: p.downRangeMbps[0],
    downHighMbps: p.downRangeMbps[1],
    upLowMbps: p.upRangeMbps[0],
    upHighMbps: p.upRangeMbps[1],
  }));

/** Tax on an amount before tax, rounded once on the whole. */
export function withTax(netMinor: number, taxPercent: number): Totals {
  const taxMinor = Math.round((netMinor * taxPercent) / 100);
  return { netMinor, taxMinor, totalMinor: netMinor + taxMinor };
}

/** The price a job stands at: what was agreed to with its extras, else what is planned. */
export interface PriceNow extends Totals {
  /** Null where it is an estimate that nobody agreed to. */
  accepted: RowOf<'acceptance'> | null;
  agreed: AgreedPrice;
  extras: readonly RowOf<'extra'>[];
  extrasMinor: number;
  /** What the plan has more or less than was agreed to; null where it is the same. */
  since: SinceAgreed | null;
}

/**
 * The price a job stands at; `planned` counts where nothing was agreed to, or where an older acceptance kept no price. Null
 * where there is neither.
 */
export function priceNow(
  rows: EvidenceRows,
  brief: Pick<Brief, 'currency' | 'offer' | 'lengthUnit'>,
  planned: Priced | null,
): PriceNow | null {
  const { accepted, extras } = evidenceOf(rows);
  const agreed = accepted?.price ?? (planned && priceToAgree(brief, planned));
  if (!agreed) return null;
  // Only what was agreed to has anything on top of it.
  const counted = accepted?.price ? extras : [];
  const extrasMinor = counted.reduce((sum, x) => sum + x.minor, 0);
  return {
    accepted: accepted?.price ? accepted : null,
    agreed,
    extras: counted,
    extrasMinor,
    since: accepted?.price && planned ? sinceAgreed(agreed, planned) : null,
    ...withTax(netOf(agreed) + extrasMinor, agreed.taxPercent),
  };
}

/** An agreed price before tax and extras, minor units. */
export const netOf = ({ partsMinor, labourMinor, travelMinor }: AgreedPrice): number =>
  partsMinor + labourMinor + (travelMinor ?? 0);

/** What of an agreed price is for reading the spots before and after: its hours, and its share of the labour in minor units. */
export function measuringOf({ measuringHours = 0, hours, labourMinor }: AgreedPrice): {
  hours: number;
  minor: number;
} {
  return { hours: measuringHours, minor: hours > 0 ? Math.round((labourMinor * measuringHours) / hours) : 0 };
}

/** What a plan has more, or less, than was agreed to. */
export interface SinceAgreed {
  /** Parts by the difference of their count; less than none where fewer are planned. */
  parts: readonly PartLine[];
  hours: number;
  /** What the plan costs more before tax, minor units. */
  netMinor: number;
}

/** How what is planned now differs from what was agreed to; null where neither parts nor price do. */
export function sinceAgreed(
  agreed: AgreedPrice,
  { parts, price }: Pick<Priced, 'parts' | 'price'>,
): SinceAgreed | null {
  const lines = new Map(parts.map((p) => [`${p.label} ${p.unit}`, { ...p }]));
  for (const p of agreed.parts) {
    const key = `${p.label} ${p.unit}`;
    const now = lines.get(key) ?? { ...p, count: 0, costMinor: 0 };
    lines.set(key, { ...now, count: now.count - p.count, costMinor: now.costMinor - p.costMinor });
  }
  const changed = [...lines.values()].filter((p) => Math.abs(p.count) > 1e-9 || p.costMinor !== 0);
  const netMinor = price.totalMinor - netOf(agreed);
  const hours = price.hours - agreed.hours;
  return changed.length === 0 && netMinor === 0 ? null : { parts: changed, hours, netMinor };
}
