import type { Skip, Spot3 } from '../geometry/crossings';
import { FOLIAGE_FACTOR, floorWeight, foliageAtOneGhzDb } from '../propagation/pathLoss';
import type { Scene } from '../geometry/scene';
import { addSlanted, slantedDb } from '../materials/slant';
import { betweenOf, outOfTheWay } from './between';
import { cellX, cellY, type Grid, type Layer } from './layers';
import type { CastLosses, CastSpace, FloorSet } from './castSpace';
import { castFloors, castIndoors, castPrisms } from './castParts';
import { castBarrier } from './castWalls';

/** Loss of everything but free space from one point to every cell of a layer, by band; indexed as the grid. */
export type CastLoss = readonly [Float32Array, Float32Array, Float32Array];

/** The set of floors given as counts by kind. */
function floorSet(losses: CastLosses, packed: number): FloorSet {
  const known = losses.floorSets.get(packed);
  if (known) return known;
  const floors: number[] = [];
  losses.floorKinds.forEach((kind, k) => {
    for (let n = (packed >>> (4 * k)) & 15; n > 0; n--) floors.push(kind);
  });
  const [first] = floors;
  const made: FloorSet = {
    floors,
    only: first !== undefined && floors.every((f) => f === first) ? first : null,
    weight: floors.reduce((sum, _, n) => sum + floorWeight(n), 0),
  };
  losses.floorSets.set(packed, made);
  return made;
}

/** Loss of a set of floors met at an angle by band, into `out`: by falling loss with the weights of COST 231. */
function floorsDb(
  { byConstruction, slants }: CastLosses,
  set: FloorSet,
  steep: number,
  out: Float64Array,
): void {
  const { only } = set;
  out.fill(0);
  if (only !== null) addSlanted(slants[only]!, byConstruction[only]!, steep, set.weight, out);
  else
    for (let b = 0; b < 3; b++)
      out[b] = set.floors
        .map((kind) => slantedDb(slants[kind]!, byConstruction[kind]![b]!, steep))
        .sort((x, y) => y - x)
        .reduce((sum, db, n) => sum + db * floorWeight(n), 0);
}

/**
 * Loss of everything but free space from a point to the cells of a layer, written into `out`. The shadow of each wall,
 * opening and floor is filled row by row, so the work grows with walls × rows + cells, not with cells × walls; buildings
 * that do not lie between the point and the layer are passed over whole. What lies in a shadow is decided by the same
 * tests as a single line, so both give the same. `wanted` marks the cells of the layer that are asked for, indexed as the grid.
 */
export function cast(
  scene: Pick<Scene, 'parts'>,
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  space: CastSpace,
  out: CastLoss,
  skip?: Skip,
  wanted: Uint8Array = layer.mask,
): void {
  const width = grid.columns + 1;
  const { steps, single, floorSteps, indoor, leaf, bare } = space;
  for (let row = layer.row0; row < layer.row1; row++) {
    const from = row * width + layer.column0;
    const to = row * width + layer.column1 + 1;
    for (const s of steps) s.fill(0, from, to);
    for (const s of single) s.fill(0, from, to);
    floorSteps.fill(0, from, to);
    indoor.fill(0, from, to);
    leaf.fill(0, from, to);
    bare.fill(0, from, to);
  }
  const p: Spot3 = { x: 0, y: 0, z: layer.levelM };
  const move = (x: number, y: number) => {
    p.x = x;
    p.y = y;
    return p;
  };

  const between = betweenOf(u, grid, layer);
  for (const part of scene.parts) {
    if (outOfTheWay(between, part)) continue;
    for (const w of part.barriers) {
      if (skip?.barriers.includes(w)) continue;
      castBarrier(w, losses, u, grid, layer, space, move);
    }
    castFloors(part, losses, u, grid, layer, floorSteps, width, move, skip?.slabs);
    castIndoors(part, u, grid, layer, indoor, width, move);
    castPrisms(part, losses, u, grid, layer, space, width, move);
  }

  gather(losses, u, grid, layer, space, out, wanted);
}

/** Running sums along each row turn the marks of all shadows into the loss of each cell. */
function gather(
  losses: CastLosses,
  u: Spot3,
  grid: Grid,
  layer: Layer,
  space: CastSpace,
  out: CastLoss,
  wanted: Uint8Array,
): void {
  const { floorSteps, indoor, leaf, bare } = space;
  const [steps0, steps1, steps2] = space.steps;
  const [single0, single1, single2] = space.single;
  const [out0, out1, out2] = out;
  const { levelM } = layer;
  const { clutterDbPerM } = losses;
  const dz = levelM - u.z;
  const highM = Math.abs(dz);
  const [green0, green1, green2] = FOLIAGE_FACTOR;
  const floors = new Float64Array(3);
  let known = 0;
  let set: FloorSet | null = null;
  for (let row = layer.row0; row < layer.row1; row++) {
    let sum0 = 0;
    let sum1 = 0;
    let sum2 = 0;
    let packed = 0;
    const dy = cellY(grid, row) - u.y;
    const rest = dy * dy + dz * dz;
    let i = row * (grid.columns + 1) + layer.column0;
    let cell = row * grid.columns + layer.column0;
    for (let column = layer.column0; column < layer.column1; column++, i++, cell++) {
      sum0 += steps0[i]!;
      sum1 += steps1[i]!;
      sum2 += steps2[i]!;
      packed = (packed + floorSteps[i]!) | 0;
      if (wanted[cell] === 0) continue;
      let db0 = sum0 + single0[i]!;
      let db1 = sum1 + single1[i]!;
      let db2 = sum2 + single2[i]!;
      if (packed !== 0) {
        const dx = cellX(grid, column) - u.x;
        const steep = Math.min(1, highM / Math.sqrt(dx * dx + rest));
        // Cells beside each other mostly lie behind the same floors.
        if (packed !== known) {
          set = floorSet(losses, packed);
          known = packed;
        }
        floorsDb(losses, set!, steep, floors);
        db0 += floors[0]!;
        db1 += floors[1]!;
        db2 += floors[2]!;
      }
      if (indoor[i] !== 0) {
        const dx = cellX(grid, column) - u.x;
        const inside = indoor[i]! < 0 ? 0 : indoor[i]! > 1 ? 1 : indoor[i]!;
        const clutter = clutterDbPerM * inside * Math.sqrt(dx * dx + rest);
        db0 += clutter;
        db1 += clutter;
        db2 += clutter;
      }
      if (leaf[i] !== 0 || bare[i] !== 0) {
        const foliage = foliageAtOneGhzDb(leaf[i]!, bare[i]!);
        db0 += green0 * foliage;
        db1 += green1 * foliage;
        db2 += green2 * foliage;
      }
      out0[cell] = db0;
      out1[cell] = db1;
      out2[cell] = db2;
    }
  }
}
