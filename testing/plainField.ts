import { BANDS, BAND_MHZ } from '../core/radio/link/bands';
import { crossingsBetween, type Spot3 } from '../core/radio/geometry/crossings';
import { EDGE_REACH_M, arrivalsOf, turnCosine } from '../core/radio/propagation/arrivals';
import { onStraightWay, togetherDb } from '../core/radio/propagation/diffractions';
import { reflectedCrossings } from '../core/radio/propagation/reflections';
import { REFLECTION_WEAKER_DB, imagesOf, reflectedFrom } from '../core/radio/propagation/mirrors';
import type { Grid, Layer } from '../core/radio/coverage/layers';
import { cellX, cellY } from '../core/radio/coverage/layers';
import { NOTHING_HEARD_DB, crossedDb, freeSpaceDb, straightLossDb } from '../core/radio/propagation/pathLoss';
import { V_PER_TURN, edgeDb, turnV } from '../core/radio/propagation/edgeLoss';
import { passesThrough, portalsOf } from '../core/radio/propagation/portals';
import type { Scene } from '../core/radio/geometry/scene';
import type { ScenePart } from '../core/radio/geometry/sceneParts';

/** The scene without its rectangles, so that every wall is asked for every cell. */
function withoutParts(scene: Scene): Scene {
  const { barriers, slabs, footprints } = scene;
  const all = <K extends 'volumes' | 'leaves' | 'slopes'>(key: K) => scene.parts.flatMap((p) => [...p[key]]);
  const part: ScenePart = {
    barriers,
    slabs,
    slopes: all('slopes') as ScenePart['slopes'],
    footprints,
    volumes: all('volumes') as ScenePart['volumes'],
    leaves: all('leaves') as ScenePart['leaves'],
    minX: -Infinity,
    minY: -Infinity,
    maxX: Infinity,
    maxY: Infinity,
  };
  return { ...scene, parts: [part] };
}

/** The strongest way off a mirror to a point, by band, both its legs asked for every wall; Infinity where there is none. */
function reflectionLossDb(scene: Scene, plain: Scene, unit: Spot3, p: Spot3): number[] {
  const best = BANDS.map(() => Infinity);
  for (const image of imagesOf(scene, unit)) {
    const reflected = reflectedFrom(scene, image, p);
    if (!reflected) continue;
    const { part, lengthM, lossDb } = reflected;
    const legs = reflectedCrossings(plain, image, part, unit, p);
    BANDS.forEach((band, b) => {
      const db = crossedDb(scene, legs, band) + freeSpaceDb(lengthM, BAND_MHZ[b]!) + lossDb;
      if (db < best[b]!) best[b] = db;
    });
  }
  return best;
}

/** Path loss by band of one unit to every cell by the plain triple loop: units × cells × walls, ways round too. */
export function plainField(scene: Scene, unit: Spot3, grid: Grid, layers: readonly Layer[]): Float64Array[] {
  const out = BANDS.map(() => new Float64Array(grid.columns * grid.rows));
  const portals = portalsOf(scene);
  const arrivals = arrivalsOf(scene, unit);
  const plain = withoutParts(scene);
  for (const layer of layers)
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const p = { x: cellX(grid, column), y: cellY(grid, (cell - column) / grid.columns), z: layer.levelM };
      const straight = crossingsBetween(plain, unit, p);
      const back = reflectionLossDb(scene, plain, unit, p);
      const best = BANDS.map(() => Infinity);
      portals.forEach((portal, j) => {
        const leg = crossingsBetween(plain, portal.at, p, {
          barriers: portal.kind === 'opening' ? [portal.wall] : [],
          slabs: portal.kind === 'stairwell' ? [portal.slab] : [],
        });
        const a = arrivals[j]!;
        if (!a || (a.lengthM > EDGE_REACH_M && leg.distanceM > EDGE_REACH_M)) return;
        if (!passesThrough(portal, unit, p) || onStraightWay(portal, unit, p)) return;
        const v = turnV(turnCosine(a, portal, p), a.lengthM, leg.distanceM);
        BANDS.forEach((band, b) => {
          const loss =
            a.lossDb[b]! +
            crossedDb(scene, leg, band) +
            freeSpaceDb(a.lengthM + leg.distanceM, BAND_MHZ[b]!) +
            edgeDb(portal.edge, v * V_PER_TURN[b]!);
          if (loss < best[b]!) best[b] = loss;
        });
      });
      BANDS.forEach((band, b) => {
        const direct = straightLossDb(scene, straight, band);
        const reflectedDb = back[b]! < direct + REFLECTION_WEAKER_DB ? back[b]! : Infinity;
        out[b]![cell] = [best[b]!, reflectedDb]
          .filter((db) => db < NOTHING_HEARD_DB)
          .reduce(togetherDb, direct);
      });
    }
  return out;
}
