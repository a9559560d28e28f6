import Papa from 'papaparse';
import { minorDigits } from './money';
import type { PartLine } from './parts';

/** Columns of a list of parts, in their order. */
const COLUMNS = ['part', 'count', 'unit', 'cost', 'currency'] as const;

/** A list of parts as CSV with a heading row, as a supplier reads it: counts in pieces or metres, costs in the currency's major unit. */
export function partsCsv(parts: readonly PartLine[], currency: string): string {
  const digits = minorDigits(currency);
  const rows = parts.map((p) => [
    p.label,
    p.unit === 'm' ? String(Math.round(p.count * 100) / 100) : String(p.count),
    p.unit,
    (p.costMinor / 10 ** digits).toFixed(digits),
    currency,
  ]);
  return `${Papa.unparse([[...COLUMNS], ...rows], { newline: '\n', escapeFormulae: true })}\n`;
}
