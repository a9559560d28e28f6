/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import type { WalkView } from '@/server/walk/view';

const MARGIN_M = 1;

/** The open storey as lines, its spots and units: where to stand. The yard shows every lowest storey. */
export function PlanSketch({
  view,
  storeyId,
  spotId,
  onSpot,
  over,
}: {
  view: WalkView;
  storeyId: string | null;
  spotId: string | null;
  onSpot: (id: string) => void;
  /** Drawn over the storey and under its marks; marks keep their size by so many metres a pixel. */
  over?: (unit: number) => ComponentChildren;
}) {
  const storeys = view.storeys.filter((s) => (storeyId === null ? s.floorM === 0 : s.id === storeyId));
  const spots = view.spots.filter((s) => s.at.storeyId === storeyId);
  const units = view.units.filter((u) => u.at.storeyId === storeyId);
  const points = [
    ...storeys.flatMap((s) => s.outline),
    ...[...spots, ...units].map((s): [number, number] => [s.at.xM, s.at.yM]),
  ];
  if (points.length === 0) return null;
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [x0, y0] = [Math.min(...xs) - MARGIN_M, Math.min(...ys) - MARGIN_M];
  const [w, h] = [Math.max(...xs) + MARGIN_M - x0, Math.max(...ys) + MARGIN_M - y0];
  // Marks keep their size on the screen, whatever the plot measures.
  const unit = Math.max(w / 340, h / 190);
  return (
    <svg class="sketch" viewBox={`${x0} ${y0} ${w} ${h}`} role="group" aria-label="Where the spots are">
      {storeys.map((s) => (
        <g key={s.id}>
          <path class="ground" d={`M${s.outline.map((p) => p.join(' ')).join('L')}Z`} />
          <path
            class="walls"
            stroke-width={2 * unit}
            d={s.walls.map(([ax, ay, bx, by]) => `M${ax} ${ay}L${bx} ${by}`).join('')}
          />
        </g>
      ))}
      {over?.(unit)}
      {units.map((u) => (
        <g key={u.id} transform={`translate(${u.at.xM} ${u.at.yM}) scale(${unit})`}>
          <circle class="lamp" r={10} />
          <text class="letter" y={4.5}>
            {u.letter}
          </text>
        </g>
      ))}
      {spots.map((s) => (
        <g
          key={s.id}
          transform={`translate(${s.at.xM} ${s.at.yM}) scale(${unit})`}
          class={`spot ${s.id === spotId ? 'here' : ''}`}
          onClick={() => onSpot(s.id)}
        >
          <circle class="touch" r={22} />
          <rect x={-11} y={-11} width={22} height={22} rx={2} />
          <text y={5}>{s.number}</text>
        </g>
      ))}
    </svg>
  );
}
