import { needOf, type Need } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { drawGroups } from '../../stats/drawGroups';
import type { PlanContext } from '../network/context';
import { shareOut, type Flow } from './maxMin';
import type { FlowPart, Media } from './media';

/** Evenings that are drawn, and how often each spot is used in them at least. */
const EVENINGS = 64;
const LEAST_USES = 4;
const SEED = 20;
/** A need counts as met when no more than this share of it is missing: as near as sharing is worked out. */
const MET = 0.99;
/** Spots that are told as those who fill a medium. */
const MOST_TOLD = 3;

/** What a spot gets in the evenings that are drawn. */
export interface Evening {
  /** Evenings in which somebody is there, or in which it is always on, and those in which its need is met. */
  used: number;
  met: number;
  /** What is full most often where it is not met, with the spots that fill it most; null where it always is. */
  full: { label: string; isLine: boolean; by: readonly string[] } | null;
}

/** The share of the evenings in which a spot is used that its need has to be met in. */
export const BUSY_SHARE = 0.9;

/** Whether a spot's need is met in as many evenings as makes it work at the busy hour. */
export const holdsInTheEvening = ({ used, met }: Pick<Evening, 'used' | 'met'>): boolean =>
  met >= BUSY_SHARE * used;

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
}

const isStanding = (a: Spot['activities'][number]): boolean =>
  a.activity === 'camera' || a.activity === 'smartDevice';

/** Whether a spot runs whoever is at home: as it is marked, else where nothing but cameras and smart devices is there. */
export const isAlwaysOn = ({ alwaysOn, activities }: Pick<Spot, 'alwaysOn' | 'activities'>): boolean =>
  alwaysOn ?? (activities.length > 0 && activities.every(isStanding));

/** What a spot asks when somebody is there, and what of it runs at all times; null where nothing does. */
interface Asked {
  spotId: string;
  whole: Need;
  standing: Need | null;
  alwaysOn: boolean;
}

/** A house full of people: who asks for what, and the evenings that are drawn. */
export interface House {
  asked: readonly Asked[];
  people: number;
  /** By evening, the spots at which somebody is, as numbers among `asked`. */
  evenings: readonly (readonly number[])[];
}

