import type { Skip, Spot3 } from '../geometry/crossings';
import { keptWall, type Plane } from '../geometry/halfSpace';
import { TOUCH_M, barrierHit, slabCrossed } from '../geometry/meet';
import { boxOf } from '../geometry/sceneParts';
import { readByCosine } from '../materials/slant';
import type { Scene } from '../geometry/scene';
import type { Barrier, Slab } from '../geometry/solids';
import { ownedBy, lru } from '../../stats/lru';

/** A face that reflects: a wall, or a floor or roof, in its plane. */
export interface Mirror extends Plane {
  wall: Barrier | null;
  slab: Slab | null;
}

/** A mirror as one end of a way sees it: that end behind it, and the side of the plane on which it is. */
export interface Image {
  mirror: Mirror;
  at: Spot3;
  side: 1 | -1;
}

/** Shorter walls are narrower than the first Fresnel zone of a few metres and reflect little, m (estimate). */
const LEAST_WALL_M = 1;

/** Both legs of a way that is reflected are at most this long, m (estimate); an odd length, as that of edges. */
export const REFLECTION_REACH_M = 25.037;

/**
 * A way that is reflected counts where it is at most so much weaker than the straight line, dB (estimate): a weaker one adds less
 * than 0.05 dB.
 */
export const REFLECTION_WEAKER_DB = 20;

/** Most mirrors that are followed from one end, the nearest first. A house has about fifty. */
const MOST_MIRRORS = 60;

/** How far a point lies in front of a mirror's plane, m; negative behind it. */
export const inFront = (m: Plane, p: Spot3): number => m.nx * p.x + m.ny * p.y + m.nz * p.z - m.d;

function mirrorOf(wall: Barrier | null, slab: Slab | null): Mirror {
  if (!wall) return { wall, slab, nx: 0, ny: 0, nz: 1, d: slab!.levelM };
  const nx = -(wall.by - wall.ay) / wall.lengthM;
  const ny = (wall.bx - wall.ax) / wall.lengthM;
  return { wall, slab, nx, ny, nz: 0, d: nx * wall.ax + ny * wall.ay };
}

const mirrorsOf = ownedBy((_: Scene): Mirror[] => []);

/** How near the face of a mirror comes to a point, m: from below. */
function nearestM({ barriers, slabs }: Scene, i: number, p: Spot3): number {
  const wall = barriers[i];
  if (!wall) {
    const { outline, levelM } = slabs[i - barriers.length]!;
    const box = boxOf(outline);
    const x = Math.max(0, box.minX - p.x, p.x - box.maxX);
    const y = Math.max(0, box.minY - p.y, p.y - box.maxY);
    return Math.hypot(x, y, levelM - p.z);
  }
  const wx = wall.bx - wall.ax;
  const wy = wall.by - wall.ay;
  const along = ((p.x - wall.ax) * wx + (p.y - wall.ay) * wy) / (wall.lengthM * wall.lengthM);
  const s = Math.max(0, Math.min(1, along));
  const z = Math.max(0, wall.baseM - p.z, p.z - wall.topM);
  return Math.hypot(wall.ax + s * wx - p.x, wall.ay + s * wy - p.y, z);
}

/** A mirror by its number: walls first, then floors and roofs. Made when it is first asked for. */
function mirrorAt(scene: Scene, i: number): Mirror {
  const { barriers, slabs } = scene;
  return (mirrorsOf(scene)[i] ??= mirrorOf(barriers[i] ?? null, slabs[i - barriers.length] ?? null));
}

/**
 * A wall that ends at a mirror goes on behind it by so much, m: a way that is reflected where they meet passes it with both its
 * legs, and each of them touches it.
 */
const BEHIND_M = 1e-6;

function goneThrough(mirror: Mirror, w: Barrier): Barrier {
  if (mirror.nz !== 0) return w;
  const by = BEHIND_M / w.lengthM;
  const [x, y] = [by * (w.bx - w.ax), by * (w.by - w.ay)];
  const endsAt = (px: number, py: number) => Math.abs(mirror.nx * px + mirror.ny * py - mirror.d) <= BEHIND_M;
  const [a, b] = [endsAt(w.ax, w.ay) ? 1 : 0, endsAt(w.bx, w.by) ? 1 : 0];
  const times = 1 + (a + b) * by;
  const at = (s: number) => (s + a * by) / times;
  return {
    ...w,
    ax: w.ax - a * x,
    ay: w.ay - a * y,
    bx: w.bx + b * x,
    by: w.by + b * y,
    lengthM: times * w.lengthM,
    openings: w.openings.map((o) => ({ ...o, s0: at(o.s0), s1: at(o.s1) })),
  };
}

