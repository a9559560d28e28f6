import type { Building, Point, Site, Storey, Wall } from '../../site/model/schema';
import { isOpenAir } from '../../site/geometry/openAir';
import { roomsOn } from '../../site/geometry/rooms';
import { partyWallsOnce } from '../../site/geometry/partyWalls';
import { wallThicknessM } from '../../site/model/constructions';
import { eavesLevelM } from '../../site/model/levels';
import { ceilingM, slopesOf } from '../../site/geometry/slopes';
import type { PerBand } from '../link/bands';
import {
  constructionLossDb,
  permittivityOf,
  reflectivityOf,
  thicknessShare,
} from '../materials/constructionLoss';
import { insideShare } from './meet';
import { roofSlopes } from './roofSlopes';
import { partOf, type ScenePart } from './sceneParts';
import { slantOf, type Slant } from '../materials/slant';
import { reflectionLossTable } from '../materials/reflectionLoss';
import type { Barrier, SceneOpening, Slab, Slope, Volume } from './solids';

/** The site as the radio sees it: flat lists in plot coordinates, constructions by number. */
export interface Scene {
  constructionNames: string[];
  /** Thickness as a share of the construction's usual one; a wall measured thicker is a number of its own. */
  thicknessShares: number[];
  /** Loss at that thickness, dB. */
  lossDb: PerBand[];
  /** Share of the power its face reflects. */
  reflectivity: number[];
  /** What it takes of a way that meets it at an angle; counted for floors and roofs. */
  slants: Slant[];
  /** What its face takes of a way that it reflects, by the angle; null for what is open. */
  reflectionLossDb: (Float64Array | null)[];
  barriers: Barrier[];
  slabs: Slab[];
  /** The same and all else by building, the open last: what a line does not pass over is not looked at. */
  parts: ScenePart[];
  /** Outlines inside which clutter counts: the lowest storey of each building. */
  footprints: Float64Array[];
  /** Middle height of each storey of the building of that footprint, m. */
  storeyMiddlesM: number[][];
  clutterDbPerM: number;
}

/** Clutter indoors, dB per metre of the way inside buildings (estimate). */
export const CLUTTER_DB_PER_M = 0.3;

const flat = (outline: readonly Point[]): Float64Array =>
  Float64Array.from(outline.flatMap((p) => [p.xM, p.yM]));

/** Whether an outline holds all corners and middles of the sides of another: a storey stands on the whole of the one below. */
function covers(outline: Float64Array, other: Float64Array): boolean {
  for (let i = 0, j = other.length - 2; i < other.length; j = i, i += 2) {
    const [x, y] = [other[i]!, other[i + 1]!];
    if (insideShare(outline, x, y) === 0) return false;
    if (insideShare(outline, (x + other[j]!) / 2, (y + other[j + 1]!) / 2) === 0) return false;
  }
  return true;
}

/** Openings drawn over each other: the later one along the wall gives way, so that a line meets only one. */
function keepApart(openings: SceneOpening[]): void {
  openings.sort((a, b) => a.s0 - b.s0);
  for (let i = 1; i < openings.length; i++)
    for (let j = 0; j < i; j++) {
      const [o, before] = [openings[i]!, openings[j]!];
      if (o.s0 < before.s1 && o.sillM < before.headM && before.sillM < o.headM)
        o.s0 = Math.min(o.s1, before.s1);
    }
}

/** How high a wall goes that reaches the ceiling: as high as that is over any of it, under a slope too. */
const wallHeightM = (building: Building, storey: Storey, { a, b }: Wall): number =>
  Math.max(
    ...[a, { xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 }, b].map((p) =>
      ceilingM(building, storey, p.xM, p.yM),
    ),
  );

