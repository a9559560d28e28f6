import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placeLabels, type BlockedBox, type PlacedLabel } from './labels';

/** Overlap by more than a touch. */
const overlap = (a: BlockedBox, b: BlockedBox) =>
  a.x0 < b.x1 - 0.02 && a.x1 > b.x0 + 0.02 && a.y0 < b.y1 - 0.02 && a.y1 > b.y0 + 0.02;

const box = (l: PlacedLabel): BlockedBox => ({
  x0: l.cx - l.width / 2,
  y0: l.cy - l.height / 2,
  x1: l.cx + l.width / 2,
  y1: l.cy + l.height / 2,
});

test('no label lies over a mark or another label, whatever the crowd', () => {
  const coordinate = fc.integer({ min: 0, max: 500 });
  const frame = { x0: 0, y0: 0, x1: 500, y1: 500 };
  fc.assert(
    fc.property(
      fc.array(fc.tuple(coordinate, coordinate, fc.string({ minLength: 3, maxLength: 16 })), {
        maxLength: 40,
      }),
      (list) => {
        const marks = list.map(([x, y]) => ({ x0: x - 12, y0: y - 12, x1: x + 12, y1: y + 12 }));
        const placed = placeLabels(
          list.map(([x, y, text], i) => ({ key: String(i), text, x, y, reach: 12, fontPx: 12 })),
          { marks, frame },
        );
        const boxes = placed.map(box);
        for (const b of boxes)
          expect([b.x0 >= 0, b.y0 >= 0, b.x1 <= 500, b.y1 <= 500]).toEqual([true, true, true, true]);
        for (const l of placed.filter((p) => p.leader)) {
          // Points of the line lie in no other mark and no other name.
          const points = Array.from({ length: 50 }, (_, i) => [
            l.x + ((l.cx - l.x) * i) / 50,
            l.y + ((l.cy - l.y) * i) / 50,
          ]);
          const others = [
            ...marks.filter((m) => !(l.x >= m.x0 && l.x <= m.x1 && l.y >= m.y0 && l.y <= m.y1)),
            ...placed.filter((o) => o !== l).map(box),
          ];
          for (const [x, y] of points)
            expect(
              others.some((o) => x! > o.x0 + 7 && x! < o.x1 - 7 && y! > o.y0 + 6.5 && y! < o.y1 - 6.5),
            ).toBe(false);
        }
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
  const [below] = placeLabels([wish], { marks: [] });
  expect(below!.cy).toBeGreaterThan(100);
  const [above] = placeLabels([wish], { marks: [], walls: [{ x0: 0, y0: 118, x1: 200, y1: 118 }] });
  expect(above!.cy).toBeLessThan(100);
  const [far] = placeLabels([wish], { marks: [{ x0: 40, y0: 70, x1: 160, y1: 130 }] });
  expect(far!.leader).toBe(true);
});

describe('names of rooms', () => {
  const room = { key: 'r', text: 'Kitchen 12.0 m²', short: 'Kitchen', x: 50, y: 50, reach: 0, fontPx: 12 };
  const walls = (size: number, half = 2) => {
    const [low, high] = [50 - size / 2, 50 + size / 2];
    return [
      { x0: low, y0: low, x1: high, y1: low, half },
      { x0: high, y0: low, x1: high, y1: high, half },
      { x0: high, y0: high, x1: low, y1: high, half },
      { x0: low, y0: high, x1: low, y1: low, half },
    ];
  };
  const inside = (l: { cx: number; cy: number; width: number; height: number }, size: number) =>
    Math.abs(l.cx - 50) + l.width / 2 <= size / 2 && Math.abs(l.cy - 50) + l.height / 2 <= size / 2;
  test('stand where they were named, whole where there is room, short where there is less', () => {
    expect(placeLabels([room], { marks: [], walls: walls(160) })[0]).toMatchObject({
      text: room.text,
      cx: 50,
      cy: 50,
    });
    expect(placeLabels([room], { marks: [], walls: walls(80) })[0]).toMatchObject({ text: 'Kitchen' });
    expect(placeLabels([{ ...room, short: undefined }], { marks: [], walls: walls(80) })[0]!.text).toBe(
      room.text,
    );
  });
  test('step aside from a mark without leaving their room', () => {
    const mark = { x0: 37, y0: 37, x1: 63, y1: 63 };
    const [label] = placeLabels([room], { marks: [mark], walls: walls(120) });
    expect(inside(label!, 120)).toBe(true);
    expect(overlap(mark, box(label!))).toBe(false);
  });
  test('keep off thick walls by their thickness', () => {
    const [thin] = placeLabels([{ ...room, short: undefined }], { marks: [], walls: walls(100, 0) });
    const [thick] = placeLabels([room], { marks: [], walls: walls(100, 4) });
    expect(thin!.text).toBe(room.text);
    expect(thick!.text).toBe('Kitchen');
  });
  test('stand over stairs sooner than over a wall', () => {
    const stairs = walls(60).map((l) => ({ ...l, half: 0, faint: true }));
    const [label] = placeLabels([{ ...room, short: undefined }], {
      marks: [],
      walls: [...walls(110), ...stairs],
    });
    expect(inside(label!, 110)).toBe(true);
  });
  test('have no leader line, however far they step', () => {
    const mark = { x0: 10, y0: 20, x1: 90, y1: 80 };
    for (const l of placeLabels([room], { marks: [mark], walls: walls(300) })) expect(l.leader).toBe(false);
  });
});
