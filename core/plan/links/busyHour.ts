import type { Need } from '../../site/model/needs';
import {
  BUSY_SHARE,
  holdsInTheEvening,
  LINE,
  MET,
  sharesOfLine,
  type Asked,
  type EveningCount,
  type House,
  type LineShort,
  type On,
} from './house';
import { shareOut, type Flow } from './maxMin';
import { WIRE_LIMIT, type FlowPart, type Media } from './media';

/** Spots that are told as those who fill a medium. */
const MOST_TOLD = 3;

/** What a spot gets in the evenings that are drawn. */
export interface Evening extends EveningCount {
  /** What is full most often where it is not met, with the spots that fill it most; null where it always is. */
  full: { label: string; isLine: boolean; by: readonly string[] } | null;
}

/** What is shared at the busy hour, as it is filled in an evening that is fuller than nine of ten. */
export interface MediumLoad {
  id: string;
  label: string;
  /** Share of its whole time that is used; never more than the limit. */
  share: number;
  limit: number;
  /** Share of the evenings in which it does not hold all that is asked of it. */
  full: number;
}

/** The busy hour of a house: so many people are each at one spot, what is always on runs besides. */
export interface BusyHour {
  people: number;
  /** Evenings that were drawn. */
  evenings: number;
  /** What is shared, the fullest first. */
  media: readonly MediumLoad[];
  /** Spots whose need is not met when everything runs at once: the extreme, which most lines do not hold. */
  shortAtOnce: readonly string[];
  /** Spots the line does not hold, whatever is built. */
  lineShort: LineShort;
}

/** What the device at each spot goes over, by its number in the house; null where it has no connection. */
export type Pipes = readonly (readonly FlowPart[] | null)[];

/** A need no greater than what the device itself can move. */
function within(need: Need, pipe: readonly FlowPart[]): Need {
  const device = pipe.find((p) => p.kind === 'device');
  if (!device) return need;
  return {
    ...need,
    downMbps: Math.min(need.downMbps, device.downMbps),
    upMbps: Math.min(need.upMbps, device.upMbps),
  };
}

/** What each spot asks of the media, each need worked out once. */
function flowsFor(media: Media, pipes: Pipes): (on: On) => Flow {
  const known = new Map<string, Flow>();
  return ({ i, need, isUsed }) => {
    const pipe = pipes[i];
    if (!pipe) return NOTHING;
    const key = `${i} ${isUsed}`;
    let flow = known.get(key);
    if (!flow) known.set(key, (flow = media.flow(pipe, within(need, pipe))));
    return flow;
  };
}
const NOTHING: Flow = { media: [], times: [] };

/** How often a spot was used and got its need, with what was full and who filled it. */
class Tally {
  private readonly by = new Map<string, { times: number; isLine: boolean; users: Map<number, number> }>();
  used = 0;
  met = 0;

  /** Counts an evening in which a medium left the spot no more. */
  full(label: string, isLine: boolean, users: readonly { i: number; time: number }[]): void {
    const found = this.by.get(label) ?? { times: 0, isLine, users: new Map<number, number>() };
    this.by.set(label, found);
    found.times++;
    for (const { i, time } of users) found.users.set(i, (found.users.get(i) ?? 0) + time);
  }

  evening(asked: readonly Asked[]): Evening {
    const [most] = [...this.by].sort((a, b) => b[1].times - a[1].times);
    const { used, met } = this;
    if (!most) return { used, met, full: null };
    const [label, { isLine, users }] = most;
    const by = [...users].filter(([, time]) => time > 0).sort((a, b) => b[1] - a[1]);
    return { used, met, full: { label, isLine, by: by.slice(0, MOST_TOLD).map(([i]) => asked[i]!.spotId) } };
  }
}

/** How full something is over the evenings. */
function loadOf(
  of: Pick<MediumLoad, 'id' | 'label' | 'limit'>,
  wanted: readonly number[],
  used: readonly number[],
): MediumLoad {
  const sorted = [...used].sort((a, b) => a - b);
  return {
    ...of,
    share: Math.min(of.limit, sorted[Math.ceil(BUSY_SHARE * sorted.length) - 1]!),
    full: wanted.filter((w) => w > of.limit).length / wanted.length,
  };
}

