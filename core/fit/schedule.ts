import type { Policies } from '../brief/brief';
import { sharedDay, type Begins } from './crew';
import type { Who } from './crewWords';
import { shortestOrder } from './day';
import type { DayFrom, ScheduledStep, Step } from './step';

const FROM_START: DayFrom = { nowMin: 0, doneAtMin: new Map() };

/** How many do the work. */
export type Crew = Policies['crew'];

/**
 * Puts steps on the time line of one person, or of two, so that the day is short: waits run beside hands-on work, and a short wait
 * is waited out where what it leads to is pressing (`day.ts`, `crew.ts`). Steps done before the visit come first and take no minute
 * of it. Equal days keep the order of the list. Steps naming an unknown predecessor do not wait for it. With `from` a day that has
 * begun goes on: steps that are done are left out.
 */
export function schedule(
  steps: readonly Step[],
  crew: Crew = 'one',
  from: DayFrom = FROM_START,
): ScheduledStep[] {
  const onDay = steps.filter((s) => !s.beforeVisit && !from.doneAtMin.has(s.key));
  const ofOne = alone(onDay, from, shortestOrder(onDay, from));
  const none = { startMin: 0, who: null, handsEndMin: 0, waitEndMin: 0 };
  return [
    ...steps.filter((s) => s.beforeVisit).map((s) => ({ ...s, ...none })),
    ...timed(onDay, crew === 'two' ? sharedDay(onDay, from, ofOne) : ofOne),
  ];
}

/** Steps with the times they begin at and are through. */
const timed = (steps: readonly Step[], day: readonly (Begins & { who?: Who })[]): ScheduledStep[] =>
  day.map(({ at, startMin, who = null }) => {
    const s = steps[at]!;
    const handsEndMin = startMin + s.handsMin;
    return { ...s, who, startMin, handsEndMin, waitEndMin: handsEndMin + s.waitMin };
  });

/** One person's day in an order, with when each step begins. */
function alone(steps: readonly Step[], from: DayFrom, order: readonly number[]): Begins[] {
  let nowMin = from.nowMin;
  const doneAt = new Map(from.doneAtMin);
  return order.map((at) => {
    const s = steps[at]!;
    const startMin = s.after.reduce((latest, k) => Math.max(latest, doneAt.get(k) ?? 0), nowMin);
    nowMin = startMin + s.handsMin;
    doneAt.set(s.key, nowMin + s.waitMin);
    return { at, startMin };
  });
}

/** How many a schedule was made for. */
export const crewOf = (steps: readonly Pick<ScheduledStep, 'who'>[]): Crew =>
  steps.some((s) => s.who !== null) ? 'two' : 'one';

/** Length of the same day with the other crew, min; the order of one person's day is taken as it stands. */
export function otherCrewMin(steps: readonly ScheduledStep[]): number {
  if (crewOf(steps) === 'two') return totalMin(schedule(steps));
  const onDay = steps.filter((s) => !s.beforeVisit);
  const ofOne = onDay.map(({ startMin }, at) => ({ at, startMin }));
  return totalMin(timed(onDay, sharedDay(onDay, FROM_START, ofOne)));
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
