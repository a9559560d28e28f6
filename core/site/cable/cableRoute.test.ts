import { onto } from '../geometry/apart';
import { expect, test, describe } from '@jest/globals';
import fc from 'fast-check';
import { emptySite, type Place, type Site, type Wall } from '../model/schema';
import { sampleBuilding, sampleRectangle, sampleWall } from '../../../testing/sampleSite';
import { inside } from '../model/levels';
import { roomsOn } from '../geometry/rooms';
import { LAY_MIN, type RouteLeg } from './cableLegs';
import { cableRoute } from './cableRoute';
import { holeThrough } from './holes';

/** A house of rectangular rooms in columns and rows, all walls drawn whole. */
function rooms(columnsM: readonly number[], rowsM: readonly number[], storeyId = 'g'): Wall[] {
  const xs = columnsM.reduce<number[]>((all, w) => [...all, all[all.length - 1]! + w], [0]);
  const ys = rowsM.reduce<number[]>((all, h) => [...all, all[all.length - 1]! + h], [0]);
  const [right, bottom] = [xs[xs.length - 1]!, ys[ys.length - 1]!];
  const wall = (id: string, ...line: [number, number, number, number]) => sampleWall(id, storeyId, line);
  return [
    ...xs.map((x, i) => wall(`${storeyId}-v${i}`, x, 0, x, bottom)),
    ...ys.map((y, i) => wall(`${storeyId}-h${i}`, 0, y, right, y)),
  ];
}

function house(columnsM: readonly number[], rowsM: readonly number[]): Site {
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  return {
    ...emptySite(),
    buildings: [sampleBuilding('house', ['g'], sampleRectangle(0, 0, sum(columnsM), sum(rowsM)))],
    walls: rooms(columnsM, rowsM),
  };
}

/** Minutes a wall of these houses takes. */
const HOLE = holeThrough(house([4], [4]), 'g-v0').min;

const at = (xM: number, yM: number, storeyId: string | null = 'g'): Place => ({
  storeyId,
  xM,
  yM,
  heightM: 0.3,
});
const minutesOf = (legs: readonly RouteLeg[]) =>
  legs.reduce(
    (sum, l) =>
      sum +
      (l.kind === 'outside' ? l.lengthM * LAY_MIN.perMOutdoors : l.lengthM * LAY_MIN.perMIndoors) +
      l.wallIds.length * HOLE,
    0,
  );

/** Way along the sides of a rectangle between two points on them. */
function roundM(box: { x0: number; y0: number; x1: number; y1: number }, p: Place, q: Place): number {
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
  const along = (r: Place) => {
    const [dx, dy] = [r.xM - box.x0, r.yM - box.y0];
    if (Math.abs(dy) < 1e-6) return dx;
    if (Math.abs(dx - w) < 1e-6) return w + dy;
    if (Math.abs(dy - h) < 1e-6) return w + h + (w - dx);
    return 2 * w + h + (h - dy);
  };
  const d = Math.abs(along(p) - along(q));
  return Math.min(d, 2 * (w + h) - d);
}

/**
 * The least minutes by brute force, from the rules alone: every order of rooms without a room twice, drilled from room to room
 * at every place that could be best: by a corner, or straight beside either end.
 */
function bruteMin(columnsM: readonly number[], rowsM: readonly number[], from: Place, to: Place): number {
  const xs = columnsM.reduce<number[]>((all, w) => [...all, all[all.length - 1]! + w], [0]);
  const ys = rowsM.reduce<number[]>((all, h) => [...all, all[all.length - 1]! + h], [0]);
  const boxes = columnsM.flatMap((_, i) =>
    rowsM.map((__, j) => ({ i, j, x0: xs[i]!, x1: xs[i + 1]!, y0: ys[j]!, y1: ys[j + 1]! })),
  );
  const boxOf = (p: Place) => boxes.find((b) => p.xM > b.x0 && p.xM < b.x1 && p.yM > b.y0 && p.yM < b.y1)!;
  /** The point of the sides nearest to a place, and the drop to it. */
  const wallBy = (p: Place) => {
    const b = boxOf(p);
    return [
      { at: at(b.x0, p.yM), m: p.xM - b.x0 },
      { at: at(b.x1, p.yM), m: b.x1 - p.xM },
      { at: at(p.xM, b.y0), m: p.yM - b.y0 },
      { at: at(p.xM, b.y1), m: b.y1 - p.yM },
    ].sort((x, y) => x.m - y.m)[0]!;
  };
  const [start, end] = [wallBy(from), wallBy(to)];
  const holesBetween = (a: (typeof boxes)[number], b: (typeof boxes)[number]): Place[] => {
    if (a.j === b.j && Math.abs(a.i - b.i) === 1) {
      const x = a.i < b.i ? a.x1 : a.x0;
      const own = [start.at, end.at].filter((p) => Math.abs(p.xM - x) < 1e-6 && p.yM > a.y0 && p.yM < a.y1);
      return [at(x, a.y0 + 0.15), at(x, a.y1 - 0.15), ...own];
    }
    if (a.i === b.i && Math.abs(a.j - b.j) === 1) {
      const y = a.j < b.j ? a.y1 : a.y0;
      const own = [start.at, end.at].filter((p) => Math.abs(p.yM - y) < 1e-6 && p.xM > a.x0 && p.xM < a.x1);
      return [at(a.x0 + 0.15, y), at(a.x1 - 0.15, y), ...own];
    }
    return [];
  };
  let best = Infinity;
  const walk = (box: (typeof boxes)[number], here: Place, min: number, seen: readonly object[]) => {
    if (min >= best) return;
    if (box === boxOf(to)) best = Math.min(best, min + roundM(box, here, end.at));
    for (const next of boxes)
      if (!seen.includes(next))
        for (const hole of holesBetween(box, next))
          walk(next, hole, min + roundM(box, here, hole) + HOLE, [...seen, next]);
  };
  walk(boxOf(from), start.at, 0, [boxOf(from)]);
  return best + start.m + end.m;
}

