import type { Brief } from '../brief/brief';
import type { LaidCable } from '../plan/cost/cables';
import type { PartLine } from '../plan/cost/parts';
import type { OptionPrice } from '../plan/cost/price';
import { lengthText } from '../site/model/lengths';
import { evidenceOf } from './fold';
import type { AgreedPrice, EvidenceRows, RowOf } from './rows';

interface Priced {
  parts: readonly PartLine[];
  price: OptionPrice;
  cables: readonly LaidCable[];
}

/** A cable that lies less than this in the open yard is held by what it hangs on, m. */
const DUG_M = 1;

/** What is not part of a price: as the brief has it, and by name the digging for cables that cross the yard in no duct. */
export function exclusionsOf(
  { offer, lengthUnit }: Pick<Brief, 'offer' | 'lengthUnit'>,
  cables: readonly LaidCable[],
): string {
  const yardM = cables.reduce((sum, { run }) => sum + (run.yardM > DUG_M ? run.yardM : 0), 0);
  const own =
    offer.exclusions.trim() ||
    'Work that local code leaves to a licensed electrician, making good of walls, and anything not listed above.';
  if (yardM === 0) return own;
  return `${own}\nDigging and making good ${lengthText(yardM, lengthUnit)} of trench for cable over the yard; laying the cable in it is part of the price.`;
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
    exclusions: exclusionsOf(brief, cables).slice(0, 2000),
    parts: [...parts],
  };
}

/** What an amount comes to with tax, each part in whole minor units. */
export interface Totals {
  netMinor: number;
  taxMinor: number;
  totalMinor: number;
}

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
