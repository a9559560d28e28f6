import { BANDS, BAND_INDEX, BAND_MHZ, type Band, type PerBand } from '../link/bands';
import type { Crossings } from '../geometry/crossings';
import { LEAST_TURN_DB } from './edgeLoss';
import { revealAt, revealTable } from './reveal';
import type { Scene } from '../geometry/scene';
import { slantFactor, slantedDb } from '../materials/slant';
import { ownedBy, lru } from '../../stats/lru';

/** Nearest distance at which free-space loss is computed, m. */
export const NEAREST_M = 0.5;

/**
 * Beyond this path loss nothing is ever heard, dB: the strongest lawful unit with the best antenna at the far end would come
 * in at −101 dBm, below the noise of 20 MHz. Ways round that lose more are not followed (estimate).
 */
export const NOTHING_HEARD_DB = 150;

/** Weights of floors and roof by falling loss: the steps of COST 231's k^((k+2)/(k+1) − 0.46). */
export const FLOOR_WEIGHTS = [1, 0.83, 0.55, 0.41];

/** Weight of the nth floor (0 is the one with the greatest loss); the last weight holds for all beyond. */
export function floorWeight(n: number): number {
  return FLOOR_WEIGHTS[Math.min(n, FLOOR_WEIGHTS.length - 1)]!;
}

/** Free-space path loss, dB: 20·log10(d_m) + 20·log10(f_MHz) − 27.55 with d ≥ 0.5 m. */
export function freeSpaceDb(distanceM: number, mhz: number): number {
  return 20 * Math.log10(Math.max(NEAREST_M, distanceM)) + 20 * Math.log10(mhz) - 27.55;
}

/** Free-space path loss at a metre by band, dB. */
export const FREE_1M_DB = BAND_MHZ.map((mhz) => freeSpaceDb(1, mhz)) as unknown as PerBand;

/** 20·log10 of a length from below, in steps of 1/8 m: a bound that costs no logarithm. */
export const STEPS_PER_M = 8;
export const LENGTH_DB = Float64Array.from(
  { length: 8000 },
  (_, i) => 20 * Math.log10(Math.max(NEAREST_M, i / STEPS_PER_M)),
);
export const lengthDbFrom = (lengthM: number): number =>
  LENGTH_DB[Math.min(LENGTH_DB.length - 1, (lengthM * STEPS_PER_M) | 0)]!;

/** Loss in foliage in leaf at 1 GHz, dB (Weissberger's modified exponential decay). */
function inLeafDb(lengthM: number): number {
  if (lengthM <= 0) return 0;
  return lengthM <= 14 ? 0.45 * lengthM : 1.33 * Math.min(lengthM, 400) ** 0.588;
}

/** Loss in foliage of both kinds on one way at 1 GHz, dB: bare trees lose 0.4 of what they lose in leaf. */
export const foliageAtOneGhzDb = (leafM: number, bareM: number): number =>
  inLeafDb(leafM) + 0.4 * inLeafDb(bareM);

/** How much more it is in each band: f^0.284 with f in GHz. */
export const FOLIAGE_FACTOR = BAND_MHZ.map((mhz) => (mhz / 1000) ** 0.284) as unknown as PerBand;

/**
 * Change of each construction's loss that the job has learnt, dB by band, by construction name; and of clutter, dB/m.
 * Before calibration there is none.
 */
export interface LossCorrection {
  /** Tells one correction from another where results are kept. */
  id: string;
  deltaDb: ReadonlyMap<string, PerBand>;
  clutterDbPerM: number;
  /** What every edge loses beyond the model, dB. */
  diffractionDb: number;
}

/** What has been learnt about edges, within what an edge can do, dB. */
export const diffractionCorrectionDb = (correction: LossCorrection | undefined): number =>
  Math.max(-LEAST_TURN_DB, Math.min(15, correction?.diffractionDb ?? 0));

/** Losses of a scene's constructions under a correction. */
export interface Losses {
  /** After correction, never below 0, dB: at 3 · number + band. */
  solid: Float64Array;
  /** Of openings seen at an angle, by number of what fills them and of their wall. */
  reveals: Map<number, Float64Array>;
}

/** Losses under the corrections met lately. */
const MOST_TABLES = 8;
const lossesKnown = ownedBy((_: Scene) => lru<string, Losses>(MOST_TABLES));

