import type { BuiltInConstruction } from '../../core/site/model/constructions';
import { CONSTRUCTIONS, isBuiltIn } from '../../core/site/model/constructions';
import { eavesLevelM, storeysById } from '../../core/site/model/levels';
import type { Point, Site } from '../../core/site/model/schema';

export type Triple = readonly [number, number, number];
export interface Point3 {
  x: number;
  y: number;
  z: number;
}

/** What a ray can meet: its construction by name, relative permittivity of its faces, thickness. */
interface Face {
  construction: string;
  permittivity: number;
  thicknessM: number;
}

/** An upright face with holes filled by something else. */
export interface Upright extends Face {
  a: Point;
  b: Point;
  lengthM: number;
  baseM: number;
  topM: number;
  openings: { from: number; to: number; sillM: number; headM: number; construction: string }[];
}

/** A level face: floor, roof. */
export interface Level extends Face {
  levelM: number;
  outline: readonly Point[];
  holes: readonly (readonly Point[])[];
}

/** A vertical edge round which waves edge, free between two heights. */
export interface Edge {
  x: number;
  y: number;
  lowM: number;
  highM: number;
  /** The wall it belongs to (its opening is passed there); null for a corner in the open. */
  wall: Upright | null;
  /** What fills the opening. */
  fill: string | null;
}

/** A house as rays meet it. */
export interface Surfaces {
  uprights: Upright[];
  levels: Level[];
  edges: Edge[];
  /** Points in the middle of each side of a stair hole. */
  stairs: Point3[];
}

/** Relative permittivity of the faces (ITU-R P.2040 at a few GHz; foil and metal count as nearly perfect mirrors). */
const PERMITTIVITY: Partial<Record<BuiltInConstruction, number>> = {
  plasterboard: 2.73,
  lathPlaster: 2.73,
  brickSingle: 3.91,
  brickCavity: 3.91,
  rubbleStone: 6.5,
  block: 4.5,
  reinforcedConcrete: 5.24,
  timberCladding: 1.99,
  glazingClear: 6.31,
  glazingCoated: 80,
  timberDoor: 1.99,
  metalDoor: 1000,
  metalSheet: 1000,
  metalRoof: 1000,
  timberFloor: 2.2,
  concreteSlab: 5.24,
  tileRoof: 4,
};

export const permittivityOf = (name: string): number => (isBuiltIn(name) ? (PERMITTIVITY[name] ?? 3) : 3);
const thicknessOf = (name: string): number => (isBuiltIn(name) ? CONSTRUCTIONS[name].thicknessM : 0.1);

const faceOf = (construction: string): Face => ({
  construction,
  permittivity: permittivityOf(construction),
  thicknessM: thicknessOf(construction),
});

/** Turns a surveyed site into faces and edges. */
export function surfacesOf(site: Site): Surfaces {
  const storeys = storeysById(site);
  const uprights = site.walls.map((w): Upright => {
    const { storey } = storeys.get(w.storeyId)!;
    const lengthM = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
    return {
      ...faceOf(w.construction),
      a: w.a,
      b: w.b,
      lengthM,
      baseM: storey.floorLevelM,
      topM: storey.floorLevelM + (w.heightM ?? storey.heightM),
      openings: site.openings
        .filter((o) => o.wallId === w.id)
        .map((o) => ({
          from: o.offsetM,
          to: o.offsetM + o.widthM,
          sillM: storey.floorLevelM + o.sillM,
          headM: storey.floorLevelM + o.sillM + o.heightM,
          construction: o.construction,
        })),
    };
  });
  const levels: Level[] = [];
  const stairs: Point3[] = [];
  for (const b of site.buildings) {
    for (const s of b.storeys) {
      if (s.floor === null) continue;
      const holes = s.holes.map((h) => h.outline);
      levels.push({ ...faceOf(s.floor), levelM: s.floorLevelM, outline: s.outline, holes });
      for (const hole of holes)
        hole.forEach((p, i) => {
          const q = hole[(i + 1) % hole.length]!;
          stairs.push({ x: (p.xM + q.xM) / 2, y: (p.yM + q.yM) / 2, z: s.floorLevelM });
        });
    }
    if (b.roof)
      levels.push({
        ...faceOf(b.roof.construction),
        levelM: eavesLevelM(b),
        outline: b.storeys[b.storeys.length - 1]!.outline,
        holes: [],
      });
  }
  const edges: Edge[] = uprights.flatMap((wall) =>
    wall.openings.flatMap((o) =>
      [o.from, o.to].map((at) => ({
        x: wall.a.xM + (at / wall.lengthM) * (wall.b.xM - wall.a.xM),
        y: wall.a.yM + (at / wall.lengthM) * (wall.b.yM - wall.a.yM),
        lowM: o.sillM,
        highM: o.headM,
        wall,
        fill: o.construction,
      })),
    ),
  );
  for (const b of site.buildings)
    for (const { xM, yM } of b.storeys[0]!.outline) {
      const middle = b.storeys[0]!.outline;
      const cx = middle.reduce((sum, p) => sum + p.xM, 0) / middle.length;
      const cy = middle.reduce((sum, p) => sum + p.yM, 0) / middle.length;
      const away = Math.hypot(xM - cx, yM - cy);
      // A hair outside, so that its own walls are not crossed.
      const off = 0.05 / away;
      edges.push({
        x: xM + (xM - cx) * off,
        y: yM + (yM - cy) * off,
        lowM: 0,
        highM: eavesLevelM(b),
        wall: null,
        fill: null,
      });
    }
  return { uprights, levels, edges, stairs };
}
