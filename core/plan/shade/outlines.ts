import { blur2 } from 'd3-array';
import { contours } from 'd3-contour';
import type { ShadeGrid } from './shade';

/** The outline of one step of shade: the corners of all its rings one after another, x and y in turn, m on the plot. */
export interface ShadeOutline {
  step: 'tight' | 'tooSlow' | 'noSignal';
  cornersM: Float32Array;
  /** Corners of each ring; rings within rings are holes (even-odd). */
  ringCorners: Uint32Array;
}

const STEPS: readonly ShadeOutline['step'][] = ['tight', 'tooSlow', 'noSignal'];

/** Blur of the outline, cells: verdicts are steps, and it turns their staircase into the outline the eye expects. */
const BLUR_CELLS = 0.9;

/** Outlines of where a network serves less than fully, each step within the one before it. */
export function shadeOutlines(grid: ShadeGrid): ShadeOutline[] {
  const make = contours().size([grid.columns, grid.rows]).smooth(true);
  const { data } = blur2(
    { data: Float64Array.from(grid.verdicts), width: grid.columns, height: grid.rows },
    BLUR_CELLS,
  );
  const values = Array.from(data);
  return STEPS.map((step, i) => {
    const rings = make.contour(values, i + 0.5).coordinates.flat();
    const cornersM = new Float32Array(2 * rings.reduce((n, ring) => n + ring.length, 0));
    let at = 0;
    for (const ring of rings)
      for (const [column, row] of ring) {
        cornersM[at++] = grid.originXM + column! * grid.cellM;
        cornersM[at++] = grid.originYM + row! * grid.cellM;
      }
    return { step, cornersM, ringCorners: Uint32Array.from(rings, (ring) => ring.length) };
  });
}
