/** How many draws describe the spread of a chain with several unsure links. */
export const DRAW_COUNT = 127;

const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71];

function halton(index: number, base: number): number {
  let f = 1;
  let r = 0;
  for (let i = index; i > 0; i = Math.floor(i / base)) {
    f /= base;
    r += f * (i % base);
  }
  return r;
}

/** Quantile of the standard normal distribution (Acklam's rational approximation, |error| < 1.2e-9 relative). */
export function normalQuantile(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ];
  const b = [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572,
  ];
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const horner = (k: readonly number[], x: number) => k.reduce((sum, v) => sum * x + v, 0);
  if (p <= 0 || p >= 1) return p <= 0 ? -Infinity : Infinity;
  if (p > 0.97575) return -normalQuantile(1 - p);
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p));
    return horner(c, q) / (horner(d, q) * q + 1);
  }
  const q = p - 0.5;
  const r = q * q;
  return (horner(a, r) * q) / (horner(b, r) * r + 1);
}

const known = new Map<number, number[][]>();

/** A fixed, evenly spread set of standard normal draws in some dimensions (Halton points): same in every run. */
export function normalDraws(dimensions: number): readonly number[][] {
  let draws = known.get(dimensions);
  if (!draws) {
    draws = Array.from({ length: DRAW_COUNT }, (_, k) =>
      Array.from({ length: dimensions }, (_, i) => normalQuantile(halton(k + 1, PRIMES[i % PRIMES.length]!))),
    );
    known.set(dimensions, draws);
  }
  return draws;
}
