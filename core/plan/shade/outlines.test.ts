import { expect, test } from '@jest/globals';
import { shadeOutlines } from './outlines';

test('outlines of shade lie where the cells are, on the plot, each step within the one before', () => {
  const columns = 20;
  const verdicts = Uint8Array.from({ length: columns * columns }, (_, i) => {
    const off = Math.max(Math.abs((i % columns) - 10), Math.abs(Math.floor(i / columns) - 10));
    return off < 3 ? 3 : off < 5 ? 2 : off < 7 ? 1 : 0;
  });
  const outlines = shadeOutlines({
    originXM: 100,
    originYM: -50,
    cellM: 0.5,
    columns,
    rows: columns,
    verdicts,
  });
  expect(outlines.map((o) => o.step)).toEqual(['tight', 'tooSlow', 'noSignal']);
  const boxes = outlines.map(({ cornersM, ringCorners }) => {
    expect(ringCorners).toHaveLength(1);
    expect(cornersM).toHaveLength(2 * ringCorners[0]!);
    const xs = [...cornersM].filter((_, i) => i % 2 === 0);
    const ys = [...cornersM].filter((_, i) => i % 2 === 1);
    return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  });
  // The tight square of 13 cells about cell 10: from 4 to 17 cells, within what the blur shifts.
  [102, 108.5, -48, -41.5].forEach((edge, i) => expect(Math.abs(boxes[0]![i]! - edge)).toBeLessThan(0.5));
  for (const [outer, inner] of [
    [boxes[0]!, boxes[1]!],
    [boxes[1]!, boxes[2]!],
  ] as const) {
    expect(inner[0]).toBeGreaterThan(outer[0]!);
    expect(inner[1]).toBeLessThan(outer[1]!);
  }
});
