import type { PlanBox, ScenePart } from '../geometry/sceneParts';
import { boxOf, partOf } from '../geometry/sceneParts';
import { TOUCH_M } from '../geometry/meet';
import { keptHeights, keptOutline, keptWall, type HalfSpace } from '../geometry/halfSpace';
import { REFLECTION_REACH_M, type Mirror } from '../propagation/mirrors';
import type { Barrier, Slope } from '../geometry/solids';

/** The same on the other side of the mirror. */
function over({ mirror }: HalfSpace, outline: Float64Array): Float64Array {
  const out = new Float64Array(outline.length);
  for (let i = 0; i < outline.length; i += 2) {
    const by = 2 * (mirror.nx * outline[i]! + mirror.ny * outline[i + 1]! - mirror.d);
    out[i] = outline[i]! - by * mirror.nx;
    out[i + 1] = outline[i + 1]! - by * mirror.ny;
  }
  return out;
}

function overWall({ mirror }: HalfSpace, w: Barrier): Barrier {
  const a = 2 * (mirror.nx * w.ax + mirror.ny * w.ay - mirror.d);
  const b = 2 * (mirror.nx * w.bx + mirror.ny * w.by - mirror.d);
  return {
    ...w,
    ax: w.ax - a * mirror.nx,
    ay: w.ay - a * mirror.ny,
    bx: w.bx - b * mirror.nx,
    by: w.by - b * mirror.ny,
  };
}

type Things = Omit<ScenePart, keyof PlanBox>;

/** One side of an upright mirror and its image, as one building. */
function besideWall(half: HalfSpace, part: ScenePart): Things {
  const both = (outline: Float64Array): Float64Array[] => {
    const own = keptOutline(half, outline);
    return own ? [own, over(half, own)] : [];
  };
  const prisms = <T extends { outline: Float64Array }>(list: readonly T[]): T[] =>
    list.flatMap((t) => both(t.outline).map((outline) => ({ ...t, outline })));
  return {
    barriers: part.barriers.flatMap((w) => {
      const own = keptWall(half, w);
      return own ? [own, overWall(half, own)] : [];
    }),
    slabs: part.slabs.flatMap((s) => {
      const [holes, under] = [s.holes.map(both), s.under.map(both)];
      const nth = (list: Float64Array[][], i: number) => list.flatMap((pair) => pair[i] ?? []);
      return both(s.outline).map((outline, i) => ({
        ...s,
        outline,
        holes: nth(holes, i),
        under: nth(under, i),
      }));
    }),
    slopes: part.slopes.flatMap((s) => {
      const own = keptOutline(half, s.outline);
      if (!own) return [];
      const { nx, ny, d } = half.mirror;
      const across = s.gx * nx + s.gy * ny;
      const image = {
        levelM: s.levelM + 2 * d * across,
        gx: s.gx - 2 * across * nx,
        gy: s.gy - 2 * across * ny,
      };
      return [
        { ...s, outline: own },
        { ...s, ...image, outline: over(half, own) },
      ];
    }),
    volumes: prisms(part.volumes),
    leaves: prisms(part.leaves),
    footprints: part.footprints.flatMap(both),
  };
}

/** Level of a slope in the middle of its corners, m. */
const middleM = ({ outline, levelM, gx, gy }: Slope): number => {
  let sum = 0;
  for (let i = 0; i < outline.length; i += 2) sum += levelM + gx * outline[i]! + gy * outline[i + 1]!;
  return sum / (outline.length / 2);
};

/** One side of a level mirror and its image. Clutter is counted in plan, where both are one. */
function besideSlab(half: HalfSpace, part: ScenePart): Things {
  const { mirror, side } = half;
  const levelM = mirror.d;
  const between = (baseM: number, topM: number): [number, number][] => {
    const heights = keptHeights(half, baseM, topM);
    if (!heights) return [];
    const [low, high] = heights;
    return [
      [low, high],
      // Heights take in their lower end and not their upper: over the mirror that is the other way round.
      [2 * levelM - high + 2 * TOUCH_M, 2 * levelM - low + 2 * TOUCH_M],
    ];
  };
  return {
    barriers: part.barriers.flatMap((w) => {
      const openings = w.openings.map((o) => between(o.sillM, o.headM));
      return between(w.baseM, w.topM).map(([baseM, topM], i) => ({
        ...w,
        baseM,
        topM,
        openings: w.openings.flatMap((o, n) => {
          const heights = openings[n]![i];
          return heights ? [{ ...o, sillM: heights[0], headM: heights[1] }] : [];
        }),
      }));
    }),
    slabs: part.slabs
      .filter((s) => side * (s.levelM - levelM) > TOUCH_M)
      .flatMap((s) => [s, { ...s, levelM: 2 * levelM - s.levelM }]),
    // Floors and level roofs lie wholly under or over a slope.
    slopes: part.slopes
      .filter((s) => side * (middleM(s) - levelM) > TOUCH_M)
      .flatMap((s) => [s, { ...s, levelM: 2 * levelM - s.levelM, gx: -s.gx, gy: -s.gy }]),
    volumes: part.volumes.flatMap((v) =>
      between(v.baseM, v.topM).map(([baseM, topM]) => ({ ...v, baseM, topM })),
    ),
    leaves: part.leaves.flatMap((l) => between(0, l.topM).map(([baseM, topM]) => ({ ...l, baseM, topM }))),
    footprints: part.footprints,
  };
}

/** Whether a part of a scene is nowhere within reach of a mirror. */
function isFar({ wall, slab }: Mirror, box: PlanBox): boolean {
  const face = wall
    ? {
        minX: Math.min(wall.ax, wall.bx),
        minY: Math.min(wall.ay, wall.by),
        maxX: Math.max(wall.ax, wall.bx),
        maxY: Math.max(wall.ay, wall.by),
      }
    : boxOf(slab!.outline);
  return (
    box.minX > face.maxX + REFLECTION_REACH_M ||
    box.maxX < face.minX - REFLECTION_REACH_M ||
    box.minY > face.maxY + REFLECTION_REACH_M ||
    box.maxY < face.minY - REFLECTION_REACH_M
  );
}

/**
 * What stands on one side of a mirror, with its image on the other: a way that is reflected is a straight line there, from the
 * image of its beginning through the mirror. Only what lies within reach of the mirror; the mirror itself is not in it.
 */
export function reflectedParts(parts: readonly ScenePart[], mirror: Mirror, side: 1 | -1): ScenePart[] {
  const half = { mirror, side };
  return parts
    .filter((part) => !isFar(mirror, part))
    .map((part) => partOf(mirror.wall ? besideWall(half, part) : besideSlab(half, part)))
    .filter((part) => part.minX <= part.maxX);
}
