import { buildingAt } from '../model/levels';
import type { Building, Place, Site } from '../model/schema';
import { adjoin } from './partyWalls';
import { distanceToWallM } from './rooms';

/** What hangs on an outer wall or under the eaves is no farther from it than this, m. */
const OWN_WALL_M = 0.6;

/** The building a place belongs to: the one it lies in, or on whose outer wall it hangs; null in the yard. */
export function ownBuilding(
  site: Pick<Site, 'buildings'>,
  { storeyId, xM, yM }: Pick<Place, 'storeyId' | 'xM' | 'yM'>,
): Building | null {
  const within = buildingAt(site, xM, yM);
  if (within || storeyId !== null) return within;
  const offM = ({ storeys }: Building) =>
    Math.min(
      Infinity,
      ...storeys.flatMap(({ outline }) =>
        outline.map((a, i) => distanceToWallM({ xM, yM }, { a, b: outline[(i + 1) % outline.length]! })),
      ),
    );
  const [near] = site.buildings
    .map((building) => ({ building, m: offM(building) }))
    .filter(({ m }) => m <= OWN_WALL_M)
    .sort((a, b) => a.m - b.m);
  return near?.building ?? null;
}

/** Whether what hangs outdoors at a place hangs on a wall that is barred. */
export const isOnBarred = (site: Pick<Site, 'walls'>, { storeyId, xM, yM }: Place): boolean =>
  storeyId === null &&
  site.walls.some((w) => w.isBarred === true && distanceToWallM({ xM, yM }, w) <= OWN_WALL_M);

/** Whether two places belong to two buildings with a yard between them, or one of them to none. */
export function areApart(site: Pick<Site, 'buildings'>, from: Place, to: Place): boolean {
  const [a, b] = [ownBuilding(site, from), ownBuilding(site, to)];
  return a === null || b === null || (a.id !== b.id && !adjoin(a, b));
}