describe('the way of least work', () => {
  const sizes = fc.array(
    fc.integer({ min: 20, max: 60 }).map((dm) => dm / 10),
    { minLength: 1, maxLength: 3 },
  );
  const share = fc.integer({ min: 12, max: 88 }).map((p) => p / 100);
  test('equals brute force over rooms and holes in small houses', () => {
    fc.assert(
      fc.property(sizes, sizes, share, share, share, share, (columnsM, rowsM, a, b, c, d) => {
        const [w, h] = [columnsM, rowsM].map((l) => l.reduce((x, y) => x + y, 0));
        const [from, to] = [at(w! * a, h! * b), at(w! * c, h! * d)];
        const onWall = (p: Place) =>
          rooms(columnsM, rowsM).some((wall) => onto(wall.a, wall.b, p).offM < 0.05);
        fc.pre(!onWall(from) && !onWall(to));
        const route = cableRoute(house(columnsM, rowsM), from, to)!;
        // Round the outside it may be less work still: two holes, and metres that are quicker.
        const outside = route.outdoorM > 0;
        const brute = bruteMin(columnsM, rowsM, from, to);
        if (outside) expect(minutesOf(route.legs)).toBeLessThanOrEqual(brute + 1e-6);
        else expect(minutesOf(route.legs)).toBeCloseTo(brute, 6);
      }),
      { numRuns: 120 },
    );
  });
  test('never crosses a room in the air, and every wall it passes is drilled', () => {
    fc.assert(
      fc.property(sizes, sizes, share, share, share, share, (columnsM, rowsM, a, b, c, d) => {
        const [w, h] = [columnsM, rowsM].map((l) => l.reduce((x, y) => x + y, 0));
        const site = house(columnsM, rowsM);
        const [from, to] = [at(w! * a, h! * b), at(w! * c, h! * d)];
        const route = cableRoute(site, from, to)!;
        const roomOf = (x: number, y: number) => roomsOn(site, 'g').findIndex((r) => inside(r.outline, x, y));
        for (const leg of route.legs.slice(1, -1)) {
          const middle = { xM: (leg.from.xM + leg.to.xM) / 2, yM: (leg.from.yM + leg.to.yM) / 2 };
          const near = Math.min(...site.walls.map((wall) => onto(wall.a, wall.b, middle).offM));
          expect(near).toBeLessThan(0.03);
        }
        const first = roomOf(from.xM, from.yM);
        if (first >= 0 && first !== roomOf(to.xM, to.yM)) expect(route.wallIds.length).toBeGreaterThan(0);
        expect(route.wallIds.every((id) => site.walls.some((wall) => wall.id === id))).toBe(true);
        expect(route.routeM).toBeCloseTo(
          route.legs.reduce((sum, l) => sum + l.lengthM, 0),
          9,
        );
      }),
      { numRuns: 60 },
    );
  });
});

