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
