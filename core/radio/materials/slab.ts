import type { SlabLayer } from '../../site/model/constructions';

/** ITU-R P.2040 parameters: ε' = a·f^b, σ = c·f^d with f in GHz, σ in S/m. */
const P2040: Record<SlabLayer['material'], { a: number; b: number; c: number; d: number }> = {
  concrete: { a: 5.24, b: 0, c: 0.0462, d: 0.7822 },
  brick: { a: 3.91, b: 0, c: 0.0238, d: 0.16 },
  plasterboard: { a: 2.73, b: 0, c: 0.0085, d: 0.9395 },
  wood: { a: 1.99, b: 0, c: 0.0047, d: 1.0718 },
  glass: { a: 6.31, b: 0, c: 0.0036, d: 1.3394 },
  ceilingBoard: { a: 1.48, b: 0, c: 0.0011, d: 1.075 },
  chipboard: { a: 2.58, b: 0, c: 0.0217, d: 0.78 },
  air: { a: 1, b: 0, c: 0, d: 0 },
};

interface Complex {
  re: number;
  im: number;
}
const mul = (a: Complex, b: Complex): Complex => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re,
});
const add = (a: Complex, b: Complex): Complex => ({ re: a.re + b.re, im: a.im + b.im });
const div = (a: Complex, b: Complex): Complex => {
  const m = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / m, im: (a.im * b.re - a.re * b.im) / m };
};
/** Principal square root; with im ≤ 0 it stays in the lossy half plane. */
function sqrt(a: Complex): Complex {
  const r = Math.hypot(a.re, a.im);
  const re = Math.sqrt((r + a.re) / 2);
  const im = Math.sqrt(Math.max(0, (r - a.re) / 2));
  return { re, im: a.im < 0 ? -im : im };
}

const SPEED_M_GHZ = 0.299792458;

/** Complex relative permittivity η = ε' − j·17.98·σ/f of a material at a frequency (ITU-R P.2040). */
export function permittivity(material: SlabLayer['material'], frequencyGhz: number): Complex {
  const p = P2040[material];
  return {
    re: p.a * frequencyGhz ** p.b,
    im: (-17.98 * p.c * frequencyGhz ** p.d) / frequencyGhz,
  };
}

/**
 * Loss through a stack of homogeneous layers at normal incidence with all inner reflections, dB.
 * Transfer-matrix form of the slab formula of ITU-R P.2040; for one layer it is that formula.
 * `layers` outermost first, thickness in m; `frequencyGhz` > 0.
 */
export function layersLossDb(layers: readonly SlabLayer[], frequencyGhz: number): number {
  // Characteristic matrix [[A, B], [C, D]] for fields normalised to free space.
  let a: Complex = { re: 1, im: 0 };
  let b: Complex = { re: 0, im: 0 };
  let c: Complex = { re: 0, im: 0 };
  let d: Complex = { re: 1, im: 0 };
  for (const { material, thicknessM } of layers) {
    const n = sqrt(permittivity(material, frequencyGhz));
    const k = (2 * Math.PI * thicknessM * frequencyGhz) / SPEED_M_GHZ;
    const delta = { re: k * n.re, im: k * n.im };
    const cosD = {
      re: Math.cos(delta.re) * Math.cosh(delta.im),
      im: -Math.sin(delta.re) * Math.sinh(delta.im),
    };
    const sinD = {
      re: Math.sin(delta.re) * Math.cosh(delta.im),
      im: Math.cos(delta.re) * Math.sinh(delta.im),
    };
    const jSin = { re: -sinD.im, im: sinD.re };
    const m12 = div(jSin, n);
    const m21 = mul(jSin, n);
    const nextA = add(mul(a, cosD), mul(b, m21));
    const nextB = add(mul(a, m12), mul(b, cosD));
    const nextC = add(mul(c, cosD), mul(d, m21));
    const nextD = add(mul(c, m12), mul(d, cosD));
    [a, b, c, d] = [nextA, nextB, nextC, nextD];
  }
  const sum = add(add(a, b), add(c, d));
  const t = 2 / Math.hypot(sum.re, sum.im);
  return Math.max(0, -20 * Math.log10(t));
}
