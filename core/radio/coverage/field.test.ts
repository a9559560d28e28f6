import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { plainField } from '../../../testing/plainField';
import { farmSite } from '../../../demo/farmSite';
import { plotBox } from '../../site/model/levels';
import type { Spot3 } from '../geometry/crossings';
import { buildScene } from '../geometry/scene';
import { portalsOf } from '../propagation/portals';
import { gridOver, layersOf, type Grid } from './layers';
import { draggedField, dragPreviewOf } from './dragPreview';
import { fieldBase, settledFields, straightField } from './unitField';

const site = farmSite();
const scene = buildScene(site);
const box = plotBox(site, 3);

/** Largest difference between two fields over the cells of some layers, dB. */
function worst(
  fast: readonly Float32Array[],
  plain: readonly Float64Array[],
  layers: ReturnType<typeof layersOf>,
): number {
  let most = 0;
  for (const layer of layers)
    for (const cell of layer.cells)
      for (let b = 0; b < 3; b++) most = Math.max(most, Math.abs(fast[b]![cell]! - plain[b]![cell]!));
  return most;
}

describe('the fast field is the plain triple loop to 0.01 dB', () => {
  const UNITS: [string, Spot3][] = [
    ['the porch', { x: 1.7, y: 7.2, z: 1.5 }],
    ['upstairs', { x: 8.2, y: 6.2, z: 4.05 }],
    ['the yard, high up', { x: 20, y: 12, z: 3 }],
    ['a wall', { x: 5, y: 3, z: 1.2 }],
    ['a field far off, where most ways are lost', { x: 420, y: -260, z: 1 }],
    ['the line of a wall and a row of cells', { x: 20, y: 6, z: 1 }],
    ['a corner of the house', { x: 0, y: 0, z: 1 }],
    ['the very line of an outer wall', { x: 7, y: 0, z: 4.5 }],
  ];
  test.each([
    ['f-ground', 5.1],
    ['f-upper', 5.5],
    ['f-attic', 5.9],
  ] as const)('with %s open, from every kind of place', (storeyId, cellM) => {
    const grid = gridOver(box, cellM);
    const layers = layersOf(
      site,
      [storeyId, 's-ground', storeyId === 'f-attic' ? 'b-loft' : 'b-byre'],
      grid,
      true,
    );
    const base = fieldBase(scene, undefined, grid, layers);
    const fields = settledFields(
      base,
      UNITS.map(([, u]) => u),
    );
    UNITS.forEach(([, unit], i) =>
      expect(worst(fields[i]!, plainField(scene, unit, grid, layers), layers)).toBeLessThan(0.01),
    );
  });
  test('with cells in the line of walls and edges, which the ways run along', () => {
    const grid: Grid = { minXM: -2.5, minYM: -2.5, cellM: 1, columns: 12, rows: 12 };
    const layers = layersOf(site, ['f-ground'], grid, true);
    const base = fieldBase(scene, undefined, grid, layers);
    for (const unit of [
      { x: 0, y: -2, z: 1 },
      { x: 7, y: 6, z: 1 },
      { x: 0, y: 0, z: 1.3 },
      { x: 3, y: 3, z: 3.9 },
    ])
      expect(
        worst(settledFields(base, [unit])[0]!, plainField(scene, unit, grid, layers), layers),
      ).toBeLessThan(0.01);
  });
  test('from places drawn at random', () => {
    const grid = gridOver(box, 4.3);
    const layers = layersOf(site, ['f-upper', 's-ground', 'b-byre'], grid, true);
    const base = fieldBase(scene, undefined, grid, layers);
    const place = fc.record({
      x: fc.double({ min: -2, max: 40, noNaN: true }),
      y: fc.double({ min: -2, max: 28, noNaN: true }),
      z: fc.double({ min: 0.2, max: 7, noNaN: true }),
    });
    fc.assert(
      fc.property(place, (unit) => {
        expect(
          worst(settledFields(base, [unit])[0]!, plainField(scene, unit, grid, layers), layers),
        ).toBeLessThan(0.01);
      }),
      { numRuns: 6 },
    );
  });
});

test('in the drag preview the field differs only by its coarser diffractions', () => {
  const grid = gridOver(box, 0.5);
  const layersFor = (g: Grid) => layersOf(site, ['f-ground', 's-ground', 'b-byre'], g, true);
  const layers = layersFor(grid);
  const base = fieldBase(scene, undefined, grid, layers);
  const unit = { x: 8, y: 8, z: 1.4 };
  const [settled] = settledFields(base, [unit]);
  const dragged = draggedField(base, unit, layersFor);
  const off: number[] = [];
  for (const layer of layers)
    for (const cell of layer.cells) off.push(Math.abs(dragged[1]![cell]! - settled![1]![cell]!));
  off.sort((a, b) => a - b);
  expect(off[Math.floor(0.5 * off.length)]).toBeLessThan(0.5);
  expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(8);
});

