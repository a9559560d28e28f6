import type { DayFrom, Step } from './step';

/** Most steps that are tried at one moment of the day; the most pressing come first. */
const MOST_TRIED = 6;
/** Days of more steps are not tried out: the longest way goes first. */
const MOST_STEPS_TRIED = 80;
/** Beginnings of days that are looked at in search of a shorter one; days of a dozen steps are settled by far fewer. */
const MOST_LOOKED_AT = 4000;

/** How far a day has come: when each step is through, and what is left. */
interface Day {
  now: number;
  doneAt: Map<number, number>;
  open: number[];
}

/** Steps as numbers, with what each waits for and how long the day is at least once it begins. */
export interface Work {
  steps: readonly Step[];
  before: readonly (readonly number[])[];
  /** When what it waits for that is behind us is through, min. */
  freeAtMin: readonly number[];
  /** Hands, wait and the longest way through what waits for it, min. */
  tailMin: readonly number[];
}

/** Steps as numbers, each with what it waits for and the way behind it. */
export function workOf(steps: readonly Step[], from: DayFrom): Work {
  const number = new Map(steps.map((s, i) => [s.key, i]));
  const before = steps.map((s) => s.after.flatMap((k) => number.get(k) ?? []));
  const next = steps.map((): number[] => []);
  before.forEach((list, i) => list.forEach((k) => next[k]!.push(i)));
  const tailMin = new Array<number>(steps.length).fill(-1);
  const open = new Set<number>();
  const tail = (i: number): number => {
    if (tailMin[i]! >= 0) return tailMin[i]!;
    // A circle of predecessors ends here.
    if (open.has(i)) return 0;
    open.add(i);
    const after = next[i]!.reduce((most, k) => Math.max(most, tail(k)), 0);
    open.delete(i);
    return (tailMin[i] = steps[i]!.handsMin + steps[i]!.waitMin + after);
  };
  steps.forEach((_, i) => tail(i));
  const freeAtMin = steps.map((s) =>
    s.after.reduce((latest, k) => Math.max(latest, from.doneAtMin.get(k) ?? 0), 0),
  );
  return { steps, before, freeAtMin, tailMin };
}

/** When a step may begin, min; infinite while something it waits for is open. */
export const readyAt = (work: Work, day: { doneAt: ReadonlyMap<number, number> }, i: number): number =>
  work.before[i]!.reduce((latest, k) => Math.max(latest, day.doneAt.get(k) ?? Infinity), work.freeAtMin[i]!);

/** Goes on with a step; the day waits for it where it is not ready. */
function goOn(work: Work, day: Day, i: number): Day {
  const at = readyAt(work, day, i);
  const { handsMin, waitMin } = work.steps[i]!;
  // A circle of predecessors cannot be waited out: the step is taken as it stands.
  const now = (at === Infinity ? day.now : Math.max(day.now, at)) + handsMin;
  return {
    now,
    doneAt: new Map(day.doneAt).set(i, now + waitMin),
    open: day.open.filter((k) => k !== i),
  };
}

const endSoFar = (day: Day): number => {
  let end = day.now;
  for (const at of day.doneAt.values()) if (at > end) end = at;
  return end;
};

/** The end of a day that goes on with whatever is ready and has the longest way behind it. */
function endOf(work: Work, from: Day): number {
  const doneAt = new Map(from.doneAt);
  let { now } = from;
  let end = Math.max(0, ...doneAt.values());
  let open = from.open;
  const day = { doneAt };
  while (open.length > 0) {
    let pick = -1;
    let soonest = Infinity;
    for (const i of open) {
      const at = readyAt(work, day, i);
      soonest = Math.min(soonest, at);
      if (at <= now && (pick < 0 || work.tailMin[i]! > work.tailMin[pick]!)) pick = i;
    }
    if (pick < 0) {
      if (soonest !== Infinity) {
        now = soonest;
        continue;
      }
      pick = open[0]!;
    }
    const { handsMin, waitMin } = work.steps[pick]!;
    now += handsMin;
    doneAt.set(pick, now + waitMin);
    end = Math.max(end, now + waitMin);
    open = open.filter((k) => k !== pick);
  }
  return end;
}

