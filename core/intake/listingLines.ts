import type { Neighbour } from '../site/model/schema';

type Band = Neighbour['band'];

/** Longest text that is read, characters; most lines, and longest line. */
export const LISTING_LIMIT = 500_000;
const MOST_LINES = 20_000;
const LONGEST_LINE = 400;
/** Signal in percent as the systems of two makers show it: 0 % at −100 dBm, 100 % at −50 dBm. */
export const percentToDbm = (percent: number) => Math.round(percent / 2 - 100);

/** A line with its white space made single and its ends cut, so that no pattern ever meets a run of blanks. */
export interface Line {
  text: string;
  words: string[];
  indented: boolean;
}

/** A text as lines and words, blank lines left out: what a pattern sees is short whatever was pasted. */
export function linesOf(raw: string): Line[] {
  const out: Line[] = [];
  for (const line of raw.slice(0, LISTING_LIMIT).split('\n', MOST_LINES)) {
    const words = line
      .slice(0, LONGEST_LINE)
      .split(/[ \t\r\u00a0]+/)
      .filter((w) => w !== '');
    if (words.length > 0) out.push({ text: words.join(' '), words, indented: /^[ \t]/.test(line) });
  }
  return out;
}

/** The band of what a listing says of a network or link: by its frequency, its band in words, else its channel. */
export function bandOf(d: {
  mhz?: number | undefined;
  band?: string | undefined;
  channel?: number | undefined;
}): Band | null {
  if (d.mhz) return d.mhz < 3000 ? '2.4' : d.mhz < 5950 ? '5' : '6';
  if (d.band) return d.band.startsWith('2') ? '2.4' : d.band.startsWith('6') ? '6' : '5';
  if (!d.channel) return null;
  return d.channel <= 14 ? '2.4' : '5';
}
