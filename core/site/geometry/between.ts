import { roomNameAt } from './roomName';
import { distanceToWallM } from './rooms';
import type { Obstacle, Place, Point, Site } from '../model/schema';

/** What stands on the straight way between two places: doors by the rooms they join, and things by their names. */
export interface Between {
  doors: { wallId: string; rooms: readonly [string, string] }[];
  things: Obstacle[];
}

/** What is so near to the straight way counts as on it, m: about the first Fresnel zone of 2.4 GHz over ten metres. */
const NEAR_M = 0.6;
/** How far from a door the rooms on its sides are asked for, m. */
const BESIDE_M = 0.5;

/** Where two straight pieces meet, as a share of the second; null where they do not. */
function meetShare(a: Point, b: Point, c: Point, d: Point): number | null {
  const [ux, uy, vx, vy] = [b.xM - a.xM, b.yM - a.yM, d.xM - c.xM, d.yM - c.yM];
  const cross = ux * vy - uy * vx;
  if (Math.abs(cross) < 1e-9) return null;
  const [wx, wy] = [c.xM - a.xM, c.yM - a.yM];
  const [t, s] = [(wx * vy - wy * vx) / cross, (wx * uy - wy * ux) / cross];
  return t >= 0 && t <= 1 && s >= 0 && s <= 1 ? s : null;
}

/** Doors and things the straight way between two places passes on their storeys, seen from above. */
export function between(site: Site, a: Place, b: Place): Between {
  const storeys = new Set([a.storeyId, b.storeyId]);
  const doors: Between['doors'] = [];
  for (const wall of site.walls) {
    if (!storeys.has(wall.storeyId)) continue;
    const share = meetShare(a, b, wall.a, wall.b);
    if (share === null) continue;
    const lengthM = Math.hypot(wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM);
    const atM = share * lengthM;
    const door = site.openings.find(
      (o) => o.wallId === wall.id && o.kind === 'door' && atM >= o.offsetM && atM <= o.offsetM + o.widthM,
    );
    if (!door) continue;
    const middle = (door.offsetM + door.widthM / 2) / lengthM;
    const at = (side: number): Place => ({
      storeyId: wall.storeyId,
      heightM: 1,
      xM:
        wall.a.xM + middle * (wall.b.xM - wall.a.xM) - (side * BESIDE_M * (wall.b.yM - wall.a.yM)) / lengthM,
      yM:
        wall.a.yM + middle * (wall.b.yM - wall.a.yM) + (side * BESIDE_M * (wall.b.xM - wall.a.xM)) / lengthM,
    });
    doors.push({ wallId: wall.id, rooms: [roomNameAt(site, at(-1)), roomNameAt(site, at(1))] });
  }
  const things = site.obstacles.filter(
    (o) =>
      storeys.has(o.storeyId) &&
      o.outline.some((p, i) => {
        const next = o.outline[(i + 1) % o.outline.length]!;
        return distanceToWallM(p, { a, b }) <= NEAR_M || meetShare(a, b, p, next) !== null;
      }),
  );
  return { doors, things };
}
