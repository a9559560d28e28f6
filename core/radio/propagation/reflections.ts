import type { PerBand } from '../link/bands';
import { crossingsBetween, distanceBetweenM, type Crossings, type Spot3 } from '../geometry/crossings';
import type { Ray } from './diffractions';
import { REFLECTION_WEAKER_DB, imagesOf, skipAt, type Image, reflectedFrom } from './mirrors';
import { FREE_1M_DB, NEAREST_M, NOTHING_HEARD_DB, crossedAllDb, type LossCorrection } from './pathLoss';
import type { Scene } from '../geometry/scene';
import { ownedBy, lru } from '../../stats/lru';

/** A way that is reflected once between two points, as far as it hangs on geometry alone. */
interface Reflection {
  lengthM: number;
  /** What its length beyond a metre and the mirror take, dB: free space at a metre and what else it meets come on top. */
  leastDb: number;
  image: Image;
  /** Part of the way from the image at which the mirror is. */
  part: number;
  /** What both its legs meet, once anybody asked. */
  crossings: Crossings | null;
}

/** Ways by their ends, kept: they hang on nothing that readings teach. */
const MOST_WAYS = 4000;
const waysKnown = ownedBy((_: Scene) => lru<string, Reflection[]>(MOST_WAYS));

function findReflections(scene: Scene, u: Spot3, p: Spot3): Reflection[] {
  const found: Reflection[] = [];
  for (const image of imagesOf(scene, u)) {
    const reflected = reflectedFrom(scene, image, p);
    if (!reflected) continue;
    const { part, lengthM, lossDb } = reflected;
    const leastDb = 20 * Math.log10(Math.max(NEAREST_M, lengthM)) + lossDb;
    found.push({ lengthM, leastDb, image, part, crossings: null });
  }
  return found.sort((a, b) => a.leastDb - b.leastDb);
}

const reflectionsBetween = (scene: Scene, u: Spot3, p: Spot3): Reflection[] =>
  waysKnown(scene)(`${u.x},${u.y},${u.z},${p.x},${p.y},${p.z}`, () => findReflections(scene, u, p));

/** What both legs of a way meet that is reflected at a part of the way from an image, as of one line: a mirror keeps every angle. */
export function reflectedCrossings(scene: Scene, image: Image, part: number, u: Spot3, p: Spot3): Crossings {
  const { at, mirror } = image;
  const off = {
    x: at.x + part * (p.x - at.x),
    y: at.y + part * (p.y - at.y),
    z: mirror.slab ? mirror.d : at.z + part * (p.z - at.z),
  };
  const skip = skipAt(scene, image);
  const a = crossingsBetween(scene, u, off, skip);
  const b = crossingsBetween(scene, p, off, skip);
  const distanceM = distanceBetweenM(at, p);
  return {
    distanceM,
    walls: [...a.walls, ...b.walls],
    floors: [...a.floors, ...b.floors],
    steep: Math.min(1, Math.abs(p.z - at.z) / distanceM),
    indoorM: a.indoorM + b.indoorM,
    leafM: a.leafM + b.leafM,
    bareM: a.bareM + b.bareM,
  };
}

/**
 * The strongest ways between two points that are reflected once by a wall, floor or roof, by band; null where none is strong
 * enough beside a straight line of `straightDb`. Images, Fresnel's reflectivity at the angle (docs/model.md "Reflected").
 */
export function strongestReflections(
  scene: Scene,
  u: Spot3,
  p: Spot3,
  straightDb: PerBand,
  correction?: LossCorrection,
): (Ray | null)[] {
  const best: (Ray | null)[] = [null, null, null];
  const limit = straightDb.map((db) => Math.min(NOTHING_HEARD_DB, db + REFLECTION_WEAKER_DB));
  for (const reflection of reflectionsBetween(scene, u, p)) {
    const { leastDb, lengthM, image, part } = reflection;
    // The list begins with what could lose least.
    if (limit.every((db, b) => leastDb + FREE_1M_DB[b]! >= db)) break;
    reflection.crossings ??= reflectedCrossings(scene, image, part, u, p);
    const { crossings } = reflection;
    const crossedDb = crossedAllDb(scene, crossings, correction);
    for (let b = 0; b < 3; b++) {
      const lossDb = leastDb + FREE_1M_DB[b]! + crossedDb[b]!;
      if (lossDb >= limit[b]!) continue;
      limit[b] = lossDb;
      best[b] = { round: 'face', lossDb, lengthM, legs: [crossings], through: [] };
    }
  }
  return best;
}