const passedKnown = ownedBy((_: Mirror) => lru<1 | -1, Skip>(2));

/** What a leg that ends at a mirror passes none of: what lies in its plane and behind it, and the parts of walls that do. */
export const skipAt = (scene: Scene, { mirror, side }: Image): Skip =>
  passedKnown(mirror)(side, () => {
    const parts = new Map<Barrier, Barrier | null>();
    for (const w of scene.barriers) {
      if (!isAt(mirror, w)) continue;
      const own = keptWall({ mirror, side }, w);
      parts.set(w, own && goneThrough(mirror, own));
    }
    const { slab } = mirror;
    const slabs = slab ? scene.slabs.filter((s) => Math.abs(s.levelM - slab.levelM) <= TOUCH_M) : [];
    return { barriers: [], slabs, parts };
  });

/** Whether a wall comes to the plane of a mirror: what lies wholly behind it is met by no leg that ends there. */
function isAt(m: Mirror, w: Barrier): boolean {
  if (m.nz !== 0) return w.baseM <= m.d + TOUCH_M && w.topM >= m.d - TOUCH_M;
  const a = m.nx * w.ax + m.ny * w.ay - m.d;
  const b = m.nx * w.bx + m.ny * w.by - m.d;
  return Math.min(a, b) <= TOUCH_M && Math.max(a, b) >= -TOUCH_M;
}

const MOST_PLACES = 64;
const imagesKnown = ownedBy((_: Scene) => lru<string, readonly Image[]>(MOST_PLACES));

function findImages(scene: Scene, u: Spot3): Image[] {
  const { barriers, slabs } = scene;
  const near: { i: number; farM: number }[] = [];
  for (let i = 0; i < barriers.length + slabs.length; i++) {
    if (i < barriers.length && barriers[i]!.lengthM < LEAST_WALL_M) continue;
    const farM = nearestM(scene, i, u);
    if (farM <= REFLECTION_REACH_M) near.push({ i, farM });
  }
  // The nearest first: they reflect most, and leave little to try for the rest.
  near.sort((a, b) => a.farM - b.farM || a.i - b.i).splice(MOST_MIRRORS);
  return near.flatMap(({ i }): Image[] => {
    const mirror = mirrorAt(scene, i);
    const off = inFront(mirror, u);
    if (Math.abs(off) <= TOUCH_M) return [];
    const { nx, ny, nz } = mirror;
    const at = { x: u.x - 2 * off * nx, y: u.y - 2 * off * ny, z: u.z - 2 * off * nz };
    return [{ mirror, at, side: off > 0 ? 1 : -1 }];
  });
}

/** The images of a place in the mirrors within reach of it. */
export const imagesOf = (scene: Scene, u: Spot3): readonly Image[] =>
  imagesKnown(scene)(`${u.x},${u.y},${u.z}`, () => findImages(scene, u));

/** How a way from an image to a point is reflected. */
export interface Reflected {
  /** Part of the way from the image at which the mirror is. */
  part: number;
  lengthM: number;
  /** What the mirror takes, dB. */
  lossDb: number;
}

/**
 * The way from an image to a point, off the mirror's face and no open door in it; null where the point is not in front of
 * the mirror or a leg is out of reach.
 */
export function reflectedFrom(scene: Scene, { mirror, at, side }: Image, p: Spot3): Reflected | null {
  const off = side * inFront(mirror, p);
  if (off <= TOUCH_M) return null;
  const x = p.x - at.x;
  const y = p.y - at.y;
  const z = p.z - at.z;
  const lengthM = Math.sqrt(x * x + y * y + z * z);
  const behind = -side * inFront(mirror, at);
  const part = behind / (behind + off);
  if (part * lengthM > REFLECTION_REACH_M || (1 - part) * lengthM > REFLECTION_REACH_M) return null;
  const { wall, slab } = mirror;
  let { construction } = (wall ?? slab)!;
  if (wall) {
    const hit = barrierHit(wall, at, p);
    if (!hit || hit.weight < 1) return null;
    if (hit.opening !== null) ({ construction } = wall.openings[hit.opening]!);
  } else if (!slabCrossed(slab!, at, p)) return null;
  const table = scene.reflectionLossDb[construction];
  if (!table) return null;
  return { part, lengthM, lossDb: readByCosine(table, (behind + off) / lengthM) };
}
