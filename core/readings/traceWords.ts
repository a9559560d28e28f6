import { CALL_LOST_MS, type TraceJudged } from './walkTrace';

/** A time of a walk as it is said: whole milliseconds below a second, then tenths of one. */
export const waitText = (ms: number): string =>
  ms < 1000 ? `${ms.toFixed(0)} ms` : `${(ms / 1000).toFixed(1)} s`;

/** What a gap means to somebody on a call. */
const gapMeans = (ms: number): string =>
  ms >= CALL_LOST_MS ? 'a call would be lost' : 'a call loses a word or two';

/** What the round trips of a walk say, as one sentence each: the longest gap, and where the way changed. */
export function traceWords(walk: TraceJudged): string[] {
  const [worst] = walk.gaps;
  return [
    worst
      ? `Nothing came for ${waitText(worst.ms)} after ${waitText(worst.atMs)}: ${gapMeans(worst.ms)}.${walk.gaps.length > 1 ? ` ${walk.gaps.length} such gaps in all.` : ''}`
      : 'No gap on the way.',
    ...walk.steps.map(
      (s) =>
        `Round trips went from ${s.beforeMs.toFixed(1)} to ${s.afterMs.toFixed(1)} ms after ${waitText(s.atMs)}: another way was taken there.`,
    ),
  ];
}
