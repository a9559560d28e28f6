import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows, Phase } from '../evidence/rows';

/** A line is asked for again when spots are read this much later or earlier in the day than it was, hours. */
const APART_HOURS = 3;

/** The hour of the day of a time as this place counts it, 0 to 24. */
export type HourOf = (iso: string) => number;

const apart = (a: number, b: number) => Math.min(Math.abs(a - b), 24 - Math.abs(a - b));

/**
 * Whether the newest readings of a phase were taken at another time of the day than any test of the line: lines are slower
 * in the evening, and the line would be blamed on the house or the house on the line. Gives both hours, or null.
 */
export function lineIsOfAnotherHour(
  rows: EvidenceRows,
  phase: Phase,
  hourOf: HourOf,
): { lineHour: number; spotHour: number } | null {
  const e = evidenceOf(rows);
  const own = e.valid.filter((r) => e.states.get(r.stateId)?.phase === phase && r.target === 'internet');
  const tests = own.filter((r) => r.subject.kind === 'line');
  const newest = own.filter((r) => r.subject.kind === 'spot').pop();
  if (!newest || tests.length === 0) return null;
  const spotHour = hourOf(newest.at);
  const hours = tests.map((r) => hourOf(r.at));
  if (hours.some((h) => apart(h, spotHour) < APART_HOURS)) return null;
  return { lineHour: hours[hours.length - 1]!, spotHour };
}
