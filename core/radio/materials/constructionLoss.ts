import {
  CONSTRUCTIONS,
  type BuiltInConstruction,
  type CustomConstruction,
  type DrawStyle,
  describeConstruction,
  isBuiltIn,
} from '../../site/model/constructions';
import { BAND_MHZ, type PerBand } from '../link/bands';
import { layersLossDb } from './slab';
import { faceReflectivity } from './slant';

/**
 * Default losses in dB at 2.4, 5 and 6 GHz: estimates within widely published measurements (docs/model.md "Losses").
 * Foil "extra" boards stand alone here: a wall that has one is drawn as two walls or a custom construction.
 */
export const LOSS_DB: Record<BuiltInConstruction, PerBand> = {
  plasterboard: [3, 4, 5],
  lathPlaster: [6, 9, 10],
  lathPlasterMesh: [12, 18, 20],
  brickSingle: [6, 10, 12],
  brickCavity: [11, 17, 20],
  rubbleStone: [18, 27, 31],
  block: [9, 14, 16],
  reinforcedConcrete: [17, 28, 31],
  foilGaps: [12, 15, 16],
  foilTaped: [20, 22, 23],
  basementEarth: [60, 60, 60],
  timberCladding: [3, 5, 6],
  metalSheet: [25, 30, 32],
  glazingClear: [3, 5, 6],
  glazingCoated: [22, 25, 26],
  timberDoor: [3, 4, 5],
  metalDoor: [18, 22, 24],
  open: [0, 0, 0],
  timberFloor: [7, 10, 12],
  concreteSlab: [15, 26, 29],
  tileRoof: [4, 6, 7],
  tileRoofFoil: [19, 21, 22],
  metalRoof: [25, 30, 32],
  fridge: [10, 13, 14],
  waterTank: [12, 18, 20],
  mirror: [8, 10, 10],
  bookcase: [3, 4, 4],
};

/** Constructions of foil, metal or coated glass: their loss is known less well. */
const UNCERTAIN: ReadonlySet<string> = new Set([
  'lathPlasterMesh',
  'foilGaps',
  'foilTaped',
  'metalSheet',
  'glazingCoated',
  'metalDoor',
  'tileRoofFoil',
  'metalRoof',
  'fridge',
  'mirror',
]);

/** Share of the power that faces of metal and foil reflect; doors, windows and things before them take the rest (estimate). */
export const MOST_REFLECTIVITY = 0.7;

/** Relative permittivity of what faces are of (ITU-R P.2040, at a few GHz); metal is not in it. */
const PERMITTIVITY: Record<DrawStyle, number | null> = {
  stud: 2.73,
  brick: 3.91,
  stone: 6.5,
  concrete: 5.24,
  timber: 1.99,
  metal: null,
  glass: 6.31,
  open: 1.99,
};

/** Relative permittivity of what a construction's faces are of; null for metal and foil. */
export const permittivityOf = (name: string, custom: readonly CustomConstruction[]): number | null =>
  PERMITTIVITY[describeConstruction(name, custom).draw];

/** Share of the power a wall reflects straight on, by what its face is of (Fresnel). */
export function reflectivityOf(name: string, custom: readonly CustomConstruction[]): number {
  const epsilon = permittivityOf(name, custom);
  return epsilon === null ? MOST_REFLECTIVITY : faceReflectivity(epsilon, 1);
}

/** Loss of any construction of a site at the three bands, dB. */
export function constructionLossDb(name: string, custom: readonly CustomConstruction[]): PerBand {
  const own = custom.find((c) => c.id === name);
  if (!own) return isBuiltIn(name) ? LOSS_DB[name] : LOSS_DB.plasterboard;
  if (own.source.kind === 'loss') return [own.source.db24, own.source.db5, own.source.db6];
  const { layers } = own.source;
  return [
    layersLossDb(layers, BAND_MHZ[0] / 1000),
    layersLossDb(layers, BAND_MHZ[1] / 1000),
    layersLossDb(layers, BAND_MHZ[2] / 1000),
  ];
}

/** Prior spread of a construction's loss in one band, dB: max(2 dB, 30 %), 40 % for foil, metal and coated glass. */
export function lossSigmaDb(name: string, bandLossDb: number): number {
  if (name === 'open') return 0;
  return Math.max(2, (UNCERTAIN.has(name) ? 0.4 : 0.3) * bandLossDb);
}

/** Constructions that are one mass all through, so that a thicker wall of them takes more. */
const SOLID: ReadonlySet<string> = new Set([
  'brickSingle',
  'brickCavity',
  'rubbleStone',
  'block',
  'reinforcedConcrete',
]);
/** A measured thickness outside this range of the usual one is another construction, not a thicker wall. */
const LEAST_SHARE = 0.25;
const MOST_SHARE = 4;

/**
 * How a wall of a measured thickness compares to the usual one of its construction: its loss grows in proportion, as in a
 * homogeneous slab (ITU-R P.2040 less its surface reflections; estimate). 1 for boards, sheets, glass and own constructions,
 * whose loss does not come from their mass, and where nothing was measured.
 */
export function thicknessShare(name: string, thicknessM: number | undefined): number {
  if (thicknessM === undefined || !SOLID.has(name)) return 1;
  const usualM = CONSTRUCTIONS[name as BuiltInConstruction].thicknessM;
  return Math.min(MOST_SHARE, Math.max(LEAST_SHARE, thicknessM / usualM));
}
