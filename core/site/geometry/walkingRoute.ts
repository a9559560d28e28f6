import { sum } from 'd3-array';
import { storeysById } from '../model/levels';
import type { Place, Site, Spot } from '../model/schema';
import { walkingWaysM } from './walkingWays';

/** Changing storey counts as this much more way, m: each storey is walked once, from end to end. */
const CHANGE_M = 100;
/** Going out of one building and into another counts as this much more, m (estimate): an outbuilding is visited once. */
const DOOR_M = 15;

/** What a change of storey or building counts for between places, m. */
function changeM(site: Site): (a: Place, b: Place) => number {
  const storeys = storeysById(site);
  const inside = (p: Place) => (p.storeyId ? storeys.get(p.storeyId)?.building.id : null);
  return (a, b) => (a.storeyId === b.storeyId ? 0 : CHANGE_M) + (inside(a) === inside(b) ? 0 : DOOR_M);
}

/** What it takes from each to each of the place where the line enters, first, and of spots, m with changes of storey weighed in. */
function waysBetween(site: Site, spots: readonly Spot[]): number[][] {
  const places = [site.lineEntry, ...spots.map((s) => s.place)];
  const change = changeM(site);
  return walkingWaysM(site, places).map((row, i) => row.map((m, j) => m + change(places[i]!, places[j]!)));
}

/** Tells what a walk over the spots of a site in an order takes, from where the line enters, m with changes of storey weighed in. */
export function walkCostM(site: Site): (order: readonly Spot[]) => number {
  const ways = waysBetween(site, site.spots);
  const at = new Map(site.spots.map((s, i) => [s.id, i + 1]));
  return (order) => sum(order, (s, i) => ways[i === 0 ? 0 : at.get(order[i - 1]!.id)!]![at.get(s.id)!]!);
}

/** Most spots for which the very shortest walk is found. */
const EXACT = 12;

/** The very shortest order, by the best walk over every set of spots that ends at each of them (Held and Karp, 1962). */
function shortest(ways: readonly (readonly number[])[], count: number): number[] {
  const cost = Array.from({ length: 1 << count }, () => new Float64Array(count).fill(Infinity));
  const from = Array.from({ length: 1 << count }, () => new Int8Array(count).fill(-1));
  for (let i = 0; i < count; i++) cost[1 << i]![i] = ways[0]![i + 1]!;
  for (let set = 1; set < 1 << count; set++)
    for (let last = 0; last < count; last++) {
      if (cost[set]![last] === Infinity) continue;
      for (let next = 0; next < count; next++) {
        if (set & (1 << next)) continue;
        const wider = set | (1 << next);
        const m = cost[set]![last]! + ways[last + 1]![next + 1]!;
        if (m < cost[wider]![next]!) {
          cost[wider]![next] = m;
          from[wider]![next] = last;
        }
      }
    }
  let set = (1 << count) - 1;
  let last = cost[set]!.indexOf(Math.min(...cost[set]!));
  const order: number[] = [];
  while (last >= 0) {
    order.unshift(last);
    const before = from[set]![last]!;
    set &= ~(1 << last);
    last = before;
  }
  return order;
}

/** Longest stretch that is moved elsewhere as one. */
const LONGEST = 8;

/**
 * Improves a path by turning stretches round and moving them, until nothing gets shorter; it begins at place 0 and ends anywhere.
 * What a change saves is told from the few links it cuts and makes.
 */
function improve(ways: readonly (readonly number[])[], path: number[]): number[] {
  const link = (i: number, j: number): number =>
    path[i] === undefined || path[j] === undefined ? 0 : ways[path[i]]![path[j]]!;
  /** Turns a stretch round where that is shorter. */
  const turn = (i: number, j: number): boolean => {
    if (link(i - 1, j) + link(i, j + 1) >= link(i - 1, i) + link(j, j + 1) - 1e-9) return false;
    path = [...path.slice(0, i), ...path.slice(i, j + 1).reverse(), ...path.slice(j + 1)];
    return true;
  };
  /** Moves a stretch behind another place where that is shorter. */
  const move = (i: number, j: number, after: number): boolean => {
    const cut = link(i - 1, i) + link(j, j + 1) + link(after, after + 1);
    if (link(i - 1, j + 1) + link(after, i) + link(j, after + 1) >= cut - 1e-9) return false;
    const piece = path.slice(i, j + 1);
    path =
      after < i
        ? [...path.slice(0, after + 1), ...piece, ...path.slice(after + 1, i), ...path.slice(j + 1)]
        : [...path.slice(0, i), ...path.slice(j + 1, after + 1), ...piece, ...path.slice(after + 1)];
    return true;
  };
  const last = path.length - 1;
  for (let better = true; better;) {
    better = false;
    for (let i = 1; i <= last; i++)
      for (let j = i; j <= last; j++) {
        if (j > i && turn(i, j)) better = true;
        if (j - i >= LONGEST) continue;
        for (let after = 0; after <= last; after++)
          if ((after < i - 1 || after > j) && move(i, j, after)) better = true;
      }
  }
  return path;
}

/** The shortest walk over all spots (up to twelve; beyond that the shortest found), storey by storey, beginning where the line enters: their ids in order. */
export function walkingRoute(site: Site): string[] {
  const spots = [...site.spots].sort((a, b) => a.number - b.number);
  if (spots.length < 2) return spots.map((s) => s.id);
  const ways = waysBetween(site, spots);
  if (spots.length <= EXACT) return shortest(ways, spots.length).map((i) => spots[i]!.id);
  const left = spots.map((_, i) => i + 1);
  const greedy = [0];
  while (left.length > 0) {
    const row = ways[greedy[greedy.length - 1]!]!;
    let at = 0;
    left.forEach((s, i) => {
      if (row[s]! < row[left[at]!]!) at = i;
    });
    greedy.push(...left.splice(at, 1));
  }
  return improve(ways, greedy)
    .slice(1)
    .map((i) => spots[i - 1]!.id);
}

/** Spots in walking order: as the job says, those it does not name last, by number. */
export function inWalkingOrder({ spots, walk }: { spots: readonly Spot[]; walk: readonly string[] }): Spot[] {
  const rank = new Map(walk.map((id, i) => [id, i]));
  return [...spots].sort(
    (a, b) => (rank.get(a.id) ?? Infinity) - (rank.get(b.id) ?? Infinity) || a.number - b.number,
  );
}

/** Spots as they are walked: in the order somebody gave them, else by the shortest walk. */
export const walked = (site: Site): Spot[] =>
  inWalkingOrder(site.walk.length > 0 ? site : { spots: site.spots, walk: walkingRoute(site) });
