import { needOf, type Need } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { drawGroups } from '../../stats/drawGroups';
import { lru, numberOf } from '../../stats/lru';
import type { PlanContext } from '../network/context';
import { meets } from './judge';
import { shareOut, type Flow } from './maxMin';
import { WIRE_LIMIT } from './media';

/** Evenings that are drawn, and how often each spot is used in them at least. */
const EVENINGS = 64;
const LEAST_USES = 4;
const SEED = 20;
/** A need counts as met when no more than this share of it is missing: as near as sharing is worked out. */
export const MET = 0.99;
/** The share of the evenings in which a spot is used that its need has to be met in. */
export const BUSY_SHARE = 0.9;

/** Evenings in which a spot is used, and those in which its need is met. */
export interface EveningCount {
  used: number;
  met: number;
}

/** Whether a spot's need is met in as many evenings as makes it work at the busy hour. */
export const holdsInTheEvening = ({ used, met }: EveningCount): boolean => met >= BUSY_SHARE * used;

/** Spots whose need is more than the line carries, and those it carries alone and not at the busy hour. */
export interface LineShort {
  alone: readonly string[];
  evening: readonly string[];
}

const isStanding = (a: Spot['activities'][number]): boolean =>
  a.activity === 'camera' || a.activity === 'smartDevice';

/** Whether a spot runs whoever is at home: as it is marked, else where nothing but cameras and smart devices is there. */
export const isAlwaysOn = ({ alwaysOn, activities }: Pick<Spot, 'alwaysOn' | 'activities'>): boolean =>
  alwaysOn ?? (activities.length > 0 && activities.every(isStanding));

/** What a spot asks when somebody is there, and what of it runs at all times; null where nothing does. */
export interface Asked {
  spotId: string;
  whole: Need;
  standing: Need | null;
  alwaysOn: boolean;
}

/** Somebody or something that is on in an evening: the number of its spot among all, and what it asks. */
export interface On {
  i: number;
  need: Need;
  /** Whether the spot is used, and not just what always runs there. */
  isUsed: boolean;
}

/** A house full of people: who asks for what in the evenings that are drawn, and what the line leaves each. */
export interface House {
  asked: readonly Asked[];
  people: number;
  evenings: readonly (readonly On[])[];
  /** Evenings with the same people at the same spots, each once: the number of the first, and how often it comes. */
  different: readonly { first: number; times: number }[];
  /** By spot, in how many of the evenings it is used. */
  used: readonly number[];
  /** What the line carries, Mb/s. */
  line: { downMbps: number; upMbps: number };
  /** By evening, what the line leaves each of those who are on; and what it does not hold. */
  lineShares: readonly (readonly number[])[];
  lineShort: LineShort;
}

type InHouse = Pick<PlanContext, 'site' | 'brief' | 'line'>;

/** Houses kept: a job has one at a time, and another while its line or brief is changed. */
const houses = lru<string, House>(4);

/** The evenings of a house: the same for every network in it, so that two of them are held against the same. */
export function houseOf({ site, brief, line }: InHouse): House {
  const key = [numberOf(site), brief.people, JSON.stringify(line)].join();
  return houses(key, () => makeHouse({ site, brief, line }));
}

function makeHouse({ site, brief, line }: InHouse): House {
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
  const evenings = (groups.length > 0 ? groups : [[]]).map((group) => {
    const there = new Set(group.map((k) => seats[k]!));
    return asked.flatMap(({ whole, standing, alwaysOn }, i): On[] => {
      if (alwaysOn || there.has(i)) return [{ i, need: whole, isUsed: true }];
      return standing ? [{ i, need: standing, isUsed: false }] : [];
    });
  });
  const different = new Map<string, { first: number; times: number }>();
  evenings.forEach((on, k) => {
    const key = on.map(({ i, isUsed }) => `${i} ${isUsed}`).join();
    const same = different.get(key);
    if (same) same.times++;
    else different.set(key, { first: k, times: 1 });
  });
  const lineShares = evenings.map((on) => sharesOfLine(line, on));
  return {
    asked,
    people: Math.min(brief.people, seats.length),
    evenings,
    different: [...different.values()],
    used: asked.map((_, i) => evenings.filter((on) => on.some((o) => o.i === i && o.isUsed)).length),
    line: { downMbps: line.downMbps, upMbps: line.upMbps },
    lineShares,
    lineShort: lineShortOf(line, asked, evenings, lineShares),
  };
}

export const LINE = ['down', 'up'] as const;

/**
 * What the line leaves each of those who are on: the share of its need, shared as a wire is. Everybody asks it for all he needs,
 * whatever the network brings: who finds no connection where he sits goes where there is one. So the line holds or does not,
 * whatever is built.
 */
export function sharesOfLine(line: House['line'], on: readonly Pick<On, 'need'>[]): number[] {
  const flows = on.map(({ need }): Flow => ({
    media: [0, 1],
    times: [need.downMbps / line.downMbps, need.upMbps / line.upMbps],
  }));
  return [...shareOut(flows, [WIRE_LIMIT, WIRE_LIMIT]).granted];
}

/** What the line does not hold, whatever is built. */
function lineShortOf(
  { downMbps, upMbps, idleMs, riseMs }: PlanContext['line'],
  asked: readonly Asked[],
  evenings: House['evenings'],
  lineShares: House['lineShares'],
): LineShort {
  const counts = asked.map(() => ({ used: 0, met: 0 }));
  evenings.forEach((on, k) =>
    on.forEach(({ i, isUsed }, f) => {
      if (!isUsed) return;
      counts[i]!.used++;
      if (lineShares[k]![f]! >= MET) counts[i]!.met++;
    }),
  );
  const isHeldAlone = ({ whole }: Asked) => meets({ downMbps, upMbps, latencyMs: idleMs + riseMs }, whole);
  const those = (which: (a: Asked, i: number) => boolean) => asked.filter(which).map((a) => a.spotId);
  return {
    alone: those((a) => !isHeldAlone(a)),
    evening: those((a, i) => isHeldAlone(a) && !holdsInTheEvening(counts[i]!)),
  };
}
