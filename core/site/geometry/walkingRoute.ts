import { levelOf, storeysById } from '../model/levels';
import type { Place, Site, Spot } from '../model/schema';

/** Changing storey counts as this much way, m: each storey is walked once, from end to end. */
const CHANGE_M = 100;
/** A metre to climb counts as this much way, m (estimate). */
const CLIMB_M_PER_M = 6;
/** Going out of one building and into another counts as this much more, m (estimate). */
const DOOR_M = 15;

/** What it takes to walk from one place to another, m. */
function wayM(site: Site, a: Place, b: Place): number {
  const storeys = storeysById(site);
  const inside = (p: Place) => (p.storeyId ? storeys.get(p.storeyId)?.building.id : null);
  const flat = Math.hypot(a.xM - b.xM, a.yM - b.yM);
  if (a.storeyId === b.storeyId) return flat;
  const floor = (p: Place) => levelOf(site, { ...p, heightM: 0 });
  if (inside(a) === inside(b)) return flat + CHANGE_M + CLIMB_M_PER_M * Math.abs(floor(a) - floor(b));
  // Down to the ground, across, and up again.
  return flat + CHANGE_M + DOOR_M + CLIMB_M_PER_M * (Math.abs(floor(a)) + Math.abs(floor(b)));
}

/** What a walk over spots in an order takes, from where the line enters, m with changes of storey weighed in. */
export function walkCostM(site: Site, order: readonly Spot[]): number {
  return order.reduce(
    (sum, s, i) => sum + wayM(site, i === 0 ? site.lineEntry : order[i - 1]!.place, s.place),
    0,
  );
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

/** Improves an order by turning stretches round and moving them, until nothing gets shorter. */
function improve(ways: readonly (readonly number[])[], order: number[]): number[] {
  const length = (o: readonly number[]) =>
    o.reduce((sum, to, i) => sum + ways[i === 0 ? 0 : o[i - 1]! + 1]![to + 1]!, 0);
  // Long pieces of many spots would take too long to try at every place.
  const longest = order.length <= 40 ? order.length : 8;
  let best = order;
  let bestM = length(best);
  const consider = (candidate: number[]): boolean => {
    const m = length(candidate);
    if (m >= bestM - 1e-9) return false;
    [best, bestM] = [candidate, m];
    return true;
  };
  for (let better = true; better;) {
    better = false;
    for (let i = 0; i < best.length; i++)
      for (let j = i + 1; j < best.length; j++) {
        const turned = [...best.slice(0, i), ...best.slice(i, j + 1).reverse(), ...best.slice(j + 1)];
        better = consider(turned) || better;
      }
    for (let i = 0; i < best.length; i++)
      for (let length = 1; length <= Math.min(longest, best.length - i); length++)
        for (let j = 0; j <= best.length - length; j++) {
          const piece = best.slice(i, i + length);
          const rest = best.filter((_, k) => k < i || k >= i + length);
          better = consider([...rest.slice(0, j), ...piece, ...rest.slice(j)]) || better;
        }
  }
  return best;
}

/** The shortest walk over all spots (up to twelve; beyond that the shortest found), storey by storey, beginning where the line enters: their ids in order. */
export function walkingRoute(site: Site): string[] {
  const spots = [...site.spots].sort((a, b) => a.number - b.number);
  if (spots.length < 2) return spots.map((s) => s.id);
  const places = [site.lineEntry, ...spots.map((s) => s.place)];
  const ways = places.map((a) => places.map((b) => wayM(site, a, b)));
  if (spots.length <= EXACT) return shortest(ways, spots.length).map((i) => spots[i]!.id);
  const left = spots.map((_, i) => i);
  const greedy: number[] = [];
  while (left.length > 0) {
    const row = ways[greedy.length === 0 ? 0 : greedy[greedy.length - 1]! + 1]!;
    let at = 0;
    left.forEach((s, i) => {
      if (row[s + 1]! < row[left[at]! + 1]!) at = i;
    });
    greedy.push(...left.splice(at, 1));
  }
  return improve(ways, greedy).map((i) => spots[i]!.id);
}

/** Spots in walking order: as the job says, those it does not name last, by number. */
export function inWalkingOrder(site: Pick<Site, 'spots' | 'walk'>): Spot[] {
  const rank = new Map(site.walk.map((id, i) => [id, i]));
  return [...site.spots].sort(
    (a, b) => (rank.get(a.id) ?? Infinity) - (rank.get(b.id) ?? Infinity) || a.number - b.number,
  );
}