/** Steps that may come next: those that are ready, and those a short wait leads to, the most pressing first. */
function candidates(work: Work, day: Day): number[] {
  const at = new Map(day.open.map((i) => [i, readyAt(work, day, i)]));
  const ready = day.open.filter((i) => at.get(i)! <= day.now);
  // While something can be begun, only what becomes ready before its hands are free again is worth a wait.
  const free = ready.length > 0 ? day.now + Math.max(...ready.map((i) => work.steps[i]!.handsMin)) : Infinity;
  const soon = day.open.filter((i) => at.get(i)! > day.now && at.get(i)! < free && at.get(i) !== Infinity);
  const found = [...ready, ...soon];
  if (found.length === 0) return [day.open[0]!];
  const byTail = (list: readonly number[]) => [...list].sort((a, b) => work.tailMin[b]! - work.tailMin[a]!);
  if (work.steps.length > MOST_STEPS_TRIED) return byTail(ready.length > 0 ? ready : found).slice(0, 1);
  const pressing = byTail(found).slice(0, MOST_TRIED);
  // Of equally short days the one in the order of the list.
  return [...new Set([...ready.slice(0, 1), ...found.filter((i) => pressing.includes(i))])];
}

/** A short day by trying, at each moment, every step that could come next with the rest by the longest way (a rollout). */
function rolledOut(work: Work, start: Day): { order: number[]; endMin: number } {
  let day = start;
  const order: number[] = [];
  while (day.open.length > 0) {
    let best: { day: Day; pick: number; end: number } | null = null;
    const open = candidates(work, day);
    for (const pick of open) {
      const next = goOn(work, day, pick);
      const end = open.length === 1 ? 0 : endOf(work, next);
      if (!best || end < best.end) best = { day: next, pick, end };
    }
    order.push(best!.pick);
    day = best!.day;
  }
  return { order, endMin: endSoFar(day) };
}

/** No day that begins like this ends sooner than this, min: all hands one after the other, and the longest way of each. */
function leastEnd(work: Work, day: Day): number {
  let hands = day.now;
  let least = endSoFar(day);
  let shortestWait = Infinity;
  for (const i of day.open) {
    const { handsMin, waitMin } = work.steps[i]!;
    hands += handsMin;
    shortestWait = Math.min(shortestWait, waitMin);
    const known = work.before[i]!.reduce(
      (latest, k) => Math.max(latest, day.doneAt.get(k) ?? 0),
      work.freeAtMin[i]!,
    );
    least = Math.max(least, Math.max(day.now, known) + work.tailMin[i]!);
  }
  return day.open.length === 0 ? least : Math.max(least, hands + shortestWait);
}

/**
 * The order of a short day, as places in the list: a rollout, then branch and bound from there, which settles days of a
 * dozen steps (a longer one is the shortest found after `MOST_LOOKED_AT` beginnings, not proven).
 */
export function shortestOrder(steps: readonly Step[], from: DayFrom): number[] {
  const work = workOf(steps, from);
  const start: Day = { now: from.nowMin, doneAt: new Map(), open: steps.map((_, i) => i) };
  let best = rolledOut(work, start);
  if (steps.length > MOST_STEPS_TRIED) return best.order;
  let looked = 0;
  const search = (day: Day, order: readonly number[]): void => {
    if (day.open.length === 0) {
      const endMin = endSoFar(day);
      if (endMin < best.endMin) best = { order: [...order], endMin };
      return;
    }
    const ready = day.open.map((i) => ({ i, at: Math.max(day.now, readyAt(work, day, i)) }));
    // What could be over before another begins goes first: it holds up nothing.
    const soonestEnd = Math.min(...ready.map(({ i, at }) => at + work.steps[i]!.handsMin));
    const next = ready
      .filter(({ at }) => at !== Infinity && at < Math.max(soonestEnd, day.now + 1e-9))
      .sort((a, b) => work.tailMin[b.i]! - work.tailMin[a.i]!);
    for (const { i } of next) {
      if (++looked > MOST_LOOKED_AT) return;
      const then = goOn(work, day, i);
      if (leastEnd(work, then) < best.endMin) search(then, [...order, i]);
    }
  };
  if (leastEnd(work, start) < best.endMin) search(start, []);
  return best.order;
}

/** Length of the rest of a day that goes on in the order it was put in, min: what is done is left out. */
export function restMin(sheet: readonly Step[]): number {
  const onDay = sheet.filter((s) => !s.beforeVisit);
  const work = workOf(onDay, { nowMin: 0, doneAtMin: new Map() });
  let day: Day = { now: 0, doneAt: new Map(), open: onDay.map((_, i) => i) };
  for (let i = 0; i < onDay.length; i++) day = goOn(work, day, i);
  return Math.max(0, ...day.doneAt.values());
}
