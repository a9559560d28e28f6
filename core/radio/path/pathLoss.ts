import { BANDS, BAND_INDEX, BAND_MHZ, type Band, type PerBand } from '../link/bands';
import type { Crossings } from './crossings';
import type { Scene } from './scene';

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

/** Loss in foliage, dB (Weissberger's modified exponential decay): in leaf; bare trees lose 0.4 of it. */
export function foliageDb(lengthM: number, ghz: number, inLeaf: boolean): number {
  if (lengthM <= 0) return 0;
  const leaf =
    lengthM <= 14 ? 0.45 * ghz ** 0.284 * lengthM : 1.33 * ghz ** 0.284 * Math.min(lengthM, 400) ** 0.588;
  return inLeaf ? leaf : 0.4 * leaf;
}

/**
 * Change of each construction's loss that the job has learnt, dB by band, by construction name; and of clutter, dB/m.
 * Before calibration there is none.
 */
export interface LossCorrection {
  /** Tells one correction from another where results are kept. */
  id: string;
  deltaDb: ReadonlyMap<string, PerBand>;
  clutterDbPerM: number;
}

/** Loss of construction number c after correction, never below 0, dB. */
export function correctedLossDb(scene: Scene, c: number, band: Band, correction?: LossCorrection): number {
  const base = scene.lossDb[c]![BAND_INDEX[band]]!;
  if (!correction) return base;
  const delta = correction.deltaDb.get(scene.constructionNames[c]!)?.[BAND_INDEX[band]] ?? 0;
  return Math.max(0, base + delta * scene.thicknessShares[c]!);
}

/** Floors passed with the weight each counts, heaviest first. */
export function weightedFloors(
  scene: Scene,
  floors: readonly number[],
  band: Band,
  correction?: LossCorrection,
): { construction: number; lossDb: number; weight: number }[] {
  return floors
    .map((construction) => ({ construction, lossDb: correctedLossDb(scene, construction, band, correction) }))
    .sort((a, b) => b.lossDb - a.lossDb)
    .map((f, n) => ({ ...f, weight: floorWeight(n) }));
}

/** Loss of everything but free space along a line, dB. */
export function crossedDb(scene: Scene, c: Crossings, band: Band, correction?: LossCorrection): number {
  let db = 0;
  for (const w of c.walls) db += correctedLossDb(scene, w, band, correction);
  if (c.floors.length > 0)
    for (const f of weightedFloors(scene, c.floors, band, correction)) db += f.weight * f.lossDb;
  db += Math.max(0, scene.clutterDbPerM + (correction?.clutterDbPerM ?? 0)) * c.indoorM;
  const ghz = BAND_MHZ[BAND_INDEX[band]] / 1000;
  return db + foliageDb(c.leafM, ghz, true) + foliageDb(c.bareM, ghz, false);
}

/** Loss of everything but free space at all three bands, dB. */
export function crossedAllDb(scene: Scene, c: Crossings, correction?: LossCorrection): PerBand {
  return BANDS.map((band) => crossedDb(scene, c, band, correction)) as unknown as PerBand;
}

/** Path loss of one straight line, dB: free space, walls, floors, clutter, obstacles and foliage. */
export function straightLossDb(scene: Scene, c: Crossings, band: Band, correction?: LossCorrection): number {
  return freeSpaceDb(c.distanceM, BAND_MHZ[BAND_INDEX[band]]) + crossedDb(scene, c, band, correction);
}
