/** What one flow asks of the media it goes over: their numbers, and the share of each one's time that its whole need takes. */
export interface Flow {
  media: readonly number[];
  times: readonly number[];
}

/** What came of sharing: by flow, the share of its need it gets, and the medium that leaves it no more; null where none does. */
export interface Shares {
  granted: Float64Array;
  narrowest: readonly (number | null)[];
}

/** Nothing moves any more when it moves by less than this share of a need. */
const STILL = 0.01;
/** Rounds at most, so that the work is bounded whatever is asked. */
const MOST_ROUNDS = 60;

/** The level up to which shares of one medium fill evenly, where what is asked does not fit; Infinity where it does. */
function levelOf(asked: readonly number[], limit: number): number {
  let sum = 0;
  for (const a of asked) sum += a;
  if (sum <= limit) return Infinity;
  let left = limit;
  const sorted = asked.toSorted((a, b) => a - b);
  for (let i = 0; i < sorted.length; i++) {
    const even = left / (sorted.length - i);
    if (sorted[i]! >= even) return even;
    left -= sorted[i]!;
  }
  return Infinity;
}

/** A medium that does not hold all that could be asked of it: who is on it, with the time each asks and what it leaves him. */
interface Tight {
  medium: number;
  users: number[];
  times: number[];
  leaves: number[];
}

/** Media that may narrow somebody: one that holds all that is asked at most narrows nobody. */
function tightOf(flows: readonly Flow[], limits: readonly number[]): Tight[] {
  const asked = new Float64Array(limits.length);
  for (const { media, times } of flows) for (let i = 0; i < media.length; i++) asked[media[i]!]! += times[i]!;
  const out: Tight[] = [];
  for (let medium = 0; medium < limits.length; medium++) {
    if (asked[medium]! <= limits[medium]!) continue;
    const tight: Tight = { medium, users: [], times: [], leaves: [] };
    flows.forEach(({ media, times }, f) => {
      const at = media.indexOf(medium);
      if (at < 0) return;
      tight.users.push(f);
      tight.times.push(times[at]!);
      tight.leaves.push(1);
    });
    out.push(tight);
  }
  return out;
}

/**
 * Shares media among flows max–min fairly by time, capped by need: shares of a medium fill evenly up to what is asked, a flow is as
 * fast as its narrowest medium leaves it, and shares are filled again with each demand lowered to what the other media grant it,
 * until nothing moves by more than 1 %. `limits` is the share of each medium's time that may be filled, `most` what each flow can get
 * of its need at best. Source: docs/model.md "Busy hour".
 */
export function shareOut(
  flows: readonly Flow[],
  limits: readonly number[],
  most: readonly number[] = flows.map(() => 1),
): Shares {
  const granted = Float64Array.from(most);
  const narrowest: (number | null)[] = flows.map(() => null);
  const all = tightOf(flows, limits);
  /** By flow, the media that may narrow it, and its number among their users. */
  const narrowing = flows.map((): { tight: Tight; at: number }[] => []);
  for (const tight of all) tight.users.forEach((f, at) => narrowing[f]!.push({ tight, at }));
  /** What all media but one leave a flow. */
  const leastBut = (flow: number, except: Tight | null): number => {
    let min = most[flow]!;
    for (const { tight, at } of narrowing[flow]!)
      if (tight !== except && tight.leaves[at]! < min) min = tight.leaves[at]!;
    return min;
  };
  for (let round = 0; round < MOST_ROUNDS && all.length > 0; round++) {
    for (const tight of all) {
      const { medium, users, times, leaves } = tight;
      const level = levelOf(
        times.map((time, k) => time * leastBut(users[k]!, tight)),
        limits[medium]!,
      );
      times.forEach((time, k) => (leaves[k] = time > level ? level / time : 1));
    }
    let moved = 0;
    for (let f = 0; f < flows.length; f++) {
      const now = leastBut(f, null);
      moved = Math.max(moved, Math.abs(now - granted[f]!));
      granted[f] = now;
    }
    // A single medium is settled at once.
    if (moved <= STILL || all.length === 1) break;
  }
  for (const { medium, users, leaves } of all)
    users.forEach((f, k) => {
      if (granted[f]! < most[f]! && leaves[k] === granted[f]) narrowest[f] ??= medium;
    });
  return { granted, narrowest };
}
