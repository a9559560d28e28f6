'use client';
import { blur2 } from 'd3-array';
import { contours } from 'd3-contour';
import { memo, useMemo } from 'react';
import type { ShadeGrid } from '@/core/plan/shade/shade';

/** Patterns of the four steps of shade; serves is plain paper. `id` keeps two sheets on one page apart. */
export function ShadePatterns({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={`${id}-tight`} width="9" height="9" patternUnits="userSpaceOnUse">
        <circle cx="2.2" cy="2.2" r="0.95" fill="var(--dusk)" opacity="0.62" />
        <circle cx="6.7" cy="6.7" r="0.95" fill="var(--dusk)" opacity="0.62" />
      </pattern>
      <pattern id={`${id}-short`} width="8" height="8" patternUnits="userSpaceOnUse">
        <path d="M-2 6 6 -2M0 10 10 0" stroke="var(--dusk)" strokeWidth="1" opacity="0.55" />
      </pattern>
      <pattern id={`${id}-silent`} width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill="var(--dusk)" opacity="0.16" />
        <path
          d="M-1 1 1 -1M0 6 6 0M5 7 7 5M-1 5 1 7M0 0 6 6M5 -1 7 1"
          stroke="var(--dusk)"
          strokeWidth="1"
          opacity="0.62"
        />
      </pattern>
    </defs>
  );
}

const STEPS = ['tight', 'short', 'silent'] as const;

/** Blur of the outline, cells. */
const BLUR_CELLS = 0.9;

type Ring = number[][];

/** Contour rings in cells as a path in pixels. */
function ringsPath(polygons: Ring[][], toPx: (c: number, r: number) => [number, number]): string {
  return polygons
    .flat()
    .map(
      (ring) =>
        `M${ring
          .map((p) =>
            toPx(p[0]!, p[1]!)
              .map((v) => v.toFixed(1))
              .join(','),
          )
          .join('L')}Z`,
    )
    .join('');
}

/** Where the network serves the sheet stays clean; where it fails it is shaded. */
export const ShadeLayer = memo(function ShadeLayer({
  grid,
  id,
  k,
}: {
  grid: ShadeGrid;
  id: string;
  /** Pixels per metre. */
  k: number;
}) {
  const shapes = useMemo(() => {
    const make = contours().size([grid.columns, grid.rows]).smooth(true);
    // Verdicts are steps; a slight blur turns their staircase into the outline the eye expects.
    const { data } = blur2(
      { data: Float64Array.from(grid.verdicts), width: grid.columns, height: grid.rows },
      BLUR_CELLS,
    );
    const values = Array.from(data);
    return STEPS.map((_, i) => make.contour(values, i + 0.5).coordinates as unknown as Ring[][]);
  }, [grid]);
  const toPx = (c: number, r: number): [number, number] => [
    (grid.originXM + c * grid.cellM) * k,
    (grid.originYM + r * grid.cellM) * k,
  ];
  return (
    <g aria-hidden="true" pointerEvents="none">
      {STEPS.map((step, i) => {
        const d = ringsPath(shapes[i]!, toPx);
        if (d === '') return null;
        return (
          <g key={step}>
            {i > 0 && <path d={d} fill="var(--sheet)" fillRule="evenodd" />}
            <path d={d} fill={`url(#${id}-${step})`} fillRule="evenodd" data-shade={step} />
          </g>
        );
      })}
    </g>
  );
});
