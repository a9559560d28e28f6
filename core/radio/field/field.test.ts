import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { plainField } from './plainField';
import { farmSite } from '../../../demo/farmSite';
import { plotBox } from '../../site/model/levels';
import type { Spot3 } from '../path/crossings';
import { buildScene } from '../path/scene';
import { portalsOf } from '../path/portals';
import { gridOver, layersOf, type Grid } from './layers';
import { draggedField, fieldBase, settledFields } from './unitField';

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

test('under the hand the field differs only by its coarser detours', () => {
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

test('under the hand each bend is cast once, and coming back gives the same again', () => {
  const grid = gridOver(box, 2);
  const layersFor = (g: Grid) => layersOf(site, ['f-ground', 's-ground', 'b-byre'], g, true);
  const base = fieldBase(scene, undefined, grid, layersFor(grid));
  const there = draggedField(base, { x: 8.2, y: 6.2, z: 4.05 }, layersFor);
  const kept = base.coarse!.kept.byPortal.size;
  expect(kept).toBeGreaterThan(0);
  expect(kept).toBeLessThanOrEqual(portalsOf(scene).length);
  draggedField(base, { x: 1.7, y: 7.2, z: 1.5 }, layersFor);
  base.coarse!.detours.clear();
  expect(draggedField(base, { x: 8.2, y: 6.2, z: 4.05 }, layersFor)).toEqual(there);
  expect(base.coarse!.kept.byPortal.size).toBeGreaterThanOrEqual(kept);
});
