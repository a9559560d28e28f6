import { CONSTRUCTIONS, inSentence, isBuiltIn } from '../../site/model/constructions';
import { BANDS, BAND_INDEX, type Band, type PerBand } from '../link/bands';
import { lossParameter, pathFeatures, type Features } from './features';
import { crossingsBetween, type Crossings, type Spot3 } from '../geometry/crossings';
import { arrivalsOf, type Arrivals } from './arrivals';
import { strongestReflections } from './reflections';
import { indirectLimitDb, strongestDiffractions, togetherDb, type Ray } from './diffractions';
import { straightLossDb, type LossCorrection } from './pathLoss';
import type { Scene } from '../geometry/scene';
import { ownedBy, lru, type Lru } from '../../stats/lru';

/**
 * One radio path between two points in one band: the straight line, the strongest way round an edge and the strongest that a face
 * reflects, together.
 */
export interface RadioPath {
  lossDb: number;
  distanceM: number;
  features: Features;
  crossings: Crossings;
  /** The way round that carries most of the power; null where the straight line does. */
  ray: Ray | null;
}

/** Ways from the units met last; a drag asks for a new one at every move, so few are kept. */
const MOST_ARRIVALS = 64;
const arrivalsKnown = ownedBy((_: Scene) => lru<string, Arrivals>(MOST_ARRIVALS));

const arrivalsKey = (u: Spot3, correction: LossCorrection | undefined): string =>
  `${u.x},${u.y},${u.z},${correction ? correction.id : ''}`;

function isKnown(scene: Scene, u: Spot3, correction: LossCorrection | undefined): boolean {
  return arrivalsKnown(scene).has(arrivalsKey(u, correction));
}

/** Ways from a unit to every portal, kept for the places asked for lately. */
export function arrivalsFrom(scene: Scene, u: Spot3, correction: LossCorrection | undefined): Arrivals {
  return arrivalsKnown(scene)(arrivalsKey(u, correction), () => arrivalsOf(scene, u, correction));
}

/** Paths met lately by scene and correction; a drag leaves many behind. */
const MOST_PATHS = 8000;
const MOST_CORRECTIONS = 3;
const pathsKnown = ownedBy((_: Scene) => lru<string, Lru<string, RadioPath[]>>(MOST_CORRECTIONS));

/** The loss between two points of a scene in a band and what it leans on, each way weighted by its share of the power. */
export function radioPath(
  scene: Scene,
  u: Spot3,
  p: Spot3,
  band: Band,
  correction?: LossCorrection,
): RadioPath {
  const paths = pathsKnown(scene)(correction?.id ?? '', () => lru(MOST_PATHS));
  const key = `${u.x},${u.y},${u.z},${p.x},${p.y},${p.z}`;
  return paths(key, () => findPaths(scene, u, p, correction))[BAND_INDEX[band]]!;
}

/** The paths of all three bands: what the straight line and the ways round meet is worked out once for them. */
function findPaths(scene: Scene, u: Spot3, p: Spot3, correction: LossCorrection | undefined): RadioPath[] {
  // A way is the same in both directions: start it where the ways to all edges are known already.
  if (!isKnown(scene, u, correction) && isKnown(scene, p, correction)) [u, p] = [p, u];
  const crossings = crossingsBetween(scene, u, p);
  const { distanceM } = crossings;
  const straightDbs = BANDS.map((band) =>
    straightLossDb(scene, crossings, band, correction),
  ) as unknown as PerBand;
  const limitDb = indirectLimitDb(straightDbs);
  const reflections = strongestReflections(scene, u, p, straightDbs, correction);
  const arrivals = arrivalsFrom(scene, u, correction);
  const edges = strongestDiffractions(scene, u, arrivals, p, limitDb, correction);
  return BANDS.map((band, b): RadioPath => {
    const straightDb = straightDbs[b]!;
    const straight = pathFeatures(scene, crossings, band, correction);
    const rounds = [edges[b]!, reflections[b]!].filter((way) => way !== null);
    if (rounds.length === 0)
      return { lossDb: straightDb, distanceM, features: straight, crossings, ray: null };
    const lossDb = rounds.reduce((db, way) => togetherDb(db, way.lossDb), straightDb);
    const features = new Map<string, number>();
    const add = (part: Features, weight: number) => {
      for (const [name, by] of part) features.set(name, (features.get(name) ?? 0) + weight * by);
    };
    const share = (db: number) => 10 ** ((lossDb - db) / 10);
    add(straight, share(straightDb));
    for (const way of rounds) add(roundFeatures(scene, way, band, correction), share(way.lossDb));
    const strongest = rounds.reduce((x, y) => (y.lossDb < x.lossDb ? y : x));
    const ray = strongest.lossDb < straightDb ? strongest : null;
    return { lossDb, distanceM, features, crossings, ray };
  });
}

/** What a way round leans on. */
function roundFeatures(scene: Scene, way: Ray, band: Band, correction: LossCorrection | undefined): Features {
  const features = new Map<string, number>(way.round === 'edge' ? [['edge', -1]] : []);
  const add = (name: string, by: number) => features.set(name, (features.get(name) ?? 0) + by);
  for (const leg of way.legs)
    for (const [name, by] of pathFeatures(scene, leg, band, correction)) add(name, by);
  for (const c of way.through) add(lossParameter(scene.constructionNames[c]!, band), -1);
  return features;
}

/** What a path passes, as facts for a sentence: constructions counted, its length, how it comes. */
export interface PathFacts {
  passed: readonly { construction: string; count: number }[];
  lengthM: number;
  /** By which kind of way it comes. */
  way: 'straight' | Ray['round'];
  foliage: boolean;
}

/** The facts of a path, by its strongest way. */
export function factsOf(scene: Scene, path: RadioPath): PathFacts {
  const { ray } = path;
  const legs = ray ? ray.legs : [path.crossings];
  const counts = new Map<string, number>();
  const all = [
    ...legs.flatMap((c) => [...c.walls.map((w) => w.construction), ...c.floors]),
    ...(ray?.through ?? []),
  ];
  for (const c of all) {
    const name = scene.constructionNames[c]!;
    if (name !== 'open') counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return {
    passed: [...counts].map(([construction, count]) => ({ construction, count })),
    lengthM: ray ? ray.lengthM : path.distanceM,
    way: ray ? ray.round : 'straight',
    foliage: legs.some((c) => c.leafM + c.bareM > 0),
  };
}

const BY_WAY: Record<PathFacts['way'], string> = {
  straight: '',
  edge: 'round an edge: ',
  face: 'reflected by a wall or floor: ',
};

/** "1 × cavity brick, 7.4 m", or the way round an obstacle. `lengthText` formats metres in the job's unit. */
export function pathWords(facts: PathFacts, lengthText: (m: number) => string): string {
  // Two constructions of the job's own read alike here; their names are the job's, not the model's.
  const counts = new Map<string, number>();
  for (const { construction, count } of facts.passed) {
    const text = isBuiltIn(construction) ? inSentence(CONSTRUCTIONS[construction].label) : 'own construction';
    counts.set(text, (counts.get(text) ?? 0) + count);
  }
  const list = [...counts].map(([text, n]) => `${n} × ${text}`);
  if (facts.foliage) list.push('foliage');
  const what = [...(list.length > 0 ? list : ['nothing in the way']), lengthText(facts.lengthM)];
  return `${BY_WAY[facts.way]}${what.join(', ')}`;
}
