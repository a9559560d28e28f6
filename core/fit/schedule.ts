import type { CautionId } from './cautions';

/** One piece of work: hands-on time, then perhaps a wait that needs nobody. */
export interface Step {
  key: string;
  title: string;
  detail: string[];
  /** How one sees that it went well. */
  good: string;
  handsMin: number;
  waitMin: number;
  waitLabel: string | null;
  cautions: CautionId[];
  unitId: string | null;
  /** Whether a serial number is noted here. */
  asksSerial: boolean;
  /** Steps whose work and wait must be over first. */
  after: string[];
}

export interface ScheduledStep extends Step {
  /** Minutes from the start of the day's work. */
  startMin: number;
  handsEndMin: number;
  waitEndMin: number;
}

/**
 * Puts steps on one person's time line: always the first in the list whose predecessors are through, so that waits run
 * beside hands-on work; where all must wait, so does the person. Steps naming an unknown predecessor do not wait for it.
 */
export function schedule(steps: readonly Step[]): ScheduledStep[] {
  const known = new Set(steps.map((s) => s.key));
  const doneAt = new Map<string, number>();
  const out: ScheduledStep[] = [];
  const open = [...steps];
  let now = 0;
  while (open.length > 0) {
    const readyAt = (s: Step) =>
      Math.max(0, ...s.after.filter((k) => known.has(k)).map((k) => doneAt.get(k) ?? Infinity));
    let pick = open.findIndex((s) => readyAt(s) <= now);
    if (pick < 0) {
      const next = Math.min(...open.map(readyAt));
      // A circle of predecessors cannot be waited out: take the first as it stands.
      if (next === Infinity) pick = 0;
      else {
        now = next;
        continue;
      }
    }
    const [step] = open.splice(pick, 1);
    const handsEndMin = now + step!.handsMin;
    const waitEndMin = handsEndMin + step!.waitMin;
    out.push({ ...step!, startMin: now, handsEndMin, waitEndMin });
    doneAt.set(step!.key, waitEndMin);
    now = handsEndMin;
  }
  return out;
}

/** Length of a schedule, min. */
export function totalMin(steps: readonly ScheduledStep[]): number {
  return Math.max(0, ...steps.map((s) => s.waitEndMin));
}

/** Minutes between two times of day, 24-hour clock; an end before its start counts to the next day. */
export function minutesBetween(from: string, to: string): number {
  const of = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
  const span = of(to) - of(from);
  return span > 0 ? span : span + 24 * 60;
}