export function lossesOf(scene: Scene, correction: LossCorrection | undefined): Losses {
  return lossesKnown(scene)(correction?.id ?? '', () => {
    const solid = new Float64Array(3 * scene.constructionNames.length);
    for (let c = 0; c < scene.constructionNames.length; c++) {
      const delta = correction?.deltaDb.get(scene.constructionNames[c]!);
      for (let b = 0; b < 3; b++)
        solid[3 * c + b] = Math.max(
          0,
          scene.lossDb[c]![b]! + (delta ? delta[b]! * scene.thicknessShares[c]! : 0),
        );
    }
    return { solid, reveals: new Map() };
  });
}

/** Losses of an opening filled by one construction in a wall of another, by how much of it is open. */
export function revealOf(losses: Losses, fill: number, wall: number): Float64Array {
  const key = fill * (losses.solid.length / 3) + wall;
  let table = losses.reveals.get(key);
  if (!table) losses.reveals.set(key, (table = revealTable(losses.solid, fill, wall)));
  return table;
}

/** Loss of construction number c after correction, never below 0, dB. */
export function correctedLossDb(scene: Scene, c: number, band: Band, correction?: LossCorrection): number {
  return lossesOf(scene, correction).solid[3 * c + BAND_INDEX[band]]!;
}

/**
 * Floors passed with the weight each counts, heaviest first: what each takes at the angle of the way, and how much more that is
 * for each dB it takes straight on.
 */
export function weightedFloors(
  scene: Scene,
  { floors, steep }: Pick<Crossings, 'floors' | 'steep'>,
  band: Band,
  correction?: LossCorrection,
): { construction: number; lossDb: number; weight: number; perDb: number }[] {
  return floors
    .map((construction) => {
      const slant = scene.slants[construction]!;
      const straightDb = correctedLossDb(scene, construction, band, correction);
      return {
        construction,
        lossDb: slantedDb(slant, straightDb, steep),
        perDb: slantFactor(slant, straightDb, steep),
      };
    })
    .sort((a, b) => b.lossDb - a.lossDb)
    .map((f, n) => ({ ...f, weight: floorWeight(n) }));
}

/** Loss of everything but free space along a line at band number b, dB. */
function crossedAt(
  scene: Scene,
  c: Crossings,
  b: 0 | 1 | 2,
  losses: Losses,
  clutterDb: number,
  correction?: LossCorrection,
): number {
  let db = clutterDb;
  for (const w of c.walls)
    db +=
      w.weight *
      (w.wall === null || w.open === 1
        ? losses.solid[3 * w.construction + b]!
        : revealAt(revealOf(losses, w.construction, w.wall), w.open, b));
  // One floor counts whole; among several the heaviest does.
  if (c.floors.length === 1) {
    const [floor] = c.floors as [number];
    db += slantedDb(scene.slants[floor]!, losses.solid[3 * floor + b]!, c.steep);
  } else if (c.floors.length > 1)
    for (const f of weightedFloors(scene, c, BANDS[b]!, correction)) db += f.weight * f.lossDb;
  if (c.leafM > 0 || c.bareM > 0) db += FOLIAGE_FACTOR[b] * foliageAtOneGhzDb(c.leafM, c.bareM);
  return db;
}

const clutterOf = (scene: Scene, c: Crossings, correction?: LossCorrection): number =>
  Math.max(0, scene.clutterDbPerM + (correction?.clutterDbPerM ?? 0)) * c.indoorM;

/** Loss of everything but free space along a line, dB. */
export function crossedDb(scene: Scene, c: Crossings, band: Band, correction?: LossCorrection): number {
  const losses = lossesOf(scene, correction);
  return crossedAt(scene, c, BAND_INDEX[band], losses, clutterOf(scene, c, correction), correction);
}

/** Loss of everything but free space at all three bands, dB. */
export function crossedAllDb(scene: Scene, c: Crossings, correction?: LossCorrection): PerBand {
  const losses = lossesOf(scene, correction);
  const clutter = clutterOf(scene, c, correction);
  return [
    crossedAt(scene, c, 0, losses, clutter, correction),
    crossedAt(scene, c, 1, losses, clutter, correction),
    crossedAt(scene, c, 2, losses, clutter, correction),
  ];
}

/** Path loss of one straight line, dB: free space, walls, floors, clutter, obstacles and foliage. */
export function straightLossDb(scene: Scene, c: Crossings, band: Band, correction?: LossCorrection): number {
  return freeSpaceDb(c.distanceM, BAND_MHZ[BAND_INDEX[band]]) + crossedDb(scene, c, band, correction);
}
