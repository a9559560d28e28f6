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

/** Most steps that are tried at one moment of the day; the most pressing come first. */
const MOST_TRIED = 6;
/** Days of more steps are not tried out: the longest way goes first. */
const MOST_STEPS_TRIED = 80;

/** How far a day has come: when each step is through, and what is left. */
interface Day {
  now: number;
  doneAt: Map<number, number>;
  open: number[];
}

/** Steps as numbers, with what each waits for and how long the day is at least once it begins. */
interface Work {
  steps: readonly Step[];
  before: readonly (readonly number[])[];
  /** Hands, wait and the longest way through what waits for it, min. */
  tailMin: readonly number[];
}

function workOf(steps: readonly Step[]): Work {
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
  return { steps, before, tailMin };
}

const readyAt = (work: Work, day: Day, i: number): number =>
  work.before[i]!.reduce((latest, k) => Math.max(latest, day.doneAt.get(k) ?? Infinity), 0);

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

/** The end of a day that goes on with whatever is ready and has the longest way behind it. */
function endOf(work: Work, from: Day): number {
  const doneAt = new Map(from.doneAt);
  let { now } = from;
  let end = Math.max(0, ...doneAt.values());
  let open = from.open;
  const day = { now, doneAt, open };
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

/**
 * Puts steps on one person's time line so that the day is short: at each moment the steps that could come next are tried,
 * each with the rest of the day after it by the longest way first, and the one with the earliest end is taken (a rollout;
 * not proven shortest; days of more than `MOST_STEPS_TRIED` steps go by the longest way alone). Waits run beside hands-on work; a short wait is waited out where what it leads to is pressing.
 * Equal days keep the order of the list. Steps naming an unknown predecessor do not wait for it.
 */
export function schedule(steps: readonly Step[]): ScheduledStep[] {
  const work = workOf(steps);
  let day: Day = { now: 0, doneAt: new Map(), open: steps.map((_, i) => i) };
  const out: ScheduledStep[] = [];
  while (day.open.length > 0) {
    let best: { day: Day; pick: number; end: number } | null = null;
    const open = candidates(work, day);
    for (const pick of open) {
      const next = goOn(work, day, pick);
      const end = open.length === 1 ? 0 : endOf(work, next);
      if (!best || end < best.end) best = { day: next, pick, end };
    }
    const step = steps[best!.pick]!;
    day = best!.day;
    out.push({
      ...step,
      startMin: day.now - step.handsMin,
      handsEndMin: day.now,
      waitEndMin: day.now + step.waitMin,
    });
  }
  return out;
}

/** Length of the rest of a day that goes on in the order it was put in, min: what is done is left out. */
export function restMin(sheet: readonly Step[]): number {
  const work = workOf(sheet);
  let day: Day = { now: 0, doneAt: new Map(), open: sheet.map((_, i) => i) };
  for (let i = 0; i < sheet.length; i++) day = goOn(work, day, i);
  return Math.max(0, ...day.doneAt.values());
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
