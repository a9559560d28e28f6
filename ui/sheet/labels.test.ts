import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placeLabels, type BlockedBox } from './labels';

/** Overlap by more than a touch. */
const overlap = (a: BlockedBox, b: BlockedBox) =>
  a.x0 < b.x1 - 0.02 && a.x1 > b.x0 + 0.02 && a.y0 < b.y1 - 0.02 && a.y1 > b.y0 + 0.02;

test('no label lies over a mark or another label, whatever the crowd', () => {
  const coordinate = fc.integer({ min: 0, max: 500 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(coordinate, coordinate, fc.string({ minLength: 3, maxLength: 16 })), {
        maxLength: 40,
      }),
      (list) => {
        const marks = list.map(([x, y]) => ({ x0: x - 12, y0: y - 12, x1: x + 12, y1: y + 12 }));
        const placed = placeLabels(
          list.map(([x, y, text], i) => ({ key: String(i), text, x, y, reach: 12, fontPx: 12 })),
          marks,
        );
        const boxes = placed.map((l) => ({
          x0: l.cx - l.width / 2,
          y0: l.cy - l.height / 2,
          x1: l.cx + l.width / 2,
          y1: l.cy + l.height / 2,
        }));
        boxes.forEach((b, i) => {
          expect(marks.some((m) => overlap(m, b))).toBe(false);
          expect(boxes.some((o, j) => j !== i && overlap(o, b))).toBe(false);
        });
      },
    ),
    { numRuns: 60 },
  );
});

test('a label keeps off a wall where there is room beside it, and gets a leader line when far off', () => {
  const wish = { key: 'a', text: 'Parlour', x: 100, y: 100, reach: 12, fontPx: 12 };
  const [below] = placeLabels([wish], []);
  expect(below!.cy).toBeGreaterThan(100);
  const [above] = placeLabels([wish], [], [{ x0: 0, y0: 118, x1: 200, y1: 118 }]);
  expect(above!.cy).toBeLessThan(100);
  const [far] = placeLabels([wish], [{ x0: 40, y0: 70, x1: 160, y1: 130 }]);
  expect(far!.leader).toBe(true);
});
