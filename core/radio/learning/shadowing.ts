import { cholesky, solveInPlace } from '../../stats/cholesky';
import { BAND_INDEX, SHADOWING_DB, SHADOWING_LENGTH_M, type Band } from '../link/bands';
import type { Spot3 } from '../geometry/crossings';

/** What readings say of the shadowing near a point. */
export interface Nearby {
  /** What is left over there, dB. */
  meanDb: number;
  /** Part of the shadowing's variance that they take away, 0 to 1. */
  known: number;
}
export const NOTHING_NEAR: Nearby = { meanDb: 0, known: 0 };

/** How alike the shadowing of two bands is at one place (estimate). */
export const SHADOWING_BAND_CORRELATION = 0.6;

/** A level at a place, as far as its shadowing is concerned: it belongs to the way, so to both of its ends. */
export interface ShadowPoint extends Spot3 {
  /** Where the unit stands. */
  from: Spot3;
  band: Band;
  /** Its spread against the usual shadowing, as a factor; 1 where nothing is said. */
  strength?: number;
}

const apartM = (a: Spot3, b: Spot3): number =>
  Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2 + (a.z - b.z) ** 2);

/**
 * Covariance of the shadowing of two ways, dB²: alike by exp(−Δ / 2.5 m) at each end, to 0.6 between bands. A unit that was moved
 * has another; one that was put in the place of another has its.
 */
export function shadowCovariance(
  a: ShadowPoint,
  b: ShadowPoint,
  sigmaDb: readonly number[] = SHADOWING_DB,
): number {
  const alike = a.band === b.band ? 1 : SHADOWING_BAND_CORRELATION;
  const ends = Math.exp(-(apartM(a, b) + apartM(a.from, b.from)) / SHADOWING_LENGTH_M);
  const strength = (a.strength ?? 1) * (b.strength ?? 1);
  return alike * strength * sigmaDb[BAND_INDEX[a.band]]! * sigmaDb[BAND_INDEX[b.band]]! * ends;
}

/** A reading as it says something of the shadowing round it. */
export interface Residual extends ShadowPoint {
  /** Its weight in the mean, R⁻¹·(measured − explained), 1/dB. */
  weight: number;
  /** Variance of the reading itself, dB². */
  noise: number;
}

/** Readings farther than this say next to nothing of a place, m. */
const REACH_M = 10;
/** Readings that are looked at for how sure the shadowing is; the nearest explain nearly all. */
const MOST_NEAR = 6;

/** What some readings say of the shadowing of a way: Gaussian process regression (kriging). */
export function nearby(list: readonly Residual[], at: ShadowPoint): Nearby {
  const near: { o: Residual; covariance: number }[] = [];
  let meanDb = 0;
  for (const o of list) {
    if (Math.abs(o.x - at.x) > REACH_M || Math.abs(o.y - at.y) > REACH_M) continue;
    if (Math.abs(o.from.x - at.from.x) > REACH_M || Math.abs(o.from.y - at.from.y) > REACH_M) continue;
    const covariance = shadowCovariance(o, at);
    meanDb += covariance * o.weight;
    near.push({ o, covariance });
  }
  if (near.length === 0) return NOTHING_NEAR;
  near.sort((a, b) => b.covariance ** 2 / (1 + b.o.noise) - a.covariance ** 2 / (1 + a.o.noise));
  const nearest = near.slice(0, MOST_NEAR);
  const factor = cholesky(
    nearest.map((a, i) =>
      Float64Array.from(nearest, (b, j) => shadowCovariance(a.o, b.o) + (i === j ? a.o.noise + 1e-6 : 0)),
    ),
  );
  const solved = Float64Array.from(nearest, (n) => n.covariance);
  solveInPlace(factor, solved);
  const removed = nearest.reduce((sum, n, i) => sum + n.covariance * solved[i]!, 0);
  const own = (at.strength ?? 1) * SHADOWING_DB[BAND_INDEX[at.band]];
  return { meanDb, known: Math.max(0, Math.min(1, removed / own ** 2)) };
}
