/** @jsxImportSource preact */
import { waitText } from '@/core/readings/traceWords';
import { wayOn, type TraceJudged } from '@/core/readings/walkTrace';
import type { WalkView } from '@/server/walk/view';

const MARGIN_M = 1;

/** The open storey as lines, its spots and units: where to stand. The yard shows every lowest storey. */
export function PlanSketch({
  view,
  storeyId,
  spotId,
  onSpot,
  walk,
}: {
  view: WalkView;
  storeyId: string | null;
  spotId: string | null;
  onSpot: (id: string) => void;
  /** A walk to draw: the way passed, and where nothing came. */
  walk?: Pick<TraceJudged, 'marks' | 'gaps' | 'steps'> | undefined;
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
      {walk && <WalkPath walk={walk} storeyId={storeyId} unit={unit} />}
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

/** The way of a walk on a storey, the places nothing came laid over it, and a tick where another way was taken. */
function WalkPath({
  walk,
  storeyId,
  unit,
}: {
  walk: Pick<TraceJudged, 'marks' | 'gaps' | 'steps'>;
  storeyId: string | null;
  unit: number;
}) {
  const endMs = walk.marks[walk.marks.length - 1]!.atMs;
  const line = (fromMs: number, toMs: number): string => {
    const points = wayOn(walk, storeyId, [fromMs, toMs]);
    return points.length === 0
      ? ''
      : `M${points.map((p) => `${p.xM.toFixed(2)} ${p.yM.toFixed(2)}`).join('L')}`;
  };
  return (
    <g class="way">
      <path d={line(0, endMs)} stroke-width={3 * unit} />
      {walk.gaps.map((g) => (
        <path
          key={g.atMs}
          class="gap"
          d={line(g.atMs, Math.min(endMs, g.atMs + g.ms))}
          stroke-width={8 * unit}
        >
          <title>nothing for {waitText(g.ms)}</title>
        </path>
      ))}
      {walk.steps
        .filter((s) => s.storeyId === storeyId)
        .map((s) => (
          <circle key={s.atMs} class="step" cx={s.xM} cy={s.yM} r={6 * unit} stroke-width={2 * unit}>
            <title>another way from here</title>
          </circle>
        ))}
    </g>
  );
}
