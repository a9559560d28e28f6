/** Radius of the first Fresnel zone, m, at d1 and d2 metres from the ends: 17.32·√(d1·d2 / (f·d)) with km. */
export function fresnelRadiusM(d1M: number, d2M: number, ghz: number): number {
  const [d1, d2] = [d1M / 1000, d2M / 1000];
  return d1 + d2 === 0 ? 0 : 17.32 * Math.sqrt((d1 * d2) / (ghz * (d1 + d2)));
}

/** Knife-edge loss, dB, for ν > −0.78; 0 below (ITU-R P.526). */
export function knifeEdgeDb(nu: number): number {
  if (nu <= -0.78) return 0;
  return 6.9 + 20 * Math.log10(Math.sqrt((nu - 0.1) ** 2 + 1) + nu - 0.1);
}

/** What the flat ground takes from a bridge, dB: an edge below the middle of the line between two heights. */
export function groundLossDb(aLevelM: number, bLevelM: number, distanceM: number, ghz: number): number {
  const radius = fresnelRadiusM(distanceM / 2, distanceM / 2, ghz);
  if (radius === 0) return 0;
  return knifeEdgeDb((-Math.SQRT2 * (aLevelM + bLevelM)) / 2 / radius);
}