/** Compiles a site for propagation. Pure; walls of storeys that do not exist are left out (the site check names them). */
export function buildScene(drawn: Site): Scene {
  const site = partyWallsOnce(drawn);
  const constructionNames: string[] = [];
  const thicknessShares: number[] = [];
  const lossDb: PerBand[] = [];
  const reflectivity: number[] = [];
  const slants: Slant[] = [];
  const reflectionLossDb: (Float64Array | null)[] = [];
  const numbers = new Map<string, number>();
  const numberOf = (name: string, share = 1): number => {
    const key = `${name} ${share}`;
    let n = numbers.get(key);
    if (n === undefined) {
      n = constructionNames.length;
      numbers.set(key, n);
      constructionNames.push(name);
      thicknessShares.push(share);
      reflectivity.push(reflectivityOf(name, site.customConstructions));
      const permittivity = permittivityOf(name, site.customConstructions);
      slants.push(slantOf(permittivity));
      reflectionLossDb.push(name === 'open' ? null : reflectionLossTable(permittivity));
      const [db24, db5, db6] = constructionLossDb(name, site.customConstructions);
      lossDb.push([db24 * share, db5 * share, db6 * share]);
    }
    return n;
  };
  const storeys = new Map(site.buildings.flatMap((b) => b.storeys.map((s) => [s.id, s] as const)));

  const buildingOfStorey = new Map(site.buildings.flatMap((b) => b.storeys.map((s) => [s.id, b] as const)));
  const barriers: Barrier[] = [];
  const barrierById = new Map<string, Barrier>();
  for (const w of site.walls) {
    const s = storeys.get(w.storeyId);
    if (!s) continue;
    const barrier: Barrier = {
      id: w.id,
      ax: w.a.xM,
      ay: w.a.yM,
      bx: w.b.xM,
      by: w.b.yM,
      lengthM: Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM),
      thicknessM: wallThicknessM(w, site.customConstructions),
      baseM: s.floorLevelM,
      topM: s.floorLevelM + (w.heightM ?? wallHeightM(buildingOfStorey.get(s.id)!, s, w)),
      construction: numberOf(w.construction, thicknessShare(w.construction, w.thicknessM)),
      openings: [],
    };
    barriers.push(barrier);
    barrierById.set(w.id, barrier);
  }
  for (const o of site.openings) {
    const barrier = barrierById.get(o.wallId);
    if (!barrier) continue;
    const { lengthM } = barrier;
    barrier.openings.push({
      id: o.id,
      s0: Math.min(1, o.offsetM / lengthM),
      s1: Math.min(1, (o.offsetM + o.widthM) / lengthM),
      sillM: barrier.baseM + o.sillM,
      headM: Math.min(barrier.topM, barrier.baseM + o.sillM + o.heightM),
      construction: numberOf(o.construction),
    });
  }

  for (const barrier of barriers) keepApart(barrier.openings);

  const slabs: Slab[] = [];
  const slabsOf = new Map<string, Slab[]>();
  const slopesIn = new Map<string, readonly Slope[]>();
  const footprints: Float64Array[] = [];
  const storeyMiddlesM: number[][] = [];
  for (const b of site.buildings) {
    const byLevel = [...b.storeys].sort((p, q) => p.floorLevelM - q.floorLevelM);
    footprints.push(flat(byLevel[0]!.outline));
    storeyMiddlesM.push(byLevel.map((s) => s.floorLevelM + s.heightM / 2));
    const own: Slab[] = [];
    for (const s of byLevel) {
      if (s.floor === null) continue;
      own.push({
        id: s.id,
        levelM: s.floorLevelM,
        outline: flat(s.outline),
        holes: s.holes.map((h) => flat(h.outline)),
        under: [],
        construction: numberOf(s.floor),
      });
    }
    if (b.roof) {
      const construction = numberOf(b.roof.construction);
      byLevel.forEach((s, n) => {
        const isTop = n === byLevel.length - 1;
        const outline = flat(s.outline);
        const under = byLevel.slice(n + 1).map((above) => flat(above.outline));
        if (!isTop && under.some((o) => covers(o, outline))) return;
        const levelM = isTop ? eavesLevelM(b) : s.floorLevelM + s.heightM;
        // A roof terrace is open above.
        const holes = roomsOn(drawn, s.id).flatMap((r) => (isOpenAir(r.named) ? [flat(r.outline)] : []));
        const roof = { id: isTop ? b.id : `${b.id} ${s.id}`, levelM, outline, holes, under, construction };
        const slopes = slopesOf(b);
        if (slopes?.storey !== s) return void own.push(roof);
        const sloped = roofSlopes(slopes, roof);
        if (sloped.level) own.push(sloped.level);
        slopesIn.set(b.id, sloped.slopes);
      });
    }
    slabs.push(...own);
    slabsOf.set(b.id, own);
  }
  const volumes = site.obstacles.map((o) => {
    const ground = o.storeyId ? (storeys.get(o.storeyId)?.floorLevelM ?? 0) : 0;
    const volume: Volume = {
      id: o.id,
      outline: flat(o.outline),
      baseM: ground + o.baseM,
      topM: ground + o.baseM + o.heightM,
      construction: numberOf(o.construction),
    };
    return { volume, buildingId: o.storeyId ? (buildingOfStorey.get(o.storeyId)?.id ?? null) : null };
  });
  const leaves = site.foliage.map((f) => ({ outline: flat(f.outline), topM: f.heightM, inLeaf: f.inLeaf }));
  const volumesIn = (id: string | null) => volumes.filter((v) => v.buildingId === id).map((v) => v.volume);
  const parts = site.buildings.map((b, i) =>
    partOf({
      barriers: site.walls
        .filter((w) => buildingOfStorey.get(w.storeyId)?.id === b.id)
        .map((w) => barrierById.get(w.id)!),
      slopes: slopesIn.get(b.id) ?? [],
      slabs: slabsOf.get(b.id)!,
      volumes: volumesIn(b.id),
      leaves: [],
      footprints: [footprints[i]!],
    }),
  );
  // Each obstacle and hedge of the open is a part of its own: they lie far apart.
  for (const v of volumesIn(null))
    parts.push(partOf({ barriers: [], slabs: [], slopes: [], volumes: [v], leaves: [], footprints: [] }));
  for (const l of leaves)
    parts.push(partOf({ barriers: [], slabs: [], slopes: [], volumes: [], leaves: [l], footprints: [] }));
  return {
    constructionNames,
    thicknessShares,
    lossDb,
    reflectivity,
    slants,
    reflectionLossDb,
    barriers,
    slabs,
    parts,
    footprints,
    storeyMiddlesM,
    clutterDbPerM: CLUTTER_DB_PER_M,
  };
}
