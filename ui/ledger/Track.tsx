import { scaleLog } from 'd3-scale';

/** Ends of every track, Mb/s, log scale. */
export const TRACK_LOW_MBPS = 0.5;
export const TRACK_HIGH_MBPS = 1000;

export interface TrackMarks {
  need: number;
  before?: number | null;
  range?: [number, number] | null;
  predicted?: number | null;
  after?: number | null;
}

const WIDTH = 160;
const HEIGHT = 28;
const MIDDLE = 16;
const scale = scaleLog([TRACK_LOW_MBPS, TRACK_HIGH_MBPS], [6, WIDTH - 6]).clamp(true);
const TICKS = [1, 10, 100];

function diamond(x: number): string {
  return `M${x - 5.5} ${MIDDLE}L${x} ${MIDDLE - 5.5}L${x + 5.5} ${MIDDLE}L${x} ${MIDDLE + 5.5}Z`;
}

/** One log-scale track: before (open diamond), prediction (bar and tick), after (filled diamond), need (triangle). */
export function Track({ marks, label }: { marks: TrackMarks; label: string }) {
  const at = (mbps: number) => scale(Math.max(TRACK_LOW_MBPS, mbps));
  const need = at(marks.need);
  const before = typeof marks.before === 'number' ? at(marks.before) : null;
  const after = typeof marks.after === 'number' ? at(marks.after) : null;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-7 w-full min-w-[110px]"
      role="img"
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
    >
      <line x1={4} x2={WIDTH - 4} y1={MIDDLE} y2={MIDDLE} stroke="var(--rule)" strokeWidth={2} />
      {TICKS.map((t) => (
        <line
          key={t}
          x1={at(t)}
          x2={at(t)}
          y1={MIDDLE - 3}
          y2={MIDDLE + 3}
          stroke="var(--rule)"
          strokeWidth={1.2}
        />
      ))}
      {marks.range && (
        <rect
          x={at(marks.range[0])}
          y={MIDDLE - 5}
          width={Math.max(3, at(marks.range[1]) - at(marks.range[0]))}
          height={10}
          fill="var(--lamp)"
          opacity={0.5}
        />
      )}
      {before !== null && after !== null && (
        <line x1={before} x2={after} y1={MIDDLE} y2={MIDDLE} stroke="var(--dusk)" strokeWidth={2} />
      )}
      {typeof marks.predicted === 'number' && (
        <line
          x1={at(marks.predicted)}
          x2={at(marks.predicted)}
          y1={MIDDLE - 7}
          y2={MIDDLE + 7}
          stroke="var(--ink)"
          strokeWidth={2.4}
        />
      )}
      {before !== null && (
        <path d={diamond(before)} fill="var(--sheet)" stroke="var(--dusk)" strokeWidth={1.6} />
      )}
      {before !== null && marks.before! < 0.1 && (
        <path
          d={`M${before - 4} ${MIDDLE + 6}L${before + 4} ${MIDDLE - 6}`}
          stroke="var(--dusk)"
          strokeWidth={1.4}
        />
      )}
      {after !== null && <path d={diamond(after)} fill="var(--ink)" stroke="var(--ink)" />}
      <path d={`M${need - 5} 1L${need + 5} 1L${need} 8.5Z`} fill="var(--mains)" />
    </svg>
  );
}

/** What the signs of a track mean; only those in use at this stop. */
export function TrackKey({
  before,
  predicted,
  after,
}: {
  before?: boolean;
  predicted?: boolean;
  after?: boolean;
}) {
  return (
    <p className="fig flex flex-wrap gap-x-3 text-[13px] text-ink-2">
      {before && <span>◇ before</span>}
      {predicted && <span>▮ predicted, with range</span>}
      {after && <span>◆ after</span>}
      <span>
        <span className="text-mains">▼</span> needed
      </span>
      <span>0.5 to 1000 Mb/s</span>
    </p>
  );
}