/** What every spot gets in the evenings of a house, and how full what they share is. */
export function evenings(
  house: House,
  media: Media,
  pipes: Pipes,
): { spots: (Evening | null)[]; media: MediumLoad[]; shortAtOnce: string[] } {
  const { asked, line } = house;
  const flowOf = flowsFor(media, pipes);
  const tallies = asked.map((_, i) => (pipes[i] ? new Tally() : null));
  // Every flow is asked for before the limits are: media are found as parts are asked about.
  for (const on of house.evenings) on.forEach(flowOf);
  const limits = media.list.map((m) => m.limit);
  const wanted = limits.map(() => [] as number[]);
  const used = limits.map(() => [] as number[]);
  const onLine = LINE.map(() => ({ wanted: [] as number[], used: [] as number[] }));
  const share = (on: readonly On[], most: readonly number[]) => {
    const flows = on.map(flowOf);
    return { flows, most, ...shareOut(flows, limits, most) };
  };
  house.evenings.forEach((on, k) => {
    const { flows, most, granted, narrowest } = share(on, house.lineShares[k]!);
    const [asks, gets] = [new Float64Array(limits.length), new Float64Array(limits.length)];
    flows.forEach(({ media: of, times }, f) =>
      of.forEach((m, at) => {
        asks[m]! += times[at]!;
        gets[m]! += times[at]! * granted[f]!;
      }),
    );
    limits.forEach((_, m) => {
      wanted[m]!.push(asks[m]!);
      used[m]!.push(gets[m]!);
    });
    const lineTimes = LINE.map((direction) =>
      on.map(({ need }) => need[`${direction}Mbps`] / line[`${direction}Mbps`]),
    );
    lineTimes.forEach((times, d) => {
      onLine[d]!.wanted.push(times.reduce((a, b) => a + b, 0));
      onLine[d]!.used.push(times.reduce((sum, time, f) => sum + time * most[f]!, 0));
    });
    on.forEach(({ i, isUsed }, f) => {
      const tally = tallies[i];
      if (!tally || !isUsed) return;
      tally.used++;
      if (granted[f]! >= MET) tally.met++;
      else if (narrowest[f] === null) {
        const fullest = onLine[0]!.wanted.at(-1)! >= onLine[1]!.wanted.at(-1)! ? 0 : 1;
        const users = on.map(({ i: by }, k) => ({ i: by, time: lineTimes[fullest]![k]! * most[k]! }));
        tally.full(`the line, ${LINE[fullest]}`, true, users);
      } else {
        const m = narrowest[f]!;
        const users = on.map(({ i: by }, k) => {
          const at = flows[k]!.media.indexOf(m);
          return { i: by, time: at < 0 ? 0 : flows[k]!.times[at]! * granted[k]! };
        });
        tally.full(media.list[m]!.label, false, users);
      }
    });
  });
  const all = asked.map(({ whole }, i): On => ({ i, need: whole, isUsed: true }));
  const atOnce = share(all, sharesOfLine(line, all)).granted;
  const loads = [
    ...LINE.map((direction, d) =>
      loadOf(
        { id: `line:${direction}`, label: `the line, ${direction}`, limit: WIRE_LIMIT },
        onLine[d]!.wanted,
        onLine[d]!.used,
      ),
    ),
    ...media.list.map((m, k) => loadOf(m, wanted[k]!, used[k]!)),
  ];
  return {
    spots: tallies.map((t) => t && t.evening(asked)),
    media:
      asked.length === 0
        ? []
        : loads.sort((a, b) => b.share / b.limit - a.share / a.limit || b.full - a.full),
    shortAtOnce: all.flatMap(({ i }, k) => (pipes[i] && atOnce[k]! >= MET ? [] : [asked[i]!.spotId])),
  };
}

/** By spot, whether it holds in the evenings of a house: what `evenings` says, without telling why. */
export function heldSpots(house: House, media: Media, pipes: Pipes): boolean[] {
  const missed = missedSpots(house, media, pipes, () => false);
  return missed.map((n, i) => !!pipes[i] && holdsInTheEvening(countOf(house.used[i]!, n)));
}

