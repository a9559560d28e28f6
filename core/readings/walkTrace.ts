import type { WalkTrace } from '../evidence/walkTrace';
import { median } from '../stats/median';

/** A place on a walk. */
export interface OnWalk {
  storeyId: string | null;
  xM: number;
  yM: number;
}

/** A time nothing came, with where that was. */
export interface Gap extends OnWalk {
  atMs: number;
  ms: number;
}

/** A place at which round trips became longer or shorter for good: another way was taken. */
export interface TripStep extends OnWalk {
  atMs: number;
  beforeMs: number;
  afterMs: number;
}

/** What the round trips of a walk say by themselves. */
export interface TraceJudged {
  /** Places passed, as they were noted. */
  marks: WalkTrace['marks'];
  tookMs: number;
  /** Median round trip of what was answered; null where nothing was. */
  tripMs: number | null;
  /** The longest first. */
  gaps: Gap[];
  /** In the order they came. */
  steps: TripStep[];
}

/** From so long on nothing coming is a gap: a word of a call is lost, ms; from so long on a call is (estimates). */
export const GAP_MS = 300;
export const CALL_LOST_MS = 4000;

/** Answers on either side of a step, and by how much their medians differ at least: in ms, and in their own scatter (estimates). */
const STEP_TRIPS = 12;
const STEP_MS = 1.5;
const STEP_SCATTERS = 3;
/** Gaps and steps that are told. */
const MOST_TOLD = 12;

/** Where somebody was at a time: between two places passed at an even pace, in a straight line. */
export function placeOnWalk({ marks }: Pick<WalkTrace, 'marks'>, atMs: number): OnWalk {
  const next = marks.findIndex((m) => m.atMs >= atMs);
  if (next <= 0) {
    const { storeyId, xM, yM } = next === 0 ? marks[0]! : marks[marks.length - 1]!;
    return { storeyId, xM, yM };
  }
  const [a, b] = [marks[next - 1]!, marks[next]!];
  const share = (atMs - a.atMs) / Math.max(1, b.atMs - a.atMs);
  return {
    // A stair is somewhere in the middle.
    storeyId: share < 0.5 ? a.storeyId : b.storeyId,
    xM: a.xM + share * (b.xM - a.xM),
    yM: a.yM + share * (b.yM - a.yM),
  };
}

/** How many pieces a way is drawn in. */
const PIECES = 60;

/** The part of a walk on a storey between two times, as a line to draw: none where fewer than two points of it lie there. */
export function wayOn(
  walk: Pick<WalkTrace, 'marks'>,
  storeyId: string | null,
  [fromMs, toMs]: readonly [number, number] = [0, walk.marks[walk.marks.length - 1]!.atMs],
): OnWalk[] {
  const points = Array.from({ length: PIECES + 1 }, (_, k) =>
    placeOnWalk(walk, fromMs + (k / PIECES) * (toMs - fromMs)),
  ).filter((p) => p.storeyId === storeyId);
  return points.length < 2 ? [] : points;
}

function gapsOf(trace: WalkTrace): Gap[] {
  const gaps: Gap[] = [];
  let fromMs: number | null = null;
  const close = (toMs: number) => {
    if (fromMs !== null && toMs - fromMs >= GAP_MS)
      gaps.push({ atMs: fromMs, ms: toMs - fromMs, ...placeOnWalk(trace, fromMs) });
    fromMs = null;
  };
  let lastMs = 0;
  for (const [atMs, tripMs] of trace.trips) {
    lastMs = atMs + (tripMs ?? 0);
    if (tripMs === null) fromMs ??= atMs;
    else {
      if (tripMs >= GAP_MS) fromMs ??= atMs;
      close(lastMs);
    }
  }
  close(Math.max(lastMs, trace.marks[trace.marks.length - 1]!.atMs));
  return gaps.sort((a, b) => b.ms - a.ms).slice(0, MOST_TOLD);
}

/** Places where the median of the answers before differs from that of those after by more than they scatter. */
function stepsOf(trace: WalkTrace): TripStep[] {
  const answered = trace.trips.flatMap(([atMs, tripMs]) =>
    tripMs === null || tripMs >= GAP_MS ? [] : [{ atMs, tripMs }],
  );
  const found: (TripStep & { size: number; index: number })[] = [];
  for (let k = STEP_TRIPS; k + STEP_TRIPS <= answered.length; k++) {
    const before = answered.slice(k - STEP_TRIPS, k).map((t) => t.tripMs);
    const after = answered.slice(k, k + STEP_TRIPS).map((t) => t.tripMs);
    const [beforeMs, afterMs] = [median(before)!, median(after)!];
    const scatterMs = median([
      ...before.map((v) => Math.abs(v - beforeMs)),
      ...after.map((v) => Math.abs(v - afterMs)),
    ])!;
    const size = Math.abs(afterMs - beforeMs);
    if (size < Math.max(STEP_MS, STEP_SCATTERS * scatterMs)) continue;
    const { atMs } = answered[k]!;
    found.push({ atMs, beforeMs, afterMs, size, index: k, ...placeOnWalk(trace, atMs) });
  }
  // Of windows that overlap the clearest is the step.
  const steps: typeof found = [];
  for (const step of found.sort((a, b) => b.size - a.size || a.index - b.index))
    if (steps.every((s) => Math.abs(s.index - step.index) >= STEP_TRIPS)) steps.push(step);
  return steps
    .slice(0, MOST_TOLD)
    .sort((a, b) => a.atMs - b.atMs)
    .map(({ size: _, index: __, ...step }) => step);
}

/** What the round trips of a walk say: where nothing came and for how long, and where another way was taken. */
export function judgeTrace(trace: WalkTrace): TraceJudged {
  const answered = trace.trips.flatMap(([, tripMs]) => tripMs ?? []);
  return {
    marks: trace.marks,
    tookMs: trace.marks[trace.marks.length - 1]!.atMs - trace.marks[0]!.atMs,
    tripMs: median(answered),
    gaps: gapsOf(trace),
    steps: stepsOf(trace),
  };
}