test('layers share no cell and leave none in the yard inside a house', () => {
  const grid = gridOver(box, 0.5);
  const layers = layersOf(site, ['f-ground', 's-ground', 'b-byre'], grid, true);
  const seen = new Set<number>();
  for (const layer of layers)
    for (const cell of layer.cells) {
      expect(seen.has(cell)).toBe(false);
      seen.add(cell);
    }
  expect(layers.map((l) => l.outdoors)).toEqual([false, false, false, true]);
  expect(seen.size).toBe(grid.columns * grid.rows);
});

test('in the drag preview each edge is cast once, and coming back gives the same again', () => {
  const grid = gridOver(box, 2);
  const layersFor = (g: Grid) => layersOf(site, ['f-ground', 's-ground', 'b-byre'], g, true);
  const base = fieldBase(scene, undefined, grid, layersFor(grid));
  const there = draggedField(base, { x: 8.2, y: 6.2, z: 4.05 }, layersFor);
  const kept = dragPreviewOf(base, layersFor).kept.byPortal.values().length;
  expect(kept).toBeGreaterThan(0);
  expect(kept).toBeLessThanOrEqual(portalsOf(scene).length);
  draggedField(base, { x: 1.7, y: 7.2, z: 1.5 }, layersFor);
  dragPreviewOf(base, layersFor).near.clear();
  expect(draggedField(base, { x: 8.2, y: 6.2, z: 4.05 }, layersFor)).toEqual(there);
  expect(dragPreviewOf(base, layersFor).kept.byPortal.values().length).toBeGreaterThanOrEqual(kept);
});

describe('in the drag preview on a plot of many cells', () => {
  const grid = gridOver(box, 0.25);
  const layersFor = (g: Grid) => layersOf(site, ['f-ground', 's-ground', 'b-byre'], g, true);
  const layers = layersFor(grid);
  const at = (i: number) => ({ x: 8 + i * 0.3, y: 8, z: 1.4 });
  const fresh = (i: number) => draggedField(fieldBase(scene, undefined, grid, layers), at(i), layersFor);
  const offBy = (a: ReturnType<typeof fresh>, b: ReturnType<typeof fresh>) =>
    layers
      .flatMap((l) => [...l.cells].map((cell) => Math.abs(a[1]![cell]! - b[1]![cell]!)))
      .sort((x, y) => x - y);

  test('what is near is cast from where it is, and what is far from the coarse grid differs by little', () => {
    const base = fieldBase(scene, undefined, grid, layers);
    const straight = straightField(base, at(0));
    const dragged = draggedField(base, at(0), layersFor);
    let [near, above] = [0, -Infinity];
    for (const { layer, blocks } of [...dragPreviewOf(base, layersFor).near.values()][0]!.parts)
      for (const { places } of blocks)
        for (const place of places) {
          const cell = layer.cells[place]!;
          near++;
          above = Math.max(above, dragged[1]![cell]! - straight[1]![cell]!);
        }
    expect(above).toBeLessThan(1e-4);
    expect(near).toBeLessThan(0.6 * layers.reduce((n, l) => n + l.cells.length, 0));
    const off = offBy(dragged, settledFields(base, [at(0)])[0]!);
    expect(off[Math.floor(0.5 * off.length)]).toBeLessThan(1);
    expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(9);
  });
  test('what is far follows some moves later, to what is found there at once; another height is found at once', () => {
    const base = fieldBase(scene, undefined, grid, layers);
    const hand = dragPreviewOf(base, layersFor);
    for (let i = 0; i <= 20; i += 5) draggedField(base, at(i), layersFor);
    expect(hand.farther).not.toBeNull();
    // The hand rests until the last step is through.
    for (let i = 0; i < 100 && hand.far!.from?.x !== 14; i++) draggedField(base, at(20), layersFor);
    expect(offBy(draggedField(base, at(20), layersFor), fresh(20)).at(-1)).toBeLessThan(1e-6);
    const upstairs = { x: 9, y: 6, z: 4.1 };
    const other = fieldBase(scene, undefined, grid, layers);
    expect(draggedField(base, upstairs, layersFor)).toEqual(draggedField(other, upstairs, layersFor));
  });
  test('until it is found what is far is as it was before the hand took the unit up', () => {
    const base = fieldBase(scene, undefined, grid, layers);
    const [before] = settledFields(base, [at(0)]);
    const moved = draggedField(base, at(1), layersFor, before);
    const near = new Set(
      [...dragPreviewOf(base, layersFor).near.values()][0]!.parts.flatMap(({ layer, blocks }) =>
        blocks.flatMap(({ places }) => [...places].map((place) => layer.cells[place]!)),
      ),
    );
    const differs = layers.flatMap((l) => [...l.cells].filter((c) => moved[1]![c] !== before![1]![c]));
    expect(differs.length).toBeGreaterThan(0.5 * near.size);
    expect(differs.every((cell) => near.has(cell))).toBe(true);
    // Another unit close by brings what it had itself, whatever was found for the first.
    const [other] = settledFields(base, [{ x: 10, y: 6, z: 1.4 }]);
    draggedField(base, { x: 10.3, y: 6, z: 1.4 }, layersFor, other);
    expect(dragPreviewOf(base, layersFor).far).toEqual({ from: null, total: other });
  });
});
