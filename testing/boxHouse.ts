import { addBoxBuilding } from '../core/site/edit/plot';
import { emptySite, type Site } from '../core/site/model/schema';

/** A rectangular brick building of storeys 2.5 m high under a tiled roof, put on a site. */
export const boxHouse = (
  newId: (prefix: string) => string,
  {
    name = 'House',
    at = { xM: 0, yM: 0 },
    widthM,
    depthM,
    storeyNames = ['Ground'],
  }: {
    name?: string;
    at?: { xM: number; yM: number };
    widthM: number;
    depthM: number;
    storeyNames?: string[];
  },
  site: Site = emptySite(),
): Site =>
  addBoxBuilding(
    site,
    {
      name,
      at,
      widthM,
      depthM,
      storeyNames,
      storeyHeightM: 2.5,
      construction: 'brickCavity',
      floor: 'timberFloor',
      roof: 'tileRoof',
    },
    newId,
  ).site;
