import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nextMark } from './nextMark';

const at = (xM: number, yM: number) => ({ place: { xM, yM } });

test('goes to the nearest mark ahead that lies little aside', () => {
  const [here, near, far, aside, behind] = [at(0, 0), at(2, 0.3), at(4, 0), at(1, 5), at(-1, 0)];
  const marks = [here, near, far, aside, behind];
  expect(nextMark(marks, here, [1, 0])).toBe(near);
  expect(nextMark(marks, near, [1, 0])).toBe(far);
  expect(nextMark(marks, here, [-1, 0])).toBe(behind);
  expect(nextMark(marks, here, [0, 1])).toBe(aside);
  expect(nextMark(marks, here, [0, -1])).toBeNull();
});

test('every mark is within reach of the arrows from any other', () => {
  const point = fc.record({ xM: fc.integer({ min: 0, max: 30 }), yM: fc.integer({ min: 0, max: 30 }) });
  fc.assert(
    fc.property(
      fc.uniqueArray(point, { minLength: 2, maxLength: 12, selector: (p) => `${p.xM},${p.yM}` }),
      (places) => {
        const marks = places.map((place) => ({ place }));
        const seen = new Set([marks[0]!]);
        for (const mark of seen)
          for (const way of [
            [1, 0],
            [-1, 0],
            [0, 1],
            [0, -1],
          ] as const) {
            const next = nextMark(marks, mark, way);
            if (next) seen.add(next);
          }
        expect(seen.size).toBe(marks.length);
      },
    ),
  );
});
