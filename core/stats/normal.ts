/** Standard normal distribution function (Abramowitz and Stegun 26.2.17, error below 7.5e-8). */
export function normalCdf(x: number): number {
  const k = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly =
    k * (0.31938153 + k * (-0.356563782 + k * (1.781477937 + k * (-1.821255978 + k * 1.330274429))));
  const tail = (Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI)) * poly;
  return x >= 0 ? 1 - tail : tail;
}
