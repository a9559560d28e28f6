import { addOpening, wallNear } from '@/core/site/edit/plot';
import { addHole, storeyAbove } from '@/core/site/edit/storeys';
import { dividingWall } from '@/core/site/edit/divide';
import { addRoomBox, addSharedWall } from '@/core/site/edit/walls';
import { inside } from '@/core/site/model/levels';
import { roomsOn } from '@/core/site/geometry/rooms';
import { SHORTEST_WALL_M, type Point } from '@/core/site/model/schema';
import { newId } from '@/ui/job/newId';
import { boxOf, distanceM, type Hand } from './hand';

/** How near a press has to be to a wall for a door or paint, m. */
const WALL_REACH_M = 0.8;

const OPENINGS = {
  door: { kind: 'door', widthM: 0.9, sillM: 0, heightM: 2.05, construction: 'timberDoor' },
  window: { kind: 'window', widthM: 1.2, sillM: 0.9, heightM: 1.2, construction: 'glazingClear' },
  gap: { kind: 'opening', widthM: 1, sillM: 0, heightM: 2.1, construction: 'open' },
} as const;

/** Tools of the house: walls, rooms, openings, stairs, names. */
export function houseTools({ job, pen, site, storeys, say, choose, begin, corners }: Hand) {
  function opening(p: Point, tool: keyof typeof OPENINGS): void {
    const hit = wallNear(site(), storeys(), p, WALL_REACH_M);
    const shape = OPENINGS[tool];
    if (!hit) return say(`${tool === 'gap' ? 'An opening' : `A ${tool}`} goes into a wall: press one.`);
    const widthM = Math.min(shape.widthM, hit.lengthM - 0.1);
    if (widthM < 0.3) return say('This wall is too short for it.');
    const offsetM = Math.max(0, Math.min(hit.lengthM - widthM, hit.alongM - widthM / 2));
    const id = newId('ope');
    job().setSite((s) =>
      addOpening(s, { id, wallId: hit.wall.id, ...shape, widthM, offsetM: Math.round(offsetM * 100) / 100 }),
    );
    choose({ kind: 'opening', id });
    say('');
  }

  function wall(p: Point): void {
    const { storeyId } = job();
    const { from, construction } = pen();
    if (!storeyId) return say('Add a building first: a wall stands on a storey.');
    if (!from) return begin(p);
    if (distanceM(p, from) < SHORTEST_WALL_M)
      return say('The wall has no length: set its other end farther off.');
    const a = { xM: from.xM, yM: from.yM };
    job().setSite((s) => ({
      ...s,
      walls: [...s.walls, { id: newId('wal'), storeyId, a, b: p, construction, heightM: null }],
    }));
    begin(p);
  }

  function divide(p: Point): void {
    const { storeyId } = job();
    const { from, construction } = pen();
    if (!storeyId) return say('Add a building first: a storey is divided.');
    if (!from) return begin(p);
    // Of the open storey alone: a line in another building would put its wall on the wrong one.
    const walls = site().walls.filter((w) => w.storeyId === storeyId);
    const made = dividingWall(walls, from, p);
    if (!made) return say('No wall to run up to on both sides: set the second point inside the same storey.');
    pen().set({ from: null, message: '' });
    job().setSite((s) => addSharedWall(s, { storeyId, ...made, construction, heightM: null }, newId));
  }

  function room(p: Point): void {
    const { storeyId } = job();
    if (!storeyId) return say('Add a building first: a room stands on a storey.');
    corners(p, (from) => {
      const { construction } = pen();
      const a = { xM: from.xM, yM: from.yM };
      job().setSite((s) => addRoomBox(s, { storeyId, from: a, to: p, construction }, newId));
    });
  }

  function stairs(p: Point): void {
    const { storeyId } = job();
    const own = site()
      .buildings.flatMap((b) => b.storeys)
      .find((s) => s.id === storeyId);
    if (!storeyId || !own) return say('Add a building first.');
    const above = storeyAbove(site(), storeyId);
    const target = above ?? (own.floor === null ? null : own);
    if (!target) return say('There is no storey above to climb to: copy this one up first.');
    corners(p, (from) => {
      job().setSite((s) => addHole(s, target.id, 'Stairs', boxOf(from, p), newId));
      say(`Cut out of the floor of ${target.name}.`);
    });
  }

  function roomName(p: Point): void {
    for (const storeyId of storeys()) {
      const rooms = site().rooms.filter((r) => r.storeyId === storeyId);
      const found = roomsOn(site(), storeyId).find((r) => inside(r.outline, p.xM, p.yM));
      if (!found) continue;
      const id = found.named?.id ?? newId('room');
      if (!found.named)
        job().setSite((s) => ({
          ...s,
          rooms: [...s.rooms, { id, storeyId, name: `Room ${rooms.length + 1}`, at: p, activities: null }],
        }));
      choose({ kind: 'room', id });
      return say('');
    }
    say('No room is closed in by walls here yet.');
  }

  function paint(p: Point): void {
    const hit = wallNear(site(), storeys(), p, WALL_REACH_M);
    if (!hit) return say('Press a wall.');
    const { construction } = pen();
    job().setSite((s) => ({
      ...s,
      walls: s.walls.map((w) => (w.id === hit.wall.id ? { ...w, construction } : w)),
    }));
    choose({ kind: 'wall', id: hit.wall.id });
    say('');
  }

  return { wall, divide, room, stairs, roomName, paint, opening };
}
