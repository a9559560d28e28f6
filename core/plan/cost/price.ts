import type { PartLine } from './parts';
import type { Brief } from '../../brief/brief';
import { READ_AFTER, READ_BEFORE, type WorkItem } from './work';

export interface OptionPrice {
  materialMinor: number;
  labourMinor: number;
  /** Going there and back, for all visits. */
  travelMinor: number;
  totalMinor: number;
  /** Hands-on work, h. Waits run beside it; the length of the day is the schedule's. */
  hours: number;
  /** Of it reading the spots before and after, h. */
  measuringHours: number;
}

/** Price of an option: its items, the hands-on minutes of its steps at the job's rate, and travel. All only add up. */
export function priceOf(
  parts: readonly PartLine[],
  work: readonly WorkItem[],
  { labourMinorPerHour, offer: { travelMinor } }: Pick<Brief, 'labourMinorPerHour' | 'offer'>,
): OptionPrice {
  const materialMinor = parts.reduce((sum, p) => sum + p.costMinor, 0);
  const hoursOf = (items: readonly WorkItem[]) => items.reduce((sum, w) => sum + w.handsMin, 0) / 60;
  const hours = hoursOf(work);
  const labourMinor = Math.round(hours * labourMinorPerHour);
  return {
    materialMinor,
    labourMinor,
    travelMinor,
    totalMinor: materialMinor + labourMinor + travelMinor,
    hours,
    measuringHours: hoursOf(work.filter((w) => w.key === READ_BEFORE || w.key === READ_AFTER)),
  };
}
