import { distanceToWallM, MEET_M, type FoundRoom } from '../geometry/rooms';
import type { Opening, Point, Wall } from '../model/schema';

/** A stretch of a wall that closes in a room, from end a of the wall, m. */
export interface Edge {
  room: number;
  wall: Wall;
  fromM: number;
  toM: number;
}

const alongM = (wall: Wall, p: Point): number => {
  const [dx, dy] = [wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM];
  return ((p.xM - wall.a.xM) * dx + (p.yM - wall.a.yM) * dy) / Math.hypot(dx, dy);
};

/** Every stretch of wall that closes in each room. */
export function edgesOf(rooms: readonly FoundRoom[], walls: readonly Wall[]): Edge[] {
  return rooms.flatMap((r, room) =>
    r.outline.flatMap((a, i): Edge[] => {
      const b = r.outline[(i + 1) % r.outline.length]!;
      const middle = { xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 };
      const wall = walls.find((w) => [a, b, middle].every((p) => distanceToWallM(p, w) <= MEET_M));
      if (!wall) return [];
      const [fromM, toM] = [alongM(wall, a), alongM(wall, b)].sort((x, y) => x - y) as [number, number];
      return [{ room, wall, fromM, toM }];
    }),
  );
}

/** A stretch of wall two rooms share. */
export interface Shared extends Omit<Edge, 'room'> {
  rooms: [number, number];
}

/** Every stretch of wall that stands between two rooms. */
export const sharedOf = (edges: readonly Edge[]): Shared[] =>
  edges.flatMap((e, i) =>
    edges.slice(i + 1).flatMap((f): Shared[] => {
      const [fromM, toM] = [Math.max(e.fromM, f.fromM), Math.min(e.toM, f.toM)];
      return e.wall === f.wall && e.room !== f.room && toM - fromM > MEET_M
        ? [{ rooms: [e.room, f.room], wall: e.wall, fromM, toM }]
        : [];
    }),
  );

/** Stretches of wall with a room on one side only: what is on the other is outdoors, or next door. */
export const outerOf = (edges: readonly Edge[], shared: readonly Shared[]): Edge[] =>
  edges.filter((e) => !shared.some((s) => s.wall === e.wall && s.rooms.includes(e.room)));

/** Whether an opening lies in a stretch of its wall, by its middle. */
export const liesIn = (o: Opening, e: Pick<Edge, 'wall' | 'fromM' | 'toM'>): boolean =>
  o.wallId === e.wall.id && o.offsetM + o.widthM / 2 > e.fromM && o.offsetM + o.widthM / 2 < e.toM;
