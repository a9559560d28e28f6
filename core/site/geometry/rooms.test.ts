import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { findRooms, isTangled, looseEnds, signedAreaM2 } from './rooms';
import { inside } from '../model/levels';
import type { Point, Wall } from '../model/schema';

const p = (xM: number, yM: number): Point => ({ xM, yM });
let n = 0;
const wall = (x0: number, y0: number, x1: number, y1: number): Wall => ({
  id: `w${n++}`,
  storeyId: 's',
  a: { xM: x0, yM: y0 },
  b: { xM: x1, yM: y1 },
  construction: 'plasterboard',
  heightM: null,
});
const box = (x0: number, y0: number, x1: number, y1: number) => [
  wall(x0, y0, x1, y0),
  wall(x1, y0, x1, y1),
  wall(x1, y1, x0, y1),
  wall(x0, y1, x0, y0),
];

describe('rooms from closed walls', () => {
  test('one box is one room, a wall across makes two, one that stops short none', () => {
    expect(findRooms(box(0, 0, 8, 6), []).map((r) => r.areaM2)).toEqual([48]);
    const split = [...box(0, 0, 8, 6), wall(3, 0, 3, 6)];
    expect(
      findRooms(split, [])
        .map((r) => r.areaM2)
        .sort((a, b) => a - b),
    ).toEqual([18, 30]);
    expect(findRooms([...box(0, 0, 8, 6), wall(3, 0, 3, 4)], []).map((r) => r.areaM2)).toEqual([48]);
  });
  test('walls that cross without a common end, and ends 2 cm off, still close', () => {
    expect(findRooms([...box(0, 0, 6, 6), wall(3, 0, 3, 6), wall(0, 3, 6, 3)], [])).toHaveLength(4);
    expect(findRooms([...box(0, 0, 6, 6), wall(3, 0.02, 3, 5.98)], [])).toHaveLength(2);
  });
  test('an L-shaped room has its name well inside', () => {
    const l = [
      wall(0, 0, 6, 0),
      wall(6, 0, 6, 2),
      wall(6, 2, 2, 2),
      wall(2, 2, 2, 6),
      wall(2, 6, 0, 6),
      wall(0, 6, 0, 0),
    ];
    const [room] = findRooms(l, []);
    expect(room!.areaM2).toBeCloseTo(20, 9);
    expect(inside(room!.outline, room!.middle.xM, room!.middle.yM)).toBe(true);
  });
  test('a named room keeps its name by the place it was named at', () => {
    const rooms = [{ id: 'r', storeyId: 's', name: 'Snug', at: { xM: 1, yM: 1 }, activities: null }];
    const found = findRooms([...box(0, 0, 8, 6), wall(3, 0, 3, 6)], rooms);
    expect(found.find((r) => r.named)!.areaM2).toBe(18);
  });
  test('the farm has its rooms', () => {
    const site = farmSite();
    const of = (storey: string) =>
      findRooms(
        site.walls.filter((w) => w.storeyId === storey),
        site.rooms.filter((r) => r.storeyId === storey),
      );
    expect(
      of('f-ground')
        .map((r) => r.named?.name)
        .sort(),
    ).toEqual(['Dairy pantry', 'Hall', 'Kitchen', 'Parlour', 'Porch', 'Snug']);
    expect(of('f-ground').reduce((sum, r) => sum + r.areaM2, 0)).toBeCloseTo(140, 6);
    expect(of('f-ground').find((r) => r.named?.name === 'Snug')!.areaM2).toBeCloseTo(27, 6);
  });
  test('however a box is divided, the rooms together are the box', () => {
    const cuts = fc.uniqueArray(fc.integer({ min: 1, max: 19 }), { maxLength: 4 });
    fc.assert(
      fc.property(cuts, cuts, fc.double({ min: 0, max: 6.28, noNaN: true }), (xs, ys, angle) => {
        const turn = (p: Point): Point => ({
          xM: p.xM * Math.cos(angle) - p.yM * Math.sin(angle),
          yM: p.xM * Math.sin(angle) + p.yM * Math.cos(angle),
        });
        const walls = [
          ...box(0, 0, 20, 20),
          ...xs.map((x) => wall(x, 0, x, 20)),
          ...ys.map((y) => wall(0, y, 20, y)),
        ];
        const found = findRooms(
          walls.map((w) => ({ ...w, a: turn(w.a), b: turn(w.b) })),
          [],
        );
        expect(found).toHaveLength((xs.length + 1) * (ys.length + 1));
        expect(found.reduce((sum, r) => sum + r.areaM2, 0)).toBeCloseTo(400, 4);
        for (const r of found) expect(inside(r.outline, r.middle.xM, r.middle.yM)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

test('loose ends are found with how far the next wall is', () => {
  const walls = [...box(0, 0, 8, 6), wall(3, 0, 3, 5.6)];
  const [loose, ...rest] = looseEnds(walls);
  expect(rest).toEqual([]);
  expect(loose).toMatchObject({ at: { xM: 3, yM: 5.6 }, gapM: expect.closeTo(0.4, 9) });
});

test('signed area tells the way round', () => {
  expect(signedAreaM2([p(0, 0), p(2, 0), p(2, 1), p(0, 1)])).toBe(2);
  expect(signedAreaM2([p(0, 1), p(2, 1), p(2, 0), p(0, 0)])).toBe(-2);
});

describe('walls beyond all measure', () => {
  const line = (i: number, a: Point, b: Point): Wall => ({
    id: `w${i}`,
    storeyId: 's',
    a,
    b,
    construction: 'plasterboard',
    heightM: null,
  });
  test('walls drawn over each other count once', () => {
    const room = [p(0, 0), p(4, 0), p(4, 3), p(0, 3)];
    const walls = room.map((a, i) => line(i, a, room[(i + 1) % 4]!));
    const thrice = [...walls, ...walls, ...walls.map((w) => ({ ...w, a: w.b, b: w.a }))];
    expect(isTangled(thrice)).toBe(false);
    expect(findRooms(thrice, []).map((r) => r.areaM2)).toEqual([12]);
  });
  test('so many crossings that no rooms are looked for are called tangled', () => {
    const walls = Array.from({ length: 700 }, (_, i) =>
      i % 2 ? line(i, p(0, i), p(800, i)) : line(i, p(i, 0), p(i, 800)),
    );
    expect(isTangled(walls)).toBe(true);
    expect(findRooms(walls, [])).toEqual([]);
    expect(looseEnds(walls)).toEqual([]);
    expect(isTangled(walls.slice(0, 400))).toBe(false);
  });
});