/** Whether every spot holds in the evenings of a house: no further than to the first that does not. */
export function isAllHeld(house: House, media: Media, pipes: Pipes): boolean {
  if (house.asked.some((_, i) => !pipes[i])) return false;
  let isHeld = true;
  missedSpots(house, media, pipes, (i, n) => {
    isHeld &&= holdsInTheEvening(countOf(house.used[i]!, n));
    return !isHeld;
  });
  return isHeld;
}

const countOf = (used: number, missed: number): EveningCount => ({ used, met: used - missed });

/** By spot, the evenings in which it is used and does not get its need; `isEnough` hears of each and may end it. */
function missedSpots(
  house: House,
  media: Media,
  pipes: Pipes,
  isEnough: (spot: number, missed: number) => boolean,
): number[] {
  const { asked, people } = house;
  const flowOf = flowsFor(media, pipes);
  const whole = asked.map(({ whole: need }, i) => flowOf({ i, need, isUsed: true }));
  const missed = asked.map(() => 0);
  // Where what is always on and whoever asks the most fit together, everything does: only the line is to be asked.
  const isTight = media.list.some(({ limit }, m) => {
    const times = whole.map(({ media: of, times: own }) => own[of.indexOf(m)] ?? 0);
    const standing = asked.map((a, i) => (a.alwaysOn ? times[i]! : 0)).reduce((x, y) => x + y, 0);
    const others = asked.flatMap((a, i) => (a.alwaysOn ? [] : [times[i]!])).sort((x, y) => y - x);
    // What always runs beside something else is no more than all of it.
    const beside = asked.flatMap((a, i) => (a.standing ? [times[i]!] : [])).reduce((x, y) => x + y, 0);
    return standing + beside + others.slice(0, people).reduce((x, y) => x + y, 0) > limit;
  });
  const limits = media.list.map((m) => m.limit);
  const standing = asked.map((a, i) =>
    a.standing ? flowOf({ i, need: a.standing, isUsed: false }) : NOTHING,
  );
  const sums = new Float64Array(limits.length);
  /** What an evening asks of the media, where it is more than one of them holds; null where all of it fits. */
  const overfull = (on: readonly On[]): Flow[] | null => {
    sums.fill(0);
    let isFull = false;
    for (const { i, isUsed } of on) {
      const { media: of, times } = (isUsed ? whole : standing)[i]!;
      for (let m = 0; m < of.length; m++) if ((sums[of[m]!]! += times[m]!) > limits[of[m]!]!) isFull = true;
    }
    return isFull ? on.map(({ i, isUsed }) => (isUsed ? whole : standing)[i]!) : null;
  };
  for (const { first, times } of house.different) {
    const on = house.evenings[first]!;
    const most = house.lineShares[first]!;
    const flows = isTight ? overfull(on) : null;
    const granted = flows ? shareOut(flows, limits, most).granted : most;
    for (let f = 0; f < on.length; f++) {
      const { i, isUsed } = on[f]!;
      if (!isUsed || granted[f]! >= MET) continue;
      missed[i]! += times;
      if (isEnough(i, missed[i]!)) return missed;
    }
  }
  return missed;
}

/** Tells whether a need would hold in the evening over a pipe, in the place of a spot; of no spot in the place of whoever sits first. */
export type StandIn = (spot: number | null, pipe: readonly FlowPart[], need: Need) => boolean;

/** What holds in the evenings of a house for a device that stands in for one of its spots. */
export function standIn(house: House, media: Media, pipes: Pipes): StandIn {
  const flowOf = flowsFor(media, pipes);
  return (spot, pipe, need) => {
    const flow = media.flow(pipe, need);
    const count = { used: 0, met: 0 };
    for (const all of house.evenings) {
      const instead = spot ?? all.find((o) => o.isUsed && !house.asked[o.i]!.alwaysOn)?.i;
      if (spot !== null && !all.some((o) => o.i === spot && o.isUsed)) continue;
      const others = all.filter((o) => o.i !== instead);
      const flows = [flow, ...others.map(flowOf)];
      const limits = media.list.map((m) => m.limit);
      const { granted } = shareOut(flows, limits, sharesOfLine(house.line, [{ need }, ...others]));
      count.used++;
      if (granted[0]! >= MET) count.met++;
    }
    return holdsInTheEvening(count);
  };
}
