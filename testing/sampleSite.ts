import type { Place, Point, Site, Wall } from '../core/site/model/schema';

/** Walls and buildings of small made-up houses for tests. */
export const sampleWall = (
  id: string,
  storeyId: string,
  [ax, ay, bx, by]: readonly [number, number, number, number],
  construction = 'brickSingle',
): Wall => ({
  id,
  storeyId,
  a: { xM: ax, yM: ay },
  b: { xM: bx, yM: by },
  construction,
  heightM: null,
});

export const sampleRectangle = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { xM: x0, yM: y0 },
  { xM: x1, yM: y0 },
  { xM: x1, yM: y1 },
  { xM: x0, yM: y1 },
];

/** Rooms in a row: the four walls around, and one across at each x of `inner`. */
export const sampleRow = (
  storeyId: string,
  x0: number,
  x1: number,
  depthM: number,
  inner: readonly number[] = [],
  construction = 'brickSingle',
): Wall[] => [
  sampleWall(`${storeyId}-n`, storeyId, [x0, 0, x1, 0], construction),
  sampleWall(`${storeyId}-e`, storeyId, [x1, 0, x1, depthM], construction),
  sampleWall(`${storeyId}-s`, storeyId, [x1, depthM, x0, depthM], construction),
  sampleWall(`${storeyId}-w`, storeyId, [x0, depthM, x0, 0], construction),
  ...inner.map((x) => sampleWall(`${storeyId}-${x}`, storeyId, [x, 0, x, depthM], construction)),
];

/** A building with a storey of 2.5 m for each id given, one over another. */
export const sampleBuilding = (
  id: string,
  storeyIds: readonly string[],
  outline: readonly Point[],
): Site['buildings'][number] => ({
  id,
  name: id,
  roof: null,
  storeys: storeyIds.map((storeyId, i) => ({
    id: storeyId,
    name: i === 0 ? 'Ground' : `Storey ${i}`,
    floorLevelM: i * 2.5,
    heightM: 2.5,
    outline: [...outline],
    floor: null,
    holes: [],
  })),
});

export const samplePlace = (xM: number, yM: number, storeyId: string | null = 'g', heightM = 1.2): Place => ({
  storeyId,
  xM,
  yM,
  heightM,
});
