import type { Scene } from './scene';
import type { Barrier, Slab } from './solids';
import {
  TOUCHED_M,
  barrierHit,
  insidePart,
  lengthInPrismM,
  openShare,
  slabCrossed,
  slopeCrossed,
  type Spot3,
} from './meet';
import { passesOver } from './sceneParts';

export type { Spot3 } from './meet';

/** Straight distance, m. A plain root: `Math.hypot` costs ten times as much and this is asked for every cell. */
export function distanceBetweenM(a: Spot3, b: Spot3): number {
  const x = b.x - a.x;
  const y = b.y - a.y;
  const z = b.z - a.z;
  return Math.sqrt(x * x + y * y + z * z);
}

/** A wall, opening or obstacle a line passes. */
export interface Passed {
  /** Construction number: of the wall, or of what fills the opening. */
  construction: number;
  /** 1, or less where the line only touches it. */
  weight: number;
  /** For an opening: construction of its wall, null for others; and the share of the opening that is open to this line. */
  wall: number | null;
  open: number;
}

/** What a straight line between two points meets. */
export interface Crossings {
  distanceM: number;
  walls: Passed[];
  /** Construction number of each floor and roof passed. */
  floors: number[];
  /** How steeply floors are met: the cosine of the way to the upright, 0 to 1. */
  steep: number;
  indoorM: number;
  /** Length inside foliage in leaf and inside bare foliage, m. */
  leafM: number;
  bareM: number;
}

/** Things a leg of a bent path ends on, which it therefore does not cross. */
export interface Skip {
  barriers: readonly Barrier[];
  slabs: readonly Slab[];
  /** Walls of which only a part is there, or nothing. */
  parts?: ReadonlyMap<Barrier, Barrier | null>;
}

/** Everything a straight line from u to p meets in a scene, less what is skipped. */
export function crossingsBetween(scene: Scene, u: Spot3, p: Spot3, skip?: Skip): Crossings {
  const distanceM = distanceBetweenM(u, p);
  const walls: Passed[] = [];
  const floors: number[] = [];
  let indoorM = 0;
  let leafM = 0;
  let bareM = 0;
  const lowM = Math.min(u.z, p.z);
  const highM = Math.max(u.z, p.z);
  for (const part of scene.parts) {
    if (!passesOver(part, u, p)) continue;
    for (const whole of part.barriers) {
      const w = skip?.parts?.has(whole) ? skip.parts.get(whole) : whole;
      if (!w) continue;
      // A wall of another storey, passed over or under.
      if (w.topM <= lowM || w.baseM > highM + TOUCHED_M) continue;
      if (skip?.barriers.includes(w)) continue;
      const hit = barrierHit(w, u, p);
      if (!hit) continue;
      const { opening, weight } = hit;
      if (opening === null) walls.push({ construction: w.construction, weight, wall: null, open: 1 });
      else
        walls.push({
          construction: w.openings[opening]!.construction,
          weight,
          wall: w.construction,
          open: openShare(w, opening, u, p),
        });
    }
    for (const s of part.slabs)
      if (!skip?.slabs.includes(s) && slabCrossed(s, u, p)) floors.push(s.construction);
    for (const s of part.slopes)
      if (slopeCrossed(s, u, p)) walls.push({ construction: s.construction, weight: 1, wall: null, open: 1 });
    for (const v of part.volumes)
      if (lengthInPrismM(v, u, p) > TOUCHED_M)
        walls.push({ construction: v.construction, weight: 1, wall: null, open: 1 });
    for (const f of part.footprints) indoorM += insidePart(f, u, p) * distanceM;
    for (const l of part.leaves) {
      const m = lengthInPrismM(l, u, p);
      if (l.inLeaf) leafM += m;
      else bareM += m;
    }
  }
  const steep = distanceM > 0 ? Math.min(1, (highM - lowM) / distanceM) : 1;
  return { distanceM, walls, floors, steep, indoorM, leafM, bareM };
}
