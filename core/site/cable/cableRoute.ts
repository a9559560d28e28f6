import { apartM } from '../geometry/apart';
import { aStar } from 'ngraph.path';
import { levelOf } from '../model/levels';
import type { Place, Site } from '../model/schema';
import { type RouteLeg, type RoutePoint } from './cableLegs';
import { CableNetwork } from './cableNetwork';
import { ownedBy, lru } from '../../stats/lru';

/** A way for a cable over walls, holes and ducts. */
export interface CableRoute {
  legs: readonly RouteLeg[];
  /** All legs together, m, without drops and slack. */
  routeM: number;
  /** Of it outside buildings, m: clipped, over the yard, in a duct. */
  outdoorM: number;
  /** Walls that are drilled, in their order, and how many floors. */
  wallIds: readonly string[];
  floors: number;
  ductIds: readonly string[];
}

/** Routes kept for a site; a drag leaves many behind. */
const MOST_ROUTES = 500;
const knownOf = ownedBy((site: Site) => ({
  network: new CableNetwork(site),
  routes: lru<string, CableRoute | null>(MOST_ROUTES),
}));

const pointOf = (site: Site, p: Place): RoutePoint => ({
  storeyId: p.storeyId,
  xM: p.xM,
  yM: p.yM,
  levelM: levelOf(site, p),
});

/** Legs of one kind that go straight on are one leg. */
function joined(legs: readonly RouteLeg[]): RouteLeg[] {
  const out: RouteLeg[] = [];
  for (const leg of legs) {
    const last = out[out.length - 1];
    const straight =
      last?.kind === leg.kind &&
      leg.kind !== 'hole' &&
      leg.wallIds.length === 0 &&
      last.from.storeyId === leg.to.storeyId &&
      Math.abs(apartM(last.from, leg.to) - last.lengthM - leg.lengthM) < 1e-6;
    if (straight) out[out.length - 1] = { ...last, to: leg.to, lengthM: last.lengthM + leg.lengthM };
    else if (leg.lengthM > 0 || leg.kind === 'hole' || leg.kind === 'opening') out.push(leg);
  }
  return out;
}

function routeOf(stretches: readonly RouteLeg[]): CableRoute {
  const legs = joined(stretches);
  const of = (...kinds: RouteLeg['kind'][]) => legs.filter((l) => kinds.includes(l.kind));
  const sumM = (list: RouteLeg[]) => list.reduce((sum, l) => sum + l.lengthM, 0);
  return {
    legs,
    routeM: sumM(legs),
    outdoorM: sumM(of('outside', 'yard', 'duct')),
    wallIds: legs.flatMap((l) => l.wallIds),
    floors: of('floor').length,
    ductIds: of('duct').flatMap((l) => l.ductId ?? []),
  };
}

/** The way of least work from one node of the network past all others to the last; null where there is none. */
function routeOver(network: CableNetwork, nodes: readonly string[]): CableRoute | null {
  const finder = aStar(network.graph, { distance: (_a, _b, link) => link.data.costMin });
  const legs: RouteLeg[] = [];
  for (let i = 1; i < nodes.length; i++) {
    const path = finder.find(nodes[i - 1]!, nodes[i]!).reverse();
    if (path.length < 2) return null;
    for (let k = 1; k < path.length; k++) {
      const [a, b] = [path[k - 1]!, path[k]!];
      const link = network.graph.getLink(a.id, b.id) ?? network.graph.getLink(b.id, a.id)!;
      const { kind, lengthM, wallIds, ductId } = link.data;
      legs.push({ kind, from: a.data.at, to: b.data.at, lengthM, wallIds, ductId });
    }
  }
  return routeOf(legs);
}

/**
 * The way for a cable from place to place, past all `via` in their order, that takes the fewest minutes (`LAY_MIN`): along
 * walls, through walls and floors where they are drilled, through openings without a door, up stairwells, along the
 * outside, over the yard and through ducts. Null where the survey knows no such way: walls that close nothing in, an
 * island, a tangle. Dijkstra's shortest path by ngraph.path.
 */
export function cableRoute(
  site: Site,
  from: Place,
  to: Place,
  via: readonly Place[] = [],
): CableRoute | null {
  const { network, routes } = knownOf(site);
  const stops = [from, ...via.map((p) => network.nearestWall(p)), to];
  const name = stops.map((p) => `${p.storeyId} ${p.xM} ${p.yM}`).join('|');
  return routes(name, () =>
    network.within(
      stops.map((p) => pointOf(site, p)),
      (nodes) => routeOver(network, nodes),
    ),
  );
}
