import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { findRooms } from '../geometry/rooms';
import { dividingWall } from './divide';

const p = (xM: number, yM: number) => ({ xM, yM });
const wall = (id: string, a: ReturnType<typeof p>, b: ReturnType<typeof p>) => ({
  id,
  storeyId: 's',
  a,
  b,
  construction: 'brickCavity',
  heightM: null,
});
const box = [
  wall('n', p(0, 0), p(8, 0)),
  wall('e', p(8, 0), p(8, 6)),
  wall('s', p(8, 6), p(0, 6)),
  wall('w', p(0, 6), p(0, 0)),
];

describe('a line divides what it is drawn in', () => {
  test('from wall to wall, however short the line', () => {
    expect(dividingWall(box, p(3, 2), p(3, 3))).toEqual({ a: p(3, 0), b: p(3, 6) });
    expect(dividingWall(box, p(3, 3), p(3, 2))).toEqual({ a: p(3, 6), b: p(3, 0) });
    expect(dividingWall(box, p(2, 4), p(1, 4))).toEqual({ a: p(8, 4), b: p(0, 4) });
  });
  test('up to the next wall alone; over what lies between the two points it goes on', () => {
    const divided = [...box, wall('m', p(3, 0), p(3, 6))];
    expect(dividingWall(divided, p(4, 2), p(5, 2))).toEqual({ a: p(3, 2), b: p(8, 2) });
    expect(dividingWall(divided, p(1, 2), p(5, 2))).toEqual({ a: p(0, 2), b: p(8, 2) });
  });
  test('begun or ended on a wall it stops there', () => {
    expect(dividingWall(box, p(3, 0), p(3, 1))).toEqual({ a: p(3, 0), b: p(3, 6) });
    expect(dividingWall(box, p(0, 2), p(8, 2))).toEqual({ a: p(0, 2), b: p(8, 2) });
  });
  test('outside, or where there is no wall to run up to, nothing is divided', () => {
    expect(dividingWall(box, p(10, 2), p(12, 2))).toBeNull();
    expect(dividingWall(box.slice(0, 3), p(2, 2), p(3, 2))).toBeNull();
    expect(dividingWall(box, p(2, 2), p(2, 2))).toBeNull();
    expect(dividingWall([], p(2, 2), p(3, 2))).toBeNull();
  });
  test('of one room it makes two, of the same area together', () => {
    const inner = (most: number) => fc.double({ min: 0.5, max: most - 0.5, noNaN: true });
    fc.assert(
      fc.property(inner(8), inner(6), inner(8), inner(6), (x, y, x2, y2) => {
        fc.pre(Math.hypot(x2 - x, y2 - y) > 0.3);
        const made = dividingWall(box, p(x, y), p(x2, y2))!;
        for (const { xM, yM } of [made.a, made.b]) expect(Math.min(xM, 8 - xM, yM, 6 - yM)).toBeCloseTo(0, 3);
        const rooms = findRooms([...box, wall('d', made.a, made.b)], []);
        const areaM2 = rooms.reduce((sum, r) => sum + r.areaM2, 0);
        // A sliver beside a corner is no room.
        expect(areaM2).toBeGreaterThan(47.6);
        expect(areaM2).toBeLessThan(48.01);
        if (rooms.every((r) => r.areaM2 < 47)) expect(rooms).toHaveLength(2);
      }),
    );
  });
});
