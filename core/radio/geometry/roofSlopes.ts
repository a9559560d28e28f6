import type { Slopes } from '../../site/geometry/slopes';
import { keptOutline, type HalfSpace } from './halfSpace';
import type { Slab, Slope } from './solids';

/** Less than this is no slope and no level part, m. */
const LEAST_M = 0.01;

/** The roof of a storey under its slopes: one from each eaves, and what is level between them. `roof` is what it would be without. */
export function roofSlopes(slopes: Slopes, roof: Slab): { slopes: Slope[]; level: Slab | null } {
  const { nx, ny, fromM, toM, deepM, kneeM, rise, storey } = slopes;
  const between = (lowM: number, highM: number): Float64Array | null => {
    if (highM - lowM < LEAST_M) return null;
    const half = (d: number, side: 1 | -1): HalfSpace => ({ mirror: { nx, ny, nz: 0, d }, side });
    const above = keptOutline(half(lowM, 1), roof.outline);
    return above && keptOutline(half(highM, -1), above);
  };
  const eavesM = storey.floorLevelM + kneeM;
  const sides = [
    { outline: between(fromM, fromM + deepM), up: rise, atM: fromM },
    { outline: between(toM - deepM, toM), up: -rise, atM: toM },
  ];
  const outline = between(fromM + deepM, toM - deepM);
  return {
    slopes: sides.flatMap((side, n): Slope[] =>
      side.outline
        ? [
            {
              id: `${roof.id} slope ${n}`,
              outline: side.outline,
              levelM: eavesM - side.up * side.atM,
              gx: side.up * nx,
              gy: side.up * ny,
              construction: roof.construction,
            },
          ]
        : [],
    ),
    level: outline && { ...roof, outline },
  };
}
