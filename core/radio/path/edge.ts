import { BAND_MHZ } from '../link/bands';

/**
 * What a real corner with its frame and furniture scatters round it whatever the angle, dB: the loss of an edge rises to
 * this and levels off (estimate, ± 4 dB; docs/model.md "Bends").
 */
export const SCATTER_DB = 20;

/** Loss behind a knife edge, dB: J(ν) = 6.9 + 20·log10(√((ν − 0.1)² + 1) + ν − 0.1) for ν > −0.78 (ITU-R P.526). */
export const knifeEdgeDb = (v: number): number =>
  v <= -0.78 ? 0 : 6.9 + 20 * Math.log10(Math.sqrt((v - 0.1) ** 2 + 1) + v - 0.1);

/** Loss of an edge by ν ≥ 0, knife edge and scatter together as powers: steps of 1/32, straight between them. */
const STEPS = 32;
const MOST_V = 60;
const EDGE_DB = Float64Array.from({ length: MOST_V * STEPS + 2 }, (_, i) => {
  const sharpDb = knifeEdgeDb(i / STEPS);
  return -10 * Math.log10(10 ** (-sharpDb / 10) + 10 ** (-SCATTER_DB / 10));
});

/** Least and most that a bend loses, dB. */
export const LEAST_TURN_DB = EDGE_DB[0]!;
export const MOST_TURN_DB = SCATTER_DB;

/** √(2/λ) by band, with λ in m: what a turn of one radian at one metre makes of ν. */
export const V_PER_TURN = BAND_MHZ.map((mhz) => Math.sqrt((2 * mhz) / 299.792458)) as unknown as readonly [
  number,
  number,
  number,
];

/** Loss of a bend with parameter ν ≥ 0, dB. */
export function edgeDb(v: number): number {
  const at = (v < MOST_V ? v : MOST_V) * STEPS;
  const i = at | 0;
  const below = EDGE_DB[i]!;
  return below + (at - i) * (EDGE_DB[i + 1]! - below);
}

/**
 * ν of a bend less the band's factor `V_PER_TURN`: turn · √(d1·d2 / (d1 + d2)), for a turn given by its cosine and the
 * lengths before and behind it, m (ITU-R P.526).
 */
export function turnV(cosine: number, d1: number, d2: number): number {
  if (d1 === 0 || d2 === 0) return 0;
  const turn = Math.acos(cosine > 1 ? 1 : cosine < -1 ? -1 : cosine);
  return turn * Math.sqrt((d1 * d2) / (d1 + d2));
}
