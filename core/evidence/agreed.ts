import type { Brief } from '../brief/brief';
import type { PartLine } from '../plan/cost/parts';
import { evidenceOf } from './fold';
import type { AgreedPrice, EvidenceRows, RowOf } from './rows';

interface Priced {
  parts: readonly PartLine[];
  price: { materialMinor: number; labourMinor: number; hours: number };
}

/** A price as it stands on the offer, to be kept with the acceptance. */
export function priceToAgree(
  brief: Pick<Brief, 'currency' | 'offer'>,
  { parts, price }: Priced,
): AgreedPrice {
  const { taxPercent, taxName, exclusions } = brief.offer;
  return {
    currency: brief.currency,
    partsMinor: price.materialMinor,
    labourMinor: price.labourMinor,
    hours: price.hours,
    taxPercent,
    taxName,
    exclusions,
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
}

/**
 * The price a job stands at; `planned` counts where nothing was agreed to, or where an older acceptance kept no price. Null
 * where there is neither.
 */
export function priceNow(
  rows: EvidenceRows,
  brief: Pick<Brief, 'currency' | 'offer'>,
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
    ...withTax(agreed.partsMinor + agreed.labourMinor + extrasMinor, agreed.taxPercent),
  };
}

/** Whether what is planned now costs otherwise than what was agreed to. */
export const isOtherwise = (agreed: AgreedPrice, { price }: Pick<Priced, 'price'>): boolean =>
  agreed.partsMinor !== price.materialMinor || agreed.labourMinor !== price.labourMinor;
