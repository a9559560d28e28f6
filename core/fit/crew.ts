import { readyAt, workOf, type Work } from './day';
import type { CautionId } from './cautions';
import type { Who } from './crewWords';
import type { DayFrom, Step } from './step';

/** A step of a day: its place in the list, and when hands begin on it, min. */
export interface Begins {
  at: number;
  startMin: number;
}

/** A step of a day for two, with who does it. */
export interface Shared extends Begins {
  who: Who;
}

/** Cautions of steps that want a second person anyway. */
const BOTH: readonly CautionId[] = ['ladder', 'loft'];
const takesBoth = (step: Pick<Step, 'cautions'>): boolean => step.cautions.some((c) => BOTH.includes(c));

/** A day for two in which whoever is free takes what is ready and ranks highest; null where steps wait for each other in a circle. */
function listed(
  work: Work,
  from: DayFrom,
  rank: (i: number) => number,
): { day: Shared[]; endMin: number } | null {
  const doneAt = new Map<number, number>();
  const free: [number, number] = [from.nowMin, from.nowMin];
  const open = new Set(work.steps.keys());
  const day: Shared[] = [];
  let endMin = 0;
  while (open.size > 0) {
    const now = Math.min(...free);
    const who = free[0] <= free[1] ? 0 : 1;
    let pick = -1;
    let soonest = Infinity;
    for (const i of open) {
      const at = readyAt(work, { doneAt }, i);
      soonest = Math.min(soonest, at);
      if (at <= now && (pick < 0 || rank(i) > rank(pick))) pick = i;
    }
    if (pick < 0) {
      if (soonest === Infinity) return null;
      free[who] = Math.max(now, soonest);
      continue;
    }
    const step = work.steps[pick]!;
    const both = takesBoth(step);
    const startMin = both ? Math.max(...free) : now;
    const handsEnd = startMin + step.handsMin;
    if (both) free[0] = free[1] = handsEnd;
    else free[who] = handsEnd;
    doneAt.set(pick, handsEnd + step.waitMin);
    endMin = Math.max(endMin, handsEnd + step.waitMin);
    day.push({ at: pick, who: both ? 'both' : who === 0 ? 'first' : 'second', startMin });
    open.delete(pick);
  }
  return { day, endMin };
}

/** Beginnings of days for two that are looked at in search of a shorter one; days of a dozen steps are settled by fewer. */
const MOST_LOOKED_AT = 4000;

/** How far a day for two has come; steps are taken in the order hands begin on them. */
interface Shift {
  free: readonly [number, number];
  /** When hands began last: none begins before. */
  fromMin: number;
  doneAt: ReadonlyMap<number, number>;
  open: readonly number[];
  day: readonly Shared[];
  endMin: number;
}

const startOf = (work: Work, { free, fromMin, doneAt }: Shift, i: number): number => {
  const handsFree = takesBoth(work.steps[i]!) ? Math.max(...free) : Math.min(...free);
  return Math.max(readyAt(work, { doneAt }, i), handsFree, fromMin);
};

/** Goes on with a step: whoever is free first takes it. Begun in this order, no other sharing out ends anything sooner. */
function shared(work: Work, shift: Shift, i: number): Shift {
  const startMin = startOf(work, shift, i);
  const { handsMin, waitMin } = work.steps[i]!;
  const handsEnd = startMin + handsMin;
  const [a, b] = shift.free;
  const who: Who = takesBoth(work.steps[i]!) ? 'both' : a <= b ? 'first' : 'second';
  return {
    free: [who === 'second' ? a : handsEnd, who === 'first' ? b : handsEnd],
    fromMin: startMin,
    doneAt: new Map(shift.doneAt).set(i, handsEnd + waitMin),
    open: shift.open.filter((k) => k !== i),
    day: [...shift.day, { at: i, who, startMin }],
    endMin: Math.max(shift.endMin, handsEnd + waitMin),
  };
}

