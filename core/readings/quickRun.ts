import { barsTyped, type Bars } from '../site/model/bars';

/** A run as somebody types it in one line. Speeds Mb/s, level dBm, times ms. */
export interface QuickRun {
  connected: boolean;
  rssiDbm: number | null;
  /** Bars a device showed in place of a level. */
  bars?: Bars;
  downMbps: number | null;
  upMbps: number | null;
  loadedMs: number | null;
  idleMs: number | null;
}

const NOTHING: QuickRun = {
  connected: true,
  rssiDbm: null,
  downMbps: null,
  upMbps: null,
  loadedMs: null,
  idleMs: null,
};
/** No connection: a run of 0. */
export const NO_CONNECTION: QuickRun = { ...NOTHING, connected: false };
const LONGEST = 80;
const numberOf = (text: string): number => Number(text.replace(',', '.'));
const PLAIN = /^\d{1,6}([.,]\d{1,3})?$/;
const LEVEL = /^[-−–]\d{1,3}([.,]\d)?$/;
const PAIR = /^(\d{1,6}(?:[.,]\d{1,3})?)?\/(\d{1,6}(?:[.,]\d{1,3})?)?$/;

/**
 * Reads a run typed in one line: a level with its minus, down/up with a slash, then the round trip under load and idle.
 * `-71 38/9 24` is −71 dBm, 38 down, 9 up, 24 ms; `38/9` will do; `3of4` is three of four bars; `none` is no connection. Words say what is not understood.
 */
export function quickRun(text: string): { ok: true; run: QuickRun } | { ok: false; words: string } {
  const words = text.slice(0, LONGEST).trim().split(/\s+/).filter(Boolean);
  if (words.length === 0) return { ok: false, words: 'Type a run such as -71 38/9 24, or none.' };
  if (words.length === 1 && /^(none|no|x)$/i.test(words[0]!)) return { ok: true, run: NO_CONNECTION };
  const run: QuickRun = { ...NOTHING };
  let pairs = 0;
  for (const word of words) {
    const pair = PAIR.exec(word);
    const bars = barsTyped(word);
    if (bars || LEVEL.test(word)) {
      if (run.rssiDbm !== null || run.bars)
        return { ok: false, words: `“${word}” is a second level: one will do.` };
      if (bars) run.bars = bars;
      else run.rssiDbm = numberOf(word.replace(/^[−–]/, '-'));
    } else if (pair && word !== '/') {
      if (pairs++ > 0) return { ok: false, words: `“${word}” is a second pair of speeds: one will do.` };
      run.downMbps = pair[1] === undefined ? null : numberOf(pair[1]);
      run.upMbps = pair[2] === undefined ? null : numberOf(pair[2]);
    } else if (PLAIN.test(word)) {
      if (run.loadedMs === null) run.loadedMs = numberOf(word);
      else if (run.idleMs === null) run.idleMs = numberOf(word);
      else return { ok: false, words: `“${word}” is one number too many.` };
    } else
      return {
        ok: false,
        words: `“${word}” is not understood: write a level as -71, bars as 3of4, speeds as 38/9.`,
      };
  }
  return { ok: true, run };
}
