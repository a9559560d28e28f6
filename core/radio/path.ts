import { CONSTRUCTIONS, type BuiltInConstruction } from '../site/constructions';
import type { Band } from './bands';
import { pathFeatures, type Beliefs, type Features } from './beliefs';
import { crossingsBetween, type Crossings, type Spot3 } from './crossings';
import { straightLossDb } from './pathLoss';
import type { Scene } from './scene';

/** One radio path between two points in one band. */
export interface RadioPath {
  lossDb: number;
  distanceM: number;
  features: Features;
  crossings: Crossings;
}

/** The loss between two points of a scene in a band and what it leans on. */
export function radioPath(scene: Scene, u: Spot3, p: Spot3, band: Band, beliefs: Beliefs): RadioPath {
  const crossings = crossingsBetween(scene, u, p);
  return {
    lossDb: straightLossDb(scene, crossings, band, beliefs.correction),
    distanceM: crossings.distanceM,
    features: pathFeatures(scene, crossings, band, beliefs.correction),
    crossings,
  };
}

/** "1 cavity brick, 1 timber joist floor, 7.4 m". `lengthText` formats metres in the job's unit. */
export function pathInWords(scene: Scene, path: RadioPath, lengthText: (m: number) => string): string {
  const counts = new Map<string, number>();
  for (const c of [...path.crossings.walls, ...path.crossings.floors]) {
    const name = scene.constructionNames[c]!;
    if (name === 'open') continue;
    const text = CONSTRUCTIONS[name as BuiltInConstruction]?.label ?? 'own construction';
    counts.set(text, (counts.get(text) ?? 0) + 1);
  }
  const list = [...counts].map(([text, n]) => `${n} × ${text}`);
  if (path.crossings.leafM + path.crossings.bareM > 0) list.push('foliage');
  return [...(list.length > 0 ? list : ['nothing in the way']), lengthText(path.distanceM)].join(', ');
}