/** No day for two that begins like this ends sooner, min: all hands shared evenly, and the longest way of each step. */
function leastEnd(work: Work, { free, fromMin, doneAt, open, endMin }: Shift): number {
  if (open.length === 0) return endMin;
  const early = Math.max(fromMin, Math.min(...free));
  const late = Math.max(fromMin, ...free);
  let hands = 0;
  let shortestWait = Infinity;
  let least = endMin;
  for (const i of open) {
    const step = work.steps[i]!;
    const both = takesBoth(step);
    hands += both ? 2 * step.handsMin : step.handsMin;
    shortestWait = Math.min(shortestWait, step.waitMin);
    const known = work.before[i]!.reduce(
      (latest, k) => Math.max(latest, doneAt.get(k) ?? 0),
      work.freeAtMin[i]!,
    );
    least = Math.max(least, Math.max(both ? late : early, known) + work.tailMin[i]!);
  }
  // What fits in before the second is free again is done by the first alone.
  const handsEnd = early + hands <= late ? early + hands : (early + late + hands) / 2;
  return Math.max(least, handsEnd + shortestWait);
}

/** A day for two that ends before `mostMin`, the shortest by branch and bound; null where none was found. */
function shorter(work: Work, from: DayFrom, mostMin: number): readonly Shared[] | null {
  // Pressing steps first, and of one name always the same: the day does not hang on how the list was put in order.
  const byPress = [...work.steps.keys()].sort(
    (a, b) => work.tailMin[b]! - work.tailMin[a]! || work.steps[a]!.key.localeCompare(work.steps[b]!.key),
  );
  let best: Pick<Shift, 'day' | 'endMin'> | null = null;
  let looked = 0;
  const search = (shift: Shift): void => {
    if (leastEnd(work, shift) >= (best?.endMin ?? mostMin) - 1e-9) return;
    if (shift.open.length === 0) {
      best = shift;
      return;
    }
    const starts = shift.open.map((i) => ({ i, at: startOf(work, shift, i) }));
    const soonest = Math.min(...starts.map(({ at }) => at));
    // What could be over before another begins goes first: it holds up nothing.
    const soonestEnd = Math.min(...starts.map(({ i, at }) => at + work.steps[i]!.handsMin));
    for (const { i, at } of starts) {
      if (at === Infinity || at >= Math.max(soonestEnd, soonest + 1e-9)) continue;
      if (++looked > MOST_LOOKED_AT) return;
      search(shared(work, shift, i));
    }
  };
  const { nowMin } = from;
  search({ free: [nowMin, nowMin], fromMin: nowMin, doneAt: new Map(), open: byPress, day: [], endMin: 0 });
  return (best as Pick<Shift, 'day' | 'endMin'> | null)?.day ?? null;
}

/**
 * A short day for two: whoever is free takes what is ready, by the longest way behind it, by that and its own wait, or in the order
 * of one person's day, whichever ends soonest (list scheduling); then branch and bound from there, which settles days of a dozen
 * steps (a longer one is the shortest found after `MOST_LOOKED_AT` beginnings, not proven). A ladder or a loft takes both. Never
 * longer than for one.
 */
export function sharedDay(steps: readonly Step[], from: DayFrom, ofOne: readonly Begins[]): Shared[] {
  const work = workOf(steps, from);
  const placeIn = new Map(ofOne.map(({ at }, place) => [at, place]));
  const ranks = [
    (i: number) => work.tailMin[i]!,
    (i: number) => work.tailMin[i]! + work.steps[i]!.waitMin,
    (i: number) => -placeIn.get(i)!,
  ];
  const endOf = ({ at, startMin }: Begins) => startMin + steps[at]!.handsMin + steps[at]!.waitMin;
  let best = {
    day: ofOne.map((b): Shared => ({ ...b, who: takesBoth(steps[b.at]!) ? 'both' : 'first' })),
    endMin: Math.max(0, ...ofOne.map(endOf)),
  };
  for (const rank of ranks) {
    const found = listed(work, from, rank);
    if (found && found.endMin < best.endMin) best = found;
  }
  const day = shorter(work, from, best.endMin) ?? best.day;
  // In the order hands begin; of two at once the first person's is told first.
  return [...day].sort(
    (a, b) => a.startMin - b.startMin || Number(a.who === 'second') - Number(b.who === 'second'),
  );
}
