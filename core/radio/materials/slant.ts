/**
 * What a slab takes of a way that meets it at an angle, as factors of what it takes straight on (ITU-R P.2040): the way inside
 * is longer by 1 / √(1 − sin²θ / ε), and its two faces let less through by Fresnel, mean of both polarisations.
 */
export interface Slant {
  /** Loss of the faces straight on, dB. */
  facesDb: number;
  /** Factors of what the inside and what the faces take, by the cosine of the angle in steps of 1/64. */
  inside: Float64Array;
  faces: Float64Array;
}

/** Steps of the cosine in tables by an angle. */
export const COSINE_STEPS = 64;
/** Flatter than this a way runs along the floor among its beams, and no plane wave meets it (estimate; 87°). */
const FLATTEST = 0.05;

/** Share of the power a face reflects at an angle, mean of both polarisations (Fresnel). */
export function faceReflectivity(permittivity: number, cosine: number): number {
  const root = Math.sqrt(permittivity - 1 + cosine * cosine);
  const across = (cosine - root) / (cosine + root);
  const along = (permittivity * cosine - root) / (permittivity * cosine + root);
  return (across * across + along * along) / 2;
}

const facesDb = (permittivity: number, cosine: number): number =>
  -20 * Math.log10(1 - faceReflectivity(permittivity, cosine));

const tables = new Map<number | null, Slant>();

/** The factors for a permittivity; metal and foil (null) take the same at any angle. */
export function slantOf(permittivity: number | null): Slant {
  let slant = tables.get(permittivity);
  if (slant) return slant;
  const table = (of: (cosine: number, epsilon: number) => number) =>
    Float64Array.from({ length: COSINE_STEPS + 2 }, (_, i) =>
      permittivity === null ? 1 : of(Math.min(1, Math.max(FLATTEST, i / COSINE_STEPS)), permittivity),
    );
  const straightDb = permittivity === null ? 0 : facesDb(permittivity, 1);
  slant = {
    facesDb: straightDb,
    inside: table((cosine, epsilon) => 1 / Math.sqrt(1 - (1 - cosine * cosine) / epsilon)),
    faces: table((cosine, epsilon) => facesDb(epsilon, cosine) / straightDb),
  };
  tables.set(permittivity, slant);
  return slant;
}

/** A table by the cosine of an angle in steps of 1/64, straight between them. */
export function readByCosine(table: Float64Array, cosine: number): number {
  const at = cosine * COSINE_STEPS;
  const i = at | 0;
  const below = table[i]!;
  return below + (at - i) * (table[i + 1]! - below);
}

/** Loss at an angle of a slab that takes so much straight on, dB. `cosine` of the angle to its normal, 0 to 1. */
export function slantedDb(slant: Slant, straightDb: number, cosine: number): number {
  const faces = straightDb < slant.facesDb ? straightDb : slant.facesDb;
  return (
    faces * readByCosine(slant.faces, cosine) + (straightDb - faces) * readByCosine(slant.inside, cosine)
  );
}

/**
 * The same at all three bands, added to what stands in `out`: the angle is looked up once. `weight` is how much the slab counts.
 */
export function addSlanted(
  slant: Slant,
  straightDb: readonly [number, number, number],
  cosine: number,
  weight: number,
  out: Float64Array,
): void {
  const inside = weight * readByCosine(slant.inside, cosine);
  const more = weight * readByCosine(slant.faces, cosine) - inside;
  const { facesDb } = slant;
  const [db0, db1, db2] = straightDb;
  out[0]! += db0 * inside + (db0 < facesDb ? db0 : facesDb) * more;
  out[1]! += db1 * inside + (db1 < facesDb ? db1 : facesDb) * more;
  out[2]! += db2 * inside + (db2 < facesDb ? db2 : facesDb) * more;
}

/** How much more the slab takes at an angle for each dB it takes straight on. */
export function slantFactor(slant: Slant, straightDb: number, cosine: number): number {
  return readByCosine(straightDb < slant.facesDb ? slant.faces : slant.inside, cosine);
}
