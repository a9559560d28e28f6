import type { Neighbour } from '../site/schema';
import type { Band } from './bands';
import { channelMhz, forbiddenMhz, powerLimit, radarWaitS, type RadioRules } from './regions';

/** One radio that needs a channel. */
export interface ChannelUser {
  id: string;
  band: Band;
  widthMhz: number;
  outdoors: boolean;
  /** What it can radiate, dBm EIRP: a channel that allows less costs. */
  eirpDbm: number;
  /** Channel it must keep because it meshes on another's; null chooses freely. */
  sameAs: string | null;
}

export interface ChannelPlan {
  /** Chosen channel by user id. */
  channels: ReadonlyMap<string, number>;
  /** Sum of what contends, lower is better: 0 is a channel for each and no neighbour. */
  cost: number;
}

/** Candidate channels by band: the 20 MHz number that names the block. 2.4 GHz only 1, 6, 11, which do not overlap. */
const CANDIDATES: Record<Band, readonly number[]> = {
  '2.4': [1, 6, 11],
  '5': [36, 52, 100, 116, 132, 149],
  '6': [37, 69, 101, 133, 165, 197],
};

/** Radios nearer than this in path loss hear each other and share the air, dB. */
export const CONTEND_LOSS_DB = 105;
/** What waiting for radar costs against sharing with one neighbour: a little, so that it loses only ties (estimate). */
const RADAR_COST = 0.05;

/** What each dB costs that a channel's limit takes from a radio: 10 dB weigh like sharing with one neighbour (estimate). */
const POWER_COST_PER_DB = 0.1;

/** Frequencies a channel of a width covers, MHz. Blocks begin at their candidate in 5 and 6 GHz; 2.4 GHz is centred. */
export function channelSpan(band: Band, channel: number, widthMhz: number): [number, number] {
  const centre = channelMhz(band, channel);
  return band === '2.4'
    ? [centre - widthMhz / 2, centre + widthMhz / 2]
    : [centre - 10, centre - 10 + widthMhz];
}

/** Part of the first span that the second covers, 0 to 1. */
export function overlap(a: readonly [number, number], b: readonly [number, number]): number {
  return Math.max(0, Math.min(a[1], b[1]) - Math.max(a[0], b[0])) / (a[1] - a[0]);
}

/** Channels a user may take by the rules of its region: indoor-only ones never in the open, power above nothing. */
export function allowedChannels(rules: RadioRules, user: ChannelUser): number[] {
  return CANDIDATES[user.band].filter((channel) => {
    const rule = powerLimit(rules, user.band, channel, user.widthMhz);
    if (user.outdoors && rule.indoorsOnly) return false;
    const [from, to] = channelSpan(user.band, channel, user.widthMhz);
    if (forbiddenMhz(rules.region, user.band).some(([low, high]) => from < high && to > low)) return false;
    return true;
  });
}

/** How heavily a neighbour's network weighs by its level: one at −60 dBm counts whole, one at −90 not at all. */
export function neighbourWeight(n: Neighbour): number {
  return Math.max(0, Math.min(1, (n.levelDbm + 90) / 30));
}

/** Cost of one user on one channel from the neighbours, the wait for radar and the power it may use there. */
function ownCost(
  rules: RadioRules,
  user: ChannelUser,
  channel: number,
  neighbours: readonly Neighbour[],
): number {
  const span = channelSpan(user.band, channel, user.widthMhz);
  const heard = neighbours
    .filter((n) => n.band === user.band)
    .reduce(
      (sum, n) => sum + neighbourWeight(n) * overlap(span, channelSpan(n.band, n.channel, n.widthMhz)),
      0,
    );
  const radar = user.band === '5' && radarWaitS(rules, channel) > 0 ? RADAR_COST : 0;
  const lostDb = Math.max(0, user.eirpDbm - powerLimit(rules, user.band, channel, user.widthMhz).unitDbm);
  return heard + radar + POWER_COST_PER_DB * lostDb;
}

/**
 * Gives each radio a channel so that radios which hear each other, and the neighbours, overlap least. Up to
 * `EXHAUSTIVE` free users every combination is tried; beyond that each is improved in turn until nothing gets better.
 * `hear` is whether two users hear each other. A user whose region leaves it no channel is left out.
 */
export function planChannels(
  rules: RadioRules,
  users: readonly ChannelUser[],
  neighbours: readonly Neighbour[],
  hear: (a: string, b: string) => boolean,
): ChannelPlan {
  const free = users.filter((u) => u.sameAs === null && allowedChannels(rules, u).length > 0);
  const followers = (id: string) => users.filter((u) => u.sameAs === id);
  const choices = free.map((u) =>
    allowedChannels(rules, { ...u, outdoors: u.outdoors || followers(u.id).some((f) => f.outdoors) }),
  );
  const pairCost = (i: number, a: number, j: number, b: number): number => {
    const [u, v] = [free[i]!, free[j]!];
    if (u.band !== v.band) return 0;
    const group = (x: ChannelUser) => [x, ...followers(x.id)];
    if (!group(u).some((x) => group(v).some((y) => hear(x.id, y.id)))) return 0;
    return overlap(channelSpan(u.band, a, u.widthMhz), channelSpan(v.band, b, v.widthMhz));
  };
  const total = (pick: readonly number[]): number => {
    let cost = 0;
    for (let i = 0; i < pick.length; i++) {
      cost += ownCost(rules, free[i]!, pick[i]!, neighbours);
      for (let j = 0; j < i; j++) cost += 2 * pairCost(i, pick[i]!, j, pick[j]!);
    }
    return cost;
  };
  const pick = free.length <= EXHAUSTIVE ? bestOfAll(choices, total) : improved(choices, total);
  const channels = new Map<string, number>();
  free.forEach((u, i) => {
    channels.set(u.id, pick[i]!);
    for (const f of followers(u.id)) channels.set(f.id, pick[i]!);
  });
  return { channels, cost: total(pick) };
}

/** Most users for which every combination of channels is tried. */
export const EXHAUSTIVE = 4;

function bestOfAll(choices: readonly number[][], total: (pick: readonly number[]) => number): number[] {
  let best: number[] = choices.map((c) => c[0]!);
  let bestCost = total(best);
  const walk = (pick: number[]): void => {
    if (pick.length === choices.length) {
      const cost = total(pick);
      if (cost < bestCost - 1e-12) [best, bestCost] = [pick, cost];
      return;
    }
    for (const c of choices[pick.length]!) walk([...pick, c]);
  };
  if (choices.length > 0) walk([]);
  return best;
}

function improved(choices: readonly number[][], total: (pick: readonly number[]) => number): number[] {
  const pick = choices.map((c) => c[0]!);
  for (let better = true; better;) {
    better = false;
    choices.forEach((list, i) => {
      for (const c of list) {
        const next = [...pick];
        next[i] = c;
        if (total(next) < total(pick) - 1e-12) {
          pick[i] = c;
          better = true;
        }
      }
    });
  }
  return pick;
}
