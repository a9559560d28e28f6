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

/**
 * A short day for two: whoever is free takes what is ready, by the longest way behind it, by that and its own wait, or in the order
 * of one person's day, whichever ends soonest (list scheduling, not proven shortest); a ladder or a loft takes both. Never longer
 * than for one.
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
  // In the order hands begin; of two at once the first person's is told first.
  return [...best.day].sort(
    (a, b) => a.startMin - b.startMin || Number(a.who === 'second') - Number(b.who === 'second'),
  );
}
