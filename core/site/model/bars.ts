/** Bars or steps of a device's signal mark: so many lit, of so many. */
export interface Bars {
  shown: number;
  of: number;
}

/** Level from which on all bars are lit, and under which none is, dBm. Makers draw them as they like (estimates). */
const ALL_LIT_DBM = -55;
const NONE_LIT_DBM = -85;
/** What one maker's bars differ by from another's, dB (estimate, one standard deviation). */
const MAKER_DB = 4;

/** A level told by bars: a middle with its spread, or a bound where all or none are lit. */
export interface BarsLevel {
  dbm: number;
  kind: 'exact' | 'atMost' | 'atLeast';
  sigmaDb: number;
}

/** What bars say of a level: the ends are bounds, between them the steps are even and any level of a step is as likely. */
export function levelOfBars({ shown, of }: Bars): BarsLevel {
  if (shown >= of) return { dbm: ALL_LIT_DBM, kind: 'atLeast', sigmaDb: MAKER_DB };
  if (shown <= 0) return { dbm: NONE_LIT_DBM, kind: 'atMost', sigmaDb: MAKER_DB };
  const stepDb = (ALL_LIT_DBM - NONE_LIT_DBM) / (of - 1);
  return {
    dbm: NONE_LIT_DBM + (shown - 0.5) * stepDb,
    kind: 'exact',
    sigmaDb: Math.hypot(stepDb / Math.sqrt(12), MAKER_DB),
  };
}

/** The middle of what several runs showed; null where none showed any. */
export function middleBars(runs: readonly { bars?: Bars }[]): Bars | null {
  const shown = runs.flatMap((r) => (r.bars ? [r.bars] : []));
  shown.sort((a, b) => a.shown / a.of - b.shown / b.of);
  return shown[(shown.length - 1) >> 1] ?? null;
}

/** "3 of 4 bars". */
export const barsText = ({ shown, of }: Bars): string => `${shown} of ${of} bars`;

const WORD = /^(\d)of(\d)$/i;
/** Steps a device's mark has. */
export const LEAST_BARS = 3;
export const MOST_BARS = 5;

/** Bars as they are typed, `3of4`; null where a word is none. */
export function barsTyped(word: string): Bars | null {
  const found = WORD.exec(word.replace(/\s+/g, ''));
  if (!found) return null;
  const [shown, of] = [Number(found[1]), Number(found[2])];
  return of >= LEAST_BARS && of <= MOST_BARS && shown <= of ? { shown, of } : null;
}
