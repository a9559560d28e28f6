import type { PartLine } from './parts';
import type { WorkItem } from './work';

export interface OptionPrice {
  materialMinor: number;
  labourMinor: number;
  totalMinor: number;
  /** Hands-on work, h. Waits run beside it; the length of the day is the schedule's. */
  hours: number;
}

/** Price of an option: its items plus the hands-on minutes of its steps at the job's rate. Both only add up. */
export function priceOf(
  parts: readonly PartLine[],
  work: readonly WorkItem[],
  labourMinorPerHour: number,
): OptionPrice {
  const materialMinor = parts.reduce((sum, p) => sum + p.costMinor, 0);
  const hours = work.reduce((sum, w) => sum + w.handsMin, 0) / 60;
  const labourMinor = Math.round(hours * labourMinorPerHour);
  return { materialMinor, labourMinor, totalMinor: materialMinor + labourMinor, hours };
}
