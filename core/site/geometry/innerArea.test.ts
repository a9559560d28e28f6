import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Wall } from '../model/schema';
import { innerAreaM2 } from './innerArea';
import { findRooms } from './rooms';

const wall = (id: string, ax: number, ay: number, bx: number, by: number, thicknessM: number): Wall => ({
  id,
  storeyId: 's',
  a: { xM: ax, yM: ay },
  b: { xM: bx, yM: by },
  construction: 'brickHalf',
  heightM: null,
  thicknessM,
});

test('a box of thick walls is as large as a tape finds it inside', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 2, max: 9, noNaN: true }),
      fc.double({ min: 2, max: 9, noNaN: true }),
      fc.double({ min: 0.05, max: 0.6, noNaN: true }),
      fc.double({ min: 0.05, max: 0.6, noNaN: true }),
      (w, d, t, u) => {
        const walls = [
          wall('n', 0, 0, w, 0, t),
          wall('e', w, 0, w, d, u),
          wall('s', w, d, 0, d, t),
          wall('w', 0, d, 0, 0, u),
        ];
        const [room] = findRooms(walls, []);
        expect(innerAreaM2(room!, walls, [])).toBeCloseTo((w - u) * (d - t), 6);
      },
    ),
  );
});

test('an L keeps its corner, and a partition between two rooms is taken from both', () => {
  const walls = [
    wall('a', 0, 0, 6, 0, 0.4),
    wall('b', 6, 0, 6, 4, 0.4),
    wall('c', 6, 4, 0, 4, 0.4),
    wall('d', 0, 4, 0, 0, 0.4),
    wall('p', 3, 0, 3, 4, 0.1),
  ];
  const rooms = findRooms(walls, []);
  expect(rooms.map((r) => innerAreaM2(r, walls, []))).toEqual([
    expect.closeTo((3 - 0.2 - 0.05) * 3.6, 6),
    expect.closeTo((3 - 0.2 - 0.05) * 3.6, 6),
  ]);
  const el = [
    wall('1', 0, 0, 4, 0, 0.2),
    wall('2', 4, 0, 4, 2, 0.2),
    wall('3', 4, 2, 2, 2, 0.2),
    wall('4', 2, 2, 2, 4, 0.2),
    wall('5', 2, 4, 0, 4, 0.2),
    wall('6', 0, 4, 0, 0, 0.2),
  ];
  // 4 × 2 and 2 × 2, less 0.1 all round: 12 − 16 × 0.1 + 4 corners out − 1 corner in.
  expect(innerAreaM2(findRooms(el, [])[0]!, el, [])).toBeCloseTo(3.8 * 1.8 + 1.8 * 2, 6);
});
