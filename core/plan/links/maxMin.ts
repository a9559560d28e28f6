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
  const sum = asked.reduce((a, b) => a + b, 0);
  if (sum <= limit) return Infinity;
  let left = limit;
  const sorted = [...asked].sort((a, b) => a - b);
  for (let i = 0; i < sorted.length; i++) {
    const even = left / (sorted.length - i);
    if (sorted[i]! >= even) return even;
    left -= sorted[i]!;
  }
  return Infinity;
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
  const members = new Map<number, { flow: number; at: number; time: number }[]>();
  flows.forEach(({ media, times }, flow) =>
    media.forEach((m, at) => {
      const list = members.get(m);
      const member = { flow, at, time: times[at]! };
      if (list) list.push(member);
      else members.set(m, [member]);
    }),
  );
  // A medium that holds all that is asked at most narrows nobody.
  for (const [m, list] of members)
    if (list.reduce((sum, { time }) => sum + time, 0) <= limits[m]!) members.delete(m);
  if (members.size === 0) return { granted, narrowest };
  const leave = flows.map(({ media }) => new Float64Array(media.length).fill(1));
  const least = (flow: number, except: number): number => {
    let min = most[flow]!;
    const own = leave[flow]!;
    for (let i = 0; i < own.length; i++) if (i !== except && own[i]! < min) min = own[i]!;
    return min;
  };
  for (let round = 0; round < MOST_ROUNDS; round++) {
    for (const [m, list] of members) {
      const level = levelOf(
        list.map(({ flow, at, time }) => time * least(flow, at)),
        limits[m]!,
      );
      for (const { flow, at, time } of list) leave[flow]![at] = time > level ? level / time : 1;
    }
    let moved = 0;
    for (let f = 0; f < flows.length; f++) {
      const now = least(f, -1);
      moved = Math.max(moved, Math.abs(now - granted[f]!));
      granted[f] = now;
    }
    if (moved <= STILL) break;
  }
  flows.forEach(({ media }, f) => {
    if (granted[f]! < most[f]!) narrowest[f] = media[leave[f]!.indexOf(granted[f]!)]!;
  });
  return { granted, narrowest };
}
