'use client';
import type { WalkJudged } from '@/core/readings/changeover';
import { waitText } from '@/core/readings/traceWords';
import { wayOn, type OnWalk } from '@/core/readings/walkTrace';

const pathOf = (points: readonly OnWalk[]): string =>
  points.length === 0 ? '' : `M${points.map((p) => `${p.xM.toFixed(2)} ${p.yM.toFixed(2)}`).join('L')}`;

/** Radius of the ring where another way was taken, m. */
const STEP_M = 0.28;

/** The way of a walk on the open storey, in metres of the sheet: where nothing came, and where another way was taken. */
export function WalkWay({ walk, storeyId }: { walk: WalkJudged; storeyId: string | null }) {
  const endMs = walk.marks[walk.marks.length - 1]!.atMs;
  const line = (points: readonly OnWalk[], className: string, width: number, title: string) => (
    <path
      d={pathOf(points)}
      className={className}
      fill="none"
      strokeWidth={width}
      strokeLinecap="round"
      vectorEffect="non-scaling-stroke"
    >
      <title>{title}</title>
    </path>
  );
  return (
    <g data-walk={walk.readingId} pointerEvents="none">
      {[storeyId, ...(storeyId === null ? [] : [null])].map((id) => (
        <g key={id ?? 'yard'}>
          {line(wayOn(walk, id), 'stroke-ink', 2, 'the way walked')}
          {walk.gaps.map((g) => (
            <g key={g.atMs} data-gap={Math.round(g.ms)}>
              {line(
                wayOn(walk, id, [g.atMs, Math.min(endMs, g.atMs + g.ms)]),
                'stroke-dusk',
                9,
                `nothing came for ${waitText(g.ms)}`,
              )}
            </g>
          ))}
          {walk.steps
            .filter((s) => s.storeyId === id)
            .map((s) => (
              <circle
                key={s.atMs}
                cx={s.xM}
                cy={s.yM}
                r={STEP_M}
                className="fill-sheet stroke-ink"
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
              >
                <title>another way from here</title>
              </circle>
            ))}
        </g>
      ))}
    </g>
  );
}
