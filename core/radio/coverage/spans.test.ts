import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { insideShare } from '../geometry/meet';
import { cellX, cellY, type Grid } from './layers';
import { eachPolygonSpan, eachSpan, flipped, type HalfPlane, type VisitSpan } from './spans';

const grid: Grid = { minXM: -2, minYM: 1, cellM: 0.5, columns: 24, rows: 18 };
const window = { column0: 2, column1: 21, row0: 1, row1: 16 };

/** What a walk counts for each cell of the window. */
function walked(walk: (visit: VisitSpan) => void): Map<string, number> {
  const found = new Map<string, number>();
  walk((row, from, to, weight) => {
    for (let column = from; column <= to; column++) {
      const key = `${row},${column}`;
      if (found.has(key)) throw new Error(`cell ${key} is visited twice`);
      found.set(key, weight);
    }
  });
  return found;
}

/** The same asked of each cell alone. */
function asked(weigh: (x: number, y: number) => number): Map<string, number> {
  const found = new Map<string, number>();
  for (let row = window.row0; row < window.row1; row++)
    for (let column = window.column0; column < window.column1; column++) {
      const weight = weigh(cellX(grid, column), cellY(grid, row));
      if (weight > 0) found.set(`${row},${column}`, weight);
    }
  return found;
}

const sorted = (m: Map<string, number>) => [...m].sort(([a], [b]) => (a < b ? -1 : 1));

/** Half planes through places of the grid, some of them just through centres of cells, along the rows or upright. */
const onGrid = fc.integer({ min: 0, max: 16 }).map((n) => n * 0.25);
const half: fc.Arbitrary<HalfPlane> = fc
  .record({
    x: fc.oneof(onGrid, fc.double({ min: -2, max: 9, noNaN: true })),
    y: fc.oneof(
      onGrid.map((v) => v + 1.25),
      fc.double({ min: 1, max: 9, noNaN: true }),
    ),
    turn: fc.oneof(fc.integer({ min: 0, max: 7 }), fc.double({ min: 0, max: 8, noNaN: true })),
  })
  .map(({ x, y, turn }) => {
    const [gx, gy] = [Math.cos((turn * Math.PI) / 4), Math.sin((turn * Math.PI) / 4)].map((v) =>
      Math.abs(v) < 1e-12 ? 0 : v,
    ) as [number, number];
    return { gx, gy, g0: -gx * x - gy * y };
  });

describe('spans', () => {
  test('hold each cell of a convex region once, with the weight it has alone', () => {
    fc.assert(
      fc.property(fc.array(half, { minLength: 1, maxLength: 4 }), (region) => {
        const far = (h: HalfPlane, x: number, y: number) => h.gx * x + h.gy * y + h.g0;
        // On a rim a cell counts half.
        const weigh = (x: number, y: number) => {
          const least = Math.min(...region.map((h) => far(h, x, y)));
          return least > 1e-9 ? 1 : least > -1e-9 ? 0.5 : 0;
        };
        const got = walked((visit) => eachSpan(grid, window, region, weigh, visit));
        expect(sorted(got)).toEqual(sorted(asked(weigh)));
      }),
      { numRuns: 120 },
    );
  });

  test('a half plane and the other half share nothing and leave out nothing', () => {
    fc.assert(
      fc.property(half, (h) => {
        const sideOf = (one: HalfPlane) => (x: number, y: number) =>
          one.gx * x + one.gy * y + one.g0 > 1e-9 ? 1 : 0;
        const [a, b] = [h, flipped(h)].map((one) =>
          walked((visit) => eachSpan(grid, window, [one], sideOf(one), visit)),
        );
        for (const key of a!.keys()) expect(b!.has(key)).toBe(false);
        const onRim = asked((x, y) => (Math.abs(h.gx * x + h.gy * y + h.g0) <= 1e-9 ? 1 : 0)).size;
        const all = (window.column1 - window.column0) * (window.row1 - window.row0);
        expect(a!.size + b!.size + onRim).toBe(all);
      }),
    );
  });

  test('hold each cell of a polygon, an L too, scaled about a point or not', () => {
    const shape = Float64Array.from([0, 2, 6, 2, 6, 4.25, 3.25, 4.25, 3.25, 7, 0, 7]);
    fc.assert(
      fc.property(
        fc.constantFrom(1, 0.5, 0.8, 1.3),
        fc.double({ min: -1, max: 8, noNaN: true }),
        fc.double({ min: 1, max: 8, noNaN: true }),
        (scale, cx, cy) => {
          const weigh = (x: number, y: number) =>
            insideShare(shape, cx + (x - cx) / scale, cy + (y - cy) / scale);
          const got = walked((visit) =>
            eachPolygonSpan(grid, window, shape, { x: cx, y: cy }, scale, weigh, visit),
          );
          expect(sorted(got)).toEqual(sorted(asked(weigh)));
        },
      ),
      { numRuns: 80 },
    );
  });
});
