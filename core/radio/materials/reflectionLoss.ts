import { MOST_REFLECTIVITY } from './constructionLoss';
import { COSINE_STEPS, faceReflectivity } from './slant';

/**
 * What counts of a way that a perfect mirror reflects: furniture and rough faces leave 0.7 of it together, and what others throw
 * back beside the strongest adds six tenths of that (estimates).
 */
export const REFLECTED_SHARE = MOST_REFLECTIVITY * 1.6;

const tables = new Map<number | null, Float64Array>();

/**
 * What a face of a permittivity takes of a way that it reflects, dB, by the cosine of the angle in steps of 1/64 (Fresnel). A
 * perfect mirror is metal and foil (null).
 */
export function reflectionLossTable(permittivity: number | null): Float64Array {
  let table = tables.get(permittivity);
  if (!table) {
    const power = (cosine: number) =>
      permittivity === null ? 1 : faceReflectivity(permittivity, Math.min(1, cosine));
    table = Float64Array.from(
      { length: COSINE_STEPS + 2 },
      (_, i) => -10 * Math.log10(REFLECTED_SHARE * power(i / COSINE_STEPS)),
    );
    tables.set(permittivity, table);
  }
  return table;
}
