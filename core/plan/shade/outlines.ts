import { blur2 } from 'd3-array';
import { contours } from 'd3-contour';
import type { ShadeGrid } from './shade';

/** An outline on the plot: the corners of all its rings one after another, x and y in turn, m. */
export interface Outline {
  cornersM: Float32Array;
  /** Corners of each ring; rings within rings are holes (even-odd). */
  ringCorners: Uint32Array;
}

/** The outline of one step of shade. */
export interface ShadeOutline extends Outline {
  step: 'tight' | 'tooSlow' | 'noSignal';
}

const STEPS: readonly ShadeOutline['step'][] = ['tight', 'tooSlow', 'noSignal'];

/** Blur of the outline, cells: verdicts are steps, and it turns their staircase into the outline the eye expects. */
const BLUR_CELLS = 0.9;

type Cells = Pick<ShadeGrid, 'columns' | 'rows' | 'originXM' | 'originYM' | 'cellM'>;

/** Values of cells smoothed, so that their staircase becomes the outline the eye expects. */
function blurred({ columns, rows }: Cells, values: ArrayLike<number>): number[] {
  const { data } = blur2({ data: Float64Array.from(values), width: columns, height: rows }, BLUR_CELLS);
  return Array.from(data);
}

/** The outline of where smoothed values are above a level. */
function ringsAbove(grid: Cells, values: number[], level: number): Outline {
  const make = contours().size([grid.columns, grid.rows]).smooth(true);
  const rings = make.contour(values, level).coordinates.flat();
  const cornersM = new Float32Array(2 * rings.reduce((n, ring) => n + ring.length, 0));
  let at = 0;
  for (const ring of rings)
    for (const [column, row] of ring) {
      cornersM[at++] = grid.originXM + column! * grid.cellM;
      cornersM[at++] = grid.originYM + row! * grid.cellM;
    }
  return { cornersM, ringCorners: Uint32Array.from(rings, (ring) => ring.length) };
}

/** The outline of where values of cells, one a cell in rows, are above a level. */
export const outlineAt = (grid: Cells, values: ArrayLike<number>, level: number): Outline =>
  ringsAbove(grid, blurred(grid, values), level);

/** Outlines of where a network serves less than fully, each step within the one before it. */
export function shadeOutlines(grid: ShadeGrid): ShadeOutline[] {
  const values = blurred(grid, grid.verdicts);
  return STEPS.map((step, i) => ({ step, ...ringsAbove(grid, values, i + 0.5) }));
}
