import type { Neighbour } from '../../site/model/schema';
import { BANDS, type Band } from './bands';
import { channelSpan, overlap, touches } from './channelBlocks';
import { forbiddenMhz, powerLimit, radarWaitS, type RadioRules } from './regions';

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
  /** Channel it stays on whatever the plan says. */
  fixed?: number;
}

export interface ChannelPlan {
  /** Chosen channel by user id. */
  channels: ReadonlyMap<string, number>;
  /** Sum of what contends, lower is better: 0 is a channel for each and no neighbour. */
  cost: number;
}

/**
 * Candidate channels by band: one 20 MHz channel of each 80 MHz block at 5 GHz and the preferred scanning channel of each
 * 160 MHz block at 6 GHz. 2.4 GHz only 1, 6, 11, which do not overlap.
 */
const CANDIDATES: Record<Band, readonly number[]> = {
  '2.4': [1, 6, 11],
  '5': [36, 52, 100, 116, 132, 149],
  '6': [5, 37, 69, 101, 133, 165, 197],
};

/** Ends of the runs of channels, which no block crosses, MHz. */
const RUN_EDGES_MHZ: Record<Band, readonly number[]> = {
  '2.4': [],
  '5': [5330, 5490, 5730],
  '6': [7125],
};

/** Radios nearer than this in path loss hear each other and share the air, dB. */
export const CONTEND_LOSS_DB = 105;
/** What waiting for radar costs against sharing with one neighbour: a little, so that it loses only ties (estimate). */
const RADAR_COST = 0.05;

/** What each dB costs that a channel's limit takes from a radio: 10 dB weigh like sharing with one neighbour (estimate). */
const POWER_COST_PER_DB = 0.1;

/** Channels a user may take by the rules of its region: indoor-only ones never in the open, power above nothing. */
export function allowedChannels(rules: RadioRules, user: ChannelUser): number[] {
  return CANDIDATES[user.band].filter((channel) => {
    const rule = powerLimit(rules, user.band, channel, user.widthMhz);
    if (user.outdoors && rule.indoorsOnly) return false;
    const span = channelSpan(user.band, channel, user.widthMhz);
    if (RUN_EDGES_MHZ[user.band].some((edge) => span[0] < edge && span[1] > edge)) return false;
    return !forbiddenMhz(rules.region, user.band).some((no) => touches(no, span));
  });
}

/** How heavily a neighbour's network weighs by its level: one at −60 dBm counts whole, one at −90 not at all. */
export function neighbourWeight(n: Neighbour): number {
  return Math.max(0, Math.min(1, (n.levelDbm + 90) / 30));
}

/** Width of a neighbour's network where nobody knows it, MHz: what most routers are set to (estimate). */
const USUAL_WIDTH_MHZ: Record<Band, number> = { '2.4': 20, '5': 80, '6': 160 };

/** What of its band a neighbour's network takes, MHz. */
export const neighbourSpan = (n: Neighbour): [number, number] =>
  channelSpan(n.band, n.channel, n.widthMhz ?? USUAL_WIDTH_MHZ[n.band]);

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
    .reduce((sum, n) => sum + neighbourWeight(n) * overlap(span, neighbourSpan(n)), 0);
  const radar = user.band === '5' && radarWaitS(rules, channel, user.widthMhz) > 0 ? RADAR_COST : 0;
  const lostDb = Math.max(0, user.eirpDbm - powerLimit(rules, user.band, channel, user.widthMhz).unitDbm);
  return heard + radar + POWER_COST_PER_DB * lostDb;
}

/** Most free radios of a band for which every combination counts. */
export const EXHAUSTIVE = 8;

/**
 * Gives each radio a channel so that radios which hear each other, and the neighbours, overlap least. Bands are planned one
 * by one, since no radio hears another band. Up to `EXHAUSTIVE` free radios of a band the plan is the best of all
 * combinations; beyond that each is improved in turn until nothing gets better. `hear` is whether two users hear each
 * other. A user whose region leaves it no channel is left out.
 */
