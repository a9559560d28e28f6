import { BAND_MHZ } from '../link/bands';
import { MOST_REFLECTIVITY } from '../materials/constructionLoss';

/**
 * What a real corner with its frame and furniture scatters round it whatever the angle, dB: the loss of an edge in the open
 * rises to this and levels off (estimate, ± 4 dB; docs/model.md "Edges").
 */
export const SCATTER_DB = 20;

/** The same in a stairwell, dB (estimate): the rim of a floor lies flat, and no wall beside it catches what it throws. */
export const STAIR_SCATTER_DB = 25;

/**
 * The same for an opening into a room whose walls reflect a share of the power, dB: what enters fills the room. The
 * reverberant field of a room is 4·A·R / ((1 − R)·S) of what falls on an opening of area A, with S the room's surface (room
 * electromagnetics, as in a reverberation chamber); 4·A / S is a tenth for a door or window of 1.5 m² and 60 m² of walls,
 * floor and ceiling (estimate).
 */
export const roomScatterDb = (reflectivity: number): number =>
  Math.min(SCATTER_DB, 10 - 10 * Math.log10(reflectivity / (1 - reflectivity)));

/** Loss behind a knife edge, dB: J(ν) = 6.9 + 20·log10(√((ν − 0.1)² + 1) + ν − 0.1) for ν > −0.78 (ITU-R P.526). */
export const knifeEdgeDb = (v: number): number =>
  v <= -0.78 ? 0 : 6.9 + 20 * Math.log10(Math.sqrt((v - 0.1) ** 2 + 1) + v - 0.1);

/** Loss of an edge by ν ≥ 0, knife edge and scatter together as powers: steps of 1/32, straight between them. */
export type EdgeTable = Float64Array;
const STEPS = 32;
const MOST_V = 60;
const tables = new Map<number, EdgeTable>();

/** The losses of an edge that scatters round itself with a loss of so many dB, to half a dB. */
export function edgeTable(scatterDb: number): EdgeTable {
  const key = Math.round(2 * scatterDb) / 2;
  let table = tables.get(key);
  if (!table)
    tables.set(
      key,
      (table = Float64Array.from(
        { length: MOST_V * STEPS + 2 },
        (_, i) => -10 * Math.log10(10 ** (-knifeEdgeDb(i / STEPS) / 10) + 10 ** (-key / 10)),
      )),
    );
  return table;
}

/** Least that any edge loses, dB: where half the room behind it is filled by walls of metal. */
export const LEAST_TURN_DB = edgeTable(roomScatterDb(MOST_REFLECTIVITY))[0]!;

/** √(2/λ) by band, with λ in m: what a turn of one radian at one metre makes of ν. */
export const V_PER_TURN = BAND_MHZ.map((mhz) => Math.sqrt((2 * mhz) / 299.792458)) as unknown as readonly [
  number,
  number,
  number,
];

/** Loss of an edge with parameter ν ≥ 0, dB. */
export function edgeDb(table: EdgeTable, v: number): number {
  const at = (v < MOST_V ? v : MOST_V) * STEPS;
  const i = at | 0;
  const below = table[i]!;
  return below + (at - i) * (table[i + 1]! - below);
}

/**
 * ν of an edge less the band's factor `V_PER_TURN`: turn · √(d1·d2 / (d1 + d2)), for a turn given by its cosine and the
 * lengths before and behind it, m (ITU-R P.526).
 */
export function turnV(cosine: number, d1: number, d2: number): number {
  if (d1 === 0 || d2 === 0) return 0;
  const turn = Math.acos(cosine > 1 ? 1 : cosine < -1 ? -1 : cosine);
  return turn * Math.sqrt((d1 * d2) / (d1 + d2));
}
