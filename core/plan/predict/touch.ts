import type { Prediction } from './prediction';

/** Levels nearer than this are the same level to a reading, dB. */
export const SAME_LEVEL_DB = 0.5;
/** A way that is longer or shorter by this is another way, though its level happened to be the same, m. */
const SAME_LENGTH_M = 1;
/** Speeds nearer than this share are the same to a reading: runs scatter by more. */
export const SAME_SPEED_SHARE = 0.05;

/** What of a spot's way changes from one network to another. */
export type Touch = 'servedBy' | 'way' | 'level' | 'shared';

export const TOUCH_WORDS: Record<Touch, string> = {
  servedBy: 'another unit or band serves it',
  way: 'its way to the line changes',
  level: 'its signal changes',
  shared: 'what it shares with others changes',
};

/** The way of a spot's traffic from the line to the device: which units, by which kind of link. */
const wayOf = (p: Prediction): string =>
  p.pipe
    .map((part) =>
      [
        part.kind,
        part.why.kind,
        part.kind === 'line' || part.kind === 'device' ? '' : part.unitId,
        part.parentId ?? '',
      ].join(':'),
    )
    .join(' ');

/** Levels of all radio links of a way, dBm. */
const levelsOf = (p: Prediction): number[] =>
  p.pipe.flatMap((part) => (part.why.kind === 'air' ? [part.why.levelDbm] : []));

/** Lengths of the same links, m. */
const lengthsOf = (p: Prediction): number[] =>
  p.pipe.flatMap((part) => (part.why.kind === 'air' ? [part.why.way.lengthM] : []));

const alike = (a: number, b: number) => Math.abs(a - b) <= SAME_SPEED_SHARE * Math.max(a, b, 0.1);

/** A wire's own speed differs, as with another cable, port or adapter; a measured value is a label and does not count. */
function wiresDiffer(a: Prediction, b: Prediction): boolean {
  return a.pipe.some((part, i) => {
    const other = b.pipe[i]!;
    if (part.why.kind === 'air' || part.measured || other.measured) return false;
    return !alike(part.downMbps, other.downMbps) || !alike(part.upMbps, other.upMbps);
  });
}

/**
 * Whether a change of network touches a spot: who serves it, its way to the line, a level on that way (half a dB) or its length, or
 * what shared media leave of it (5 %). Null where a reading taken before still holds after.
 */
export function touchOf(before: Prediction, after: Prediction): Touch | null {
  if (before.unitId !== after.unitId || before.band !== after.band) return 'servedBy';
  if (wayOf(before) !== wayOf(after)) return 'way';
  const [p, q] = [levelsOf(before), levelsOf(after)];
  if (p.some((level, i) => Math.abs(level - q[i]!) >= SAME_LEVEL_DB)) return 'level';
  const [l, m] = [lengthsOf(before), lengthsOf(after)];
  if (l.some((lengthM, i) => Math.abs(lengthM - m[i]!) >= SAME_LENGTH_M)) return 'level';
  if (wiresDiffer(before, after)) return 'way';
  const air = before.pipe.some((part) => part.mediumId !== null);
  const measured = [...before.pipe, ...after.pipe].some((part) => part.measured && part.kind === 'feed');
  if (!air || measured) return null;
  return alike(before.downMbps, after.downMbps) && alike(before.upMbps, after.upMbps) ? null : 'shared';
}

/** Spots a change of network touches, with what of them changes. */
export function touchedSpots(
  before: readonly Prediction[],
  after: readonly Prediction[],
): ReadonlyMap<string, Touch> {
  const now = new Map(after.map((p) => [p.spotId, p]));
  const out = new Map<string, Touch>();
  for (const p of before) {
    const other = now.get(p.spotId);
    const touch = other ? touchOf(p, other) : null;
    if (touch) out.set(p.spotId, touch);
  }
  return out;
}
