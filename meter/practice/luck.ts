import { normals } from './random';
import type { TrueLoss } from './rays';
import type { Point3, Surfaces, Triple } from './surfaces';

/** Spread of what no drawing holds, dB by band, alike within 2.5 m and to 0.6 between the bands. */
export const SHADOW_DB: Triple = [3, 3.5, 3.5];
export const SHADOW_LENGTH_M = 2.5;
export const SHADOW_COMMON = 0.6;
const WAVES = 96;

/**
 * A random field whose values are alike by exp(−Δ/length): a sum of plane waves whose wave numbers are drawn from that
 * kernel's spectrum, a Cauchy distribution in three dimensions.
 */
export function randomField(random: () => number, lengthM: number): (p: Point3) => number {
  const normal = normals(random);
  const waves = Array.from({ length: WAVES }, () => {
    const by = 1 / (lengthM * Math.max(1e-6, Math.abs(normal())));
    return { x: normal() * by, y: normal() * by, z: normal() * by, phase: 2 * Math.PI * random() };
  });
  return (p) =>
    Math.sqrt(2 / WAVES) *
    waves.reduce((sum, w) => sum + Math.cos(w.x * p.x + w.y * p.y + w.z * p.z + w.phase), 0);
}

/**
 * What each construction of a house truly takes: by 0.3 of itself other than usual (times `stray`), alike to 0.8 between
 * the bands. Drawn in a fixed order, whatever is asked first.
 */
export function trueLosses(
  surfaces: Surfaces,
  nominalDb: TrueLoss,
  normal: () => number,
  stray: number,
): TrueLoss {
  const losses = new Map<string, Triple>();
  const loss: TrueLoss = (name) => {
    let known = losses.get(name);
    if (!known) {
      const common = normal();
      known = nominalDb(name).map((db) => {
        const luck = Math.sqrt(0.8) * common + Math.sqrt(0.2) * normal();
        return db === 0
          ? 0
          : Math.max(0.4 * db, db + stray * Math.max(1.5, 0.3 * db) * Math.max(-2, Math.min(2, luck)));
      }) as unknown as Triple;
      losses.set(name, known);
    }
    return known;
  };
  [
    ...surfaces.uprights.flatMap((w) => [w.construction, ...w.openings.map((o) => o.construction)]),
    ...surfaces.levels.map((l) => l.construction),
  ].forEach(loss);
  return loss;
}

/**
 * What radios could move at a level with the air to themselves, Mb/s: Shannon's bound less what real codes lose, at most
 * 1024-QAM 5/6 of 98 % of the band in long symbols.
 */
export function airMbps(levelDbm: number, widthMhz: number, streams: number): number {
  let best = 0;
  for (const width of [20, 40, 80, 160].filter((w) => w <= widthMhz))
    for (let n = 1; n <= streams; n++) {
      const snr = levelDbm + 174 - 10 * Math.log10(width * 1e6) - 12 - 10 * Math.log10(n / (streams - n + 1));
      if (snr < 2) continue;
      const bits = Math.min(7.5, 0.8 * Math.log2(1 + 10 ** ((snr - 3) / 10)));
      best = Math.max(best, 0.94 * width * bits * n);
    }
  return best;
}
