import type { PartLine } from '../plan/cost/parts';
import { totalMin, type ScheduledStep } from './schedule';

export interface OptionPrice {
  materialMinor: number;
  labourMinor: number;
  totalMinor: number;
  hours: number;
}

/** Price of an option: parts plus the hours of its run sheet at the job's rate. */
export function priceOf(
  parts: readonly PartLine[],
  sheet: readonly ScheduledStep[],
  labourMinorPerHour: number,
): OptionPrice {
  const materialMinor = parts.reduce((sum, p) => sum + p.costMinor, 0);
  const hours = totalMin(sheet) / 60;
  const labourMinor = Math.round(hours * labourMinorPerHour);
  return { materialMinor, labourMinor, totalMinor: materialMinor + labourMinor, hours };
}
