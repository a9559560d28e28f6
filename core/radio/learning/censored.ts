import { normalCdf } from '../../stats/normal';

/** Flatter than this a limit says nothing any more. */
const LEAST_CURVATURE = 1e-4;

/**
 * A limit as a reading: what a Gaussian measurement would have to say, and how surely, to pull on a level as "it is below" (or
 * above) does. Laplace's approximation of Φ((limit − level) / σ): target and variance by Newton's step. `side` is −1 for at
 * most, 1 for at least; all in the value's own unit.
 */
export function censored(
  value: number,
  limit: number,
  sigma: number,
  side: -1 | 1,
): { target: number; variance: number } {
  const t = (side * (value - limit)) / sigma;
  // φ/Φ; far on the wrong side it tends to −t.
  const ratio =
    t < -6 ? -t + 1 / -t : Math.exp(-0.5 * t * t) / Math.sqrt(2 * Math.PI) / Math.max(1e-12, normalCdf(t));
  const curvature = Math.max(LEAST_CURVATURE, ratio * (ratio + t));
  return {
    target: value + (side * sigma * ratio) / curvature,
    variance: (sigma * sigma) / curvature,
  };
}