describe('what lies on the way', () => {
  test('an opening without a door is passed without a hole, a door is drilled beside', () => {
    const site = house([4, 4], [4]);
    const opening = {
      id: 'o',
      wallId: 'g-v1',
      kind: 'opening' as const,
      construction: 'open' as const,
      offsetM: 1.5,
      widthM: 1,
      sillM: 0,
      heightM: 2,
    };
    expect(cableRoute(site, at(1, 2), at(7, 2))!.wallIds).toEqual(['g-v1']);
    expect(cableRoute({ ...site, openings: [opening] }, at(1, 2), at(7, 2))!.wallIds).toEqual([]);
    const door = { ...opening, kind: 'door' as const, construction: 'timberDoor' as const };
    expect(cableRoute({ ...site, openings: [door] }, at(1, 2), at(7, 2))!.wallIds).toEqual(['g-v1']);
  });
  test('a wall that ends in the room is drilled where the cable passes it', () => {
    const site = house([8], [4]);
    const stub: Wall = {
      id: 'stub',
      storeyId: 'g',
      a: { xM: 4, yM: 0 },
      b: { xM: 4, yM: 1.5 },
      construction: 'brickSingle',
      heightM: null,
    };
    const bare = cableRoute(site, at(2, 0.3), at(6, 0.3))!;
    const past = cableRoute({ ...site, walls: [...site.walls, stub] }, at(2, 0.3), at(6, 0.3))!;
    expect(bare.wallIds).toEqual([]);
    // Past the stub through a hole, or the long way round the room: whichever is less work.
    expect(minutesOf(past.legs)).toBeCloseTo(Math.min(minutesOf(bare.legs) + HOLE, 16 + 2 * 0.6 + 4), 0);
  });
  test('a floor is drilled where walls stand over one another; a stairwell is climbed instead', () => {
    const ground = house([4, 4], [4]);
    const [storey] = ground.buildings[0]!.storeys;
    const upper = { ...storey!, id: 'u', name: 'Upper', floorLevelM: 2.8, floor: 'timberFloor' as const };
    const two = (holes: (typeof upper)['holes']): Site => ({
      ...ground,
      buildings: [{ ...ground.buildings[0]!, storeys: [storey!, { ...upper, holes }] }],
      walls: [...ground.walls, ...rooms([4, 4], [4], 'u')],
    });
    const drilled = cableRoute(two([]), at(1, 2), at(1, 2, 'u'))!;
    expect(drilled.floors).toBe(1);
    expect(drilled.wallIds).toEqual([]);
    const stairs = [{ id: 'st', name: 'Stairs', outline: sampleRectangle(0.2, 0.2, 1.4, 3) }];
    expect(cableRoute(two(stairs), at(1, 2), at(1, 2, 'u'))!.floors).toBe(0);
  });
  test('between buildings a duct is taken before the open yard, and both outer walls are drilled', () => {
    const main = house([6], [4]);
    const office = {
      ...main.buildings[0]!,
      id: 'office',
      name: 'Office',
      storeys: [{ ...main.buildings[0]!.storeys[0]!, id: 'o', outline: sampleRectangle(20, 0, 24, 4) }],
    };
    const walls = rooms([4], [4], 'o').map((w) => ({
      ...w,
      a: { ...w.a, xM: w.a.xM + 20 },
      b: { ...w.b, xM: w.b.xM + 20 },
    }));
    const site: Site = { ...main, buildings: [...main.buildings, office], walls: [...main.walls, ...walls] };
    const open = cableRoute(site, at(3, 2), at(22, 2, 'o'))!;
    expect(open.legs.some((l) => l.kind === 'yard')).toBe(true);
    expect(open.wallIds).toHaveLength(2);
    const duct = {
      id: 'd',
      name: 'Duct',
      path: [
        { xM: 6, yM: 1 },
        { xM: 13, yM: 1 },
        { xM: 20, yM: 1 },
      ],
      isFull: false,
      certainty: 'proven' as const,
    };
    const pulled = cableRoute({ ...site, ducts: [duct] }, at(3, 2), at(22, 2, 'o'))!;
    expect(pulled.ductIds).toEqual(['d']);
    expect(pulled.legs.every((l) => l.kind !== 'yard' || l.lengthM < 0.5)).toBe(true);
    expect(pulled.wallIds).toHaveLength(2);
  });
  test('walls that close nothing in give a room within the outline, and no building at all gives no way', () => {
    expect(cableRoute({ ...house([4], [4]), walls: [] }, at(1, 1), at(3, 3))!.wallIds).toEqual([]);
    expect(cableRoute(emptySite(), at(1, 1, null), at(3, 3, null))).toBeNull();
  });
  test('a way that is drawn goes past its points in their order', () => {
    const site = house([8], [6]);
    const proposed = cableRoute(site, at(1, 0.2), at(7, 0.2))!;
    const drawn = cableRoute(site, at(1, 0.2), at(7, 0.2), [at(4, 5.8)])!;
    expect(drawn.routeM).toBeGreaterThan(proposed.routeM + 10);
    expect(drawn.legs.some((l) => onto(l.from, l.to, { xM: 4, yM: 6 }).offM < 0.01)).toBe(true);
  });
});
