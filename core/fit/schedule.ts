import { shortestOrder } from './day';
import type { DayFrom, ScheduledStep, Step } from './step';

const FROM_START: DayFrom = { nowMin: 0, doneAtMin: new Map() };

/**
 * Puts steps on one person's time line so that the day is short: waits run beside hands-on work, and a short wait is waited
 * out where what it leads to is pressing (`day.ts`). Steps done before the visit come first and take no minute of it. Equal
 * days keep the order of the list. Steps naming an unknown predecessor do not wait for it. With `from` a day that has begun
 * goes on: steps that are done are left out.
 */
export function schedule(steps: readonly Step[], from: DayFrom = FROM_START): ScheduledStep[] {
  const before = steps.filter((s) => s.beforeVisit);
  const onDay = steps.filter((s) => !s.beforeVisit && !from.doneAtMin.has(s.key));
  let nowMin = from.nowMin;
  const doneAt = new Map(from.doneAtMin);
  const order = shortestOrder(onDay, from);
  return [
    ...before.map((s) => ({ ...s, startMin: 0, handsEndMin: 0, waitEndMin: 0 })),
    ...order.map((i): ScheduledStep => {
      const s = onDay[i]!;
      const startMin = s.after.reduce((latest, k) => Math.max(latest, doneAt.get(k) ?? 0), nowMin);
      const handsEndMin = startMin + s.handsMin;
      const waitEndMin = handsEndMin + s.waitMin;
      nowMin = handsEndMin;
      doneAt.set(s.key, waitEndMin);
      return { ...s, startMin, handsEndMin, waitEndMin };
    }),
  ];
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