export function planChannels(
  rules: RadioRules,
  users: readonly ChannelUser[],
  neighbours: readonly Neighbour[],
  hear: (a: string, b: string) => boolean,
): ChannelPlan {
  const channels = new Map<string, number>();
  let cost = 0;
  for (const band of BANDS) {
    const own = users.filter((u) => u.band === band);
    const groups = own
      .filter((u) => u.sameAs === null)
      .map((leader) => [leader, ...own.filter((u) => u.sameAs === leader.id)])
      .map((members) => choicesOf(rules, members, neighbours))
      .filter((g) => g.channels.length > 0);
    const pick = bestPick(groups, pairCosts(groups, hear));
    cost += pick.cost;
    groups.forEach((g, i) => {
      for (const member of g.members) channels.set(member.id, g.channels[pick.at[i]!]!);
    });
  }
  return { channels, cost };
}

/** Radios that must share one channel, with the channels they may take and what each costs by itself. */
interface Group {
  members: readonly ChannelUser[];
  channels: readonly number[];
  costs: readonly number[];
}

function choicesOf(
  rules: RadioRules,
  members: readonly ChannelUser[],
  neighbours: readonly Neighbour[],
): Group {
  const leader = members[0]!;
  // What somebody has set stays, also where the table would not choose it.
  const fixed = members.find((m) => m.fixed !== undefined)?.fixed;
  const channels =
    fixed === undefined
      ? allowedChannels(rules, { ...leader, outdoors: members.some((m) => m.outdoors) })
      : [fixed];
  return { members, channels, costs: channels.map((c) => ownCost(rules, leader, c, neighbours)) };
}

/** Cost of each pair of choices of two groups, [i][j][choice of i][choice of j] with j < i; null where neither hears the other. */
type PairCosts = readonly (readonly (readonly (readonly number[])[] | null)[])[];

function pairCosts(groups: readonly Group[], hear: (a: string, b: string) => boolean): PairCosts {
  const spans = groups.map((g) =>
    g.channels.map((c) => channelSpan(g.members[0]!.band, c, g.members[0]!.widthMhz)),
  );
  return groups.map((g, i) =>
    groups
      .slice(0, i)
      .map((h, j) =>
        g.members.some((x) => h.members.some((y) => hear(x.id, y.id)))
          ? spans[i]!.map((a) => spans[j]!.map((b) => overlap(a, b) + overlap(b, a)))
          : null,
      ),
  );
}

interface Pick {
  at: number[];
  cost: number;
}

/** What choice c of group i costs beside the choices already made for the groups before it. */
function stepCost(groups: readonly Group[], pairs: PairCosts, at: readonly number[], i: number, c: number) {
  let cost = groups[i]!.costs[c]!;
  for (let j = 0; j < i; j++) cost += pairs[i]![j]?.[c]![at[j]!] ?? 0;
  return cost;
}

function costOf(groups: readonly Group[], pairs: PairCosts, at: readonly number[]): number {
  return groups.reduce((sum, _, i) => sum + stepCost(groups, pairs, at, i, at[i]!), 0);
}

/** Each group improved in turn until nothing gets better. */
function improved(groups: readonly Group[], pairs: PairCosts): Pick {
  const at = groups.map(() => 0);
  let cost = costOf(groups, pairs, at);
  for (let better = true; better;) {
    better = false;
    groups.forEach((g, i) => {
      for (let c = 0; c < g.channels.length; c++) {
        const next = at.map((now, j) => (j === i ? c : now));
        const nextCost = costOf(groups, pairs, next);
        if (nextCost >= cost - 1e-12) continue;
        at[i] = c;
        cost = nextCost;
        better = true;
      }
    });
  }
  return { at, cost };
}

/** The best of all combinations, found by branch and bound: no cost is negative, so a part dearer than a whole ends there. */
function bestPick(groups: readonly Group[], pairs: PairCosts): Pick {
  let best = improved(groups, pairs);
  if (groups.length > EXHAUSTIVE) return best;
  const at: number[] = [];
  const walk = (cost: number): void => {
    if (cost >= best.cost - 1e-12) return;
    const i = at.length;
    if (i === groups.length) {
      best = { at: [...at], cost };
      return;
    }
    for (let c = 0; c < groups[i]!.channels.length; c++) {
      const more = stepCost(groups, pairs, at, i, c);
      at.push(c);
      walk(cost + more);
      at.pop();
    }
  };
  walk(0);
  return best;
}