/** The evenings of a house: the same for every network in it, so that two of them are held against the same. */
export function houseOf({ site, brief }: Pick<PlanContext, 'site' | 'brief'>): House {
  const spots = [...site.spots].sort((a, b) => a.number - b.number);
  const asked = spots.map((s): Asked => {
    const standing = s.activities.filter(isStanding);
    const alwaysOn = isAlwaysOn(s);
    return {
      spotId: s.id,
      whole: needOf(s.activities, site.activityLimits),
      standing: alwaysOn || standing.length === 0 ? null : needOf(standing, site.activityLimits),
      alwaysOn,
    };
  });
  const seats = asked.flatMap((a, i) => (a.alwaysOn ? [] : [i]));
  const groups = drawGroups(seats.length, brief.people, { groups: EVENINGS, least: LEAST_USES, seed: SEED });
  return {
    asked,
    people: Math.min(brief.people, seats.length),
    evenings: groups.length > 0 ? groups.map((g) => g.map((i) => seats[i]!)) : [[]],
  };
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

/** Flows of a spot: when somebody is there, and what runs at all times. */
interface Flows {
  whole: Flow;
  standing: Flow | null;
}

const flowsOf = ({ asked }: House, media: Media, pipes: Pipes): (Flows | null)[] =>
  asked.map(({ whole, standing, alwaysOn }, i) => {
    const pipe = pipes[i];
    if (!pipe) return null;
    const flow = media.flow(pipe, within(whole, pipe));
    return { whole: flow, standing: alwaysOn ? flow : standing && media.flow(pipe, within(standing, pipe)) };
  });

/** One evening: who is on, as numbers among those asked, with what each asks. */
function flowsIn(flows: readonly (Flows | null)[], there: readonly number[]): { i: number; flow: Flow }[] {
  return flows.flatMap((own, i) => {
    if (!own) return [];
    const flow = there.includes(i) ? own.whole : own.standing;
    return flow ? [{ i, flow }] : [];
  });
}

/** How often each spot was used and got its need, with what was full and who filled it. */
class Tally {
  private readonly fullBy = new Map<number, Map<number, number>>();
  private readonly filled = new Map<number, number>();
  used = 0;
  met = 0;

  /** Counts an evening in which a medium left the spot no more. */
  full(medium: number, users: readonly { i: number; time: number }[]): void {
    this.filled.set(medium, (this.filled.get(medium) ?? 0) + 1);
    const by = this.fullBy.get(medium) ?? new Map<number, number>();
    this.fullBy.set(medium, by);
    for (const { i, time } of users) by.set(i, (by.get(i) ?? 0) + time);
  }

  evening({ list }: Media, { asked }: House): Evening {
    const [medium] = [...this.filled].sort((a, b) => b[1] - a[1])[0] ?? [];
    const by = [...(medium === undefined ? [] : this.fullBy.get(medium)!)].sort((a, b) => b[1] - a[1]);
    return {
      used: this.used,
      met: this.met,
      full:
        medium === undefined
          ? null
          : {
              label: list[medium]!.label,
              isLine: list[medium]!.isLine,
              by: by.slice(0, MOST_TOLD).map(([i]) => asked[i]!.spotId),
            },
    };
  }
}

/** What every spot gets in the evenings of a house, and how full what they share is. */
export function evenings(
  house: House,
  media: Media,
  pipes: Pipes,
): { spots: (Evening | null)[]; media: MediumLoad[]; shortAtOnce: string[] } {
  const flows = flowsOf(house, media, pipes);
  const tallies = flows.map((f) => (f ? new Tally() : null));
  const limits = media.list.map((m) => m.limit);
  const used = media.list.map(() => [] as number[]);
  const over = media.list.map(() => 0);
  for (const there of house.evenings) {
    const on = flowsIn(flows, there);
    const { granted, narrowest } = shareOut(
      on.map((o) => o.flow),
      limits,
    );
    const filled = new Float64Array(limits.length);
    const wanted = new Float64Array(limits.length);
    on.forEach(({ flow }, f) =>
      flow.media.forEach((m, at) => {
        filled[m]! += flow.times[at]! * granted[f]!;
        wanted[m]! += flow.times[at]!;
      }),
    );
    limits.forEach((limit, m) => {
      used[m]!.push(Math.min(filled[m]!, limit));
      if (wanted[m]! > limit) over[m]!++;
    });
    on.forEach(({ i }, f) => {
      // Of a spot at which nobody is only what always runs is on: that is no evening of it.
      if (!there.includes(i) && !house.asked[i]!.alwaysOn) return;
      const tally = tallies[i]!;
      tally.used++;
      if (granted[f]! >= MET) tally.met++;
      else {
        const medium = narrowest[f]!;
        tally.full(
          medium,
          on.map(({ i: by, flow }, k) => {
            const at = flow.media.indexOf(medium);
            return { i: by, time: at < 0 ? 0 : flow.times[at]! * granted[k]! };
          }),
        );
      }
    });
  }
  const all = flowsIn(
    flows,
    house.asked.map((_, i) => i),
  );
  const { granted } = shareOut(
    all.map((o) => o.flow),
    limits,
  );
  return {
    spots: tallies.map((t) => t && t.evening(media, house)),
    media: media.list
      .map(({ id, label, limit }, m): MediumLoad => {
        const sorted = used[m]!.sort((a, b) => a - b);
        return {
          id,
          label,
          limit,
          share: sorted[Math.ceil(BUSY_SHARE * sorted.length) - 1]!,
          full: over[m]! / sorted.length,
        };
      })
      .sort((a, b) => b.share / b.limit - a.share / a.limit || b.full - a.full),
    shortAtOnce: all.flatMap(({ i }, k) => (granted[k]! < MET ? [house.asked[i]!.spotId] : [])),
  };
}

/** Tells whether a need would hold in the evening over a pipe, in the place of a spot; of no spot in the place of whoever sits first. */
export type StandIn = (spot: number | null, pipe: readonly FlowPart[], need: Need) => boolean;

/** What holds in the evenings of a house for a device that stands in for one of its spots. */
export function standIn(house: House, media: Media, pipes: Pipes): StandIn {
  const flows = flowsOf(house, media, pipes);
  const limits = () => media.list.map((m) => m.limit);
  return (spot, pipe, need) => {
    const flow = media.flow(pipe, need);
    const evening = { used: 0, met: 0 };
    for (const there of house.evenings) {
      const instead = spot ?? there[0] ?? null;
      if (spot !== null && !there.includes(spot)) continue;
      const others = flowsIn(flows, there).filter((o) => o.i !== instead);
      const { granted } = shareOut([flow, ...others.map((o) => o.flow)], limits());
      evening.used++;
      if (granted[0]! >= MET) evening.met++;
    }
    return holdsInTheEvening(evening);
  };
}
