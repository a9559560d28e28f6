/** @jsxImportSource preact */
import { waitText } from '@/core/readings/traceWords';
import { wayOn, type TraceJudged } from '@/core/readings/walkTrace';

/** The way of a walk on a storey, the places nothing came laid over it, and a tick where another way was taken. */
export function WalkPath({
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
