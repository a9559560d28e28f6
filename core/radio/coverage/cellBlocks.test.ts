import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { plotBox } from '../../site/model/levels';
import type { Spot3 } from '../geometry/crossings';
import { buildScene } from '../geometry/scene';
import { blocksOf, layerOver } from './cellBlocks';
import { cast, type CastLoss } from './cast';
import { castLosses, castSpace } from './castSpace';
import { cellX, cellY, gridOver, layersOf, type Layer } from './layers';
import { plainField } from '../../../testing/plainField';
import { fieldBase, lossArrays, settledFields } from './unitField';

const site = farmSite();
const scene = buildScene(site);
const grid = gridOver(plotBox(site, 3), 1);
const layers = layersOf(site, ['f-upper', 's-ground', 'b-byre'], grid, true);
const losses = castLosses(scene);

/** Places that are hard: in the line of a wall, on the level of a floor, at a jamb, and any. */
const place: fc.Arbitrary<Spot3> = fc.oneof(
  fc.constantFrom<Spot3>(
    { x: 7, y: 0, z: 4.5 },
    { x: 20, y: 6, z: 1 },
    { x: 3.3, y: 7.2, z: 2.7 },
    { x: 0, y: 0, z: 1 },
    { x: 6.5, y: 4.2, z: 1 },
  ),
  fc.record({
    x: fc.double({ min: -2, max: 44, noNaN: true }),
    y: fc.double({ min: -2, max: 30, noNaN: true }),
    z: fc.double({ min: 0.2, max: 7, noNaN: true }),
  }),
);

describe('blocks of a layer', () => {
  test('hold each of its cells once, inside their rectangle', () => {
    for (const layer of layers) {
      const seen = new Set<number>();
      for (const block of blocksOf(layer, grid))
        for (const at of block.places) {
          expect(seen.has(at)).toBe(false);
          seen.add(at);
          const column = layer.cells[at]! % grid.columns;
          const row = Math.floor(layer.cells[at]! / grid.columns);
          expect(column >= block.column0 && column < block.column1).toBe(true);
          expect(row >= block.row0 && row < block.row1).toBe(true);
          const [x, y] = [cellX(grid, column), cellY(grid, row)];
          expect(x >= block.minX && x <= block.maxX && y >= block.minY && y <= block.maxY).toBe(true);
        }
      expect(seen.size).toBe(layer.cells.length);
    }
  });
});

describe('a cast through a window', () => {
  const lossIn = (layer: Layer, u: Spot3, wanted?: Uint8Array): CastLoss => {
    const out = lossArrays(grid);
    cast(scene, losses, u, grid, layer, castSpace(grid), out, undefined, wanted);
    return out;
  };
  test('gives the cells in it what a cast over the whole layer gives them', () => {
    fc.assert(
      fc.property(place, fc.nat(), fc.nat(), fc.nat(), (u, l, first, more) => {
        const layer = layers[l % layers.length]!;
        const blocks = blocksOf(layer, grid);
        const some = [blocks[first % blocks.length]!, blocks[(first + more) % blocks.length]!];
        const wanted = new Uint8Array(grid.columns * grid.rows);
        const asked = some.flatMap((b) => [...b.places].map((at) => layer.cells[at]!));
        for (const cell of asked) wanted[cell] = 1;
        const whole = lossIn(layer, u);
        const part = lossIn(layerOver(layer, some), u, wanted);
        for (const cell of asked)
          for (let b = 0; b < 3; b++) expect(part[b]![cell]).toBeCloseTo(whole[b]![cell]!, 3);
      }),
      { numRuns: 60 },
    );
  });
});

test('what is given up block by block is nothing that the plain loop finds, on cells of a metre', () => {
  const base = fieldBase(scene, undefined, grid, layers);
  const thin = layers.map((l): Layer => {
    const pick = (list: Float64Array) => list.filter((_, i) => i % 53 === 0);
    return { ...l, cells: l.cells.filter((_, i) => i % 53 === 0), xs: pick(l.xs), ys: pick(l.ys) };
  });
  fc.assert(
    fc.property(place, (unit) => {
      const [field] = settledFields(base, [unit]);
      const plain = plainField(scene, unit, grid, thin);
      for (const layer of thin)
        for (const cell of layer.cells)
          for (let b = 0; b < 3; b++)
            expect(Math.abs(field![b]![cell]! - plain[b]![cell]!)).toBeLessThan(0.01);
    }),
    { numRuns: 8 },
  );
});
