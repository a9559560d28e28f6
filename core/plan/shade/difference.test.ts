import { describe, expect, test } from '@jest/globals';
import { shadeDifference } from './difference';
import type { ShadeGrid } from './shade';

const COLUMNS = 30;
/** Half-metre cells with a verdict for each column. */
const grid = (verdict: (column: number) => number): ShadeGrid => ({
  originXM: 10,
  originYM: 0,
  cellM: 0.5,
  columns: COLUMNS,
  rows: COLUMNS,
  verdicts: Uint8Array.from({ length: COLUMNS * COLUMNS }, (_, i) => verdict(i % COLUMNS)),
});
const xRange = (cornersM: Float32Array) => {
  const xs = [...cornersM].filter((_, i) => i % 2 === 0);
  return [Math.min(...xs), Math.max(...xs)];
};

describe('the difference of two shades', () => {
  const now = grid((c) => (c < 15 ? 0 : 3));
  test('lies where a place gains or loses a step, and nowhere else', () => {
    // Light as far as column 20 instead of 15, and too slow left of column 5.
    const { lighter, darker } = shadeDifference(
      now,
      grid((c) => (c < 5 ? 2 : c < 20 ? 0 : 3)),
    );
    const [from, to] = xRange(lighter.cornersM);
    expect(Math.abs(from! - 17.5)).toBeLessThan(0.5);
    expect(Math.abs(to! - 20)).toBeLessThan(0.5);
    expect(xRange(darker.cornersM)[1]).toBeLessThan(13);
  });
  test('a step that is still shade counts; nothing changed has no outline', () => {
    expect(
      shadeDifference(
        now,
        grid((c) => (c < 15 ? 0 : 2)),
      ).lighter.cornersM.length,
    ).toBeGreaterThan(0);
    const none = shadeDifference(now, now);
    expect([none.lighter.cornersM.length, none.darker.cornersM.length]).toEqual([0, 0]);
  });
  test('two sheets are not compared', () => {
    expect(() => shadeDifference(now, { ...now, columns: 10 })).toThrow(RangeError);
  });
});
