import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { plotBox } from '../../site/model/levels';
import { crossingsBetween, type Spot3 } from '../geometry/crossings';
import { barrierHit, slabCrossed } from '../geometry/meet';
import { betweenOf, outOfTheWay } from '../coverage/between';
import { gridOver, layersOf } from '../coverage/layers';
import { buildScene } from '../geometry/scene';
import { partOf, passesOver } from '../geometry/sceneParts';

const site = farmSite();
const scene = buildScene(site);
const place = fc.record({
  x: fc.double({ min: -5, max: 45, noNaN: true }),
  y: fc.double({ min: -5, max: 32, noNaN: true }),
  z: fc.double({ min: 0, max: 9, noNaN: true }),
});

describe('what a line does not pass over is not looked at', () => {
  test('and nothing it meets is missed: the same walls and floors as asked one by one', () => {
    fc.assert(
      fc.property(place, place, (u, p) => {
        const found = crossingsBetween(scene, u, p);
        const walls = scene.barriers
          .map((w) => ({ w, hit: barrierHit(w, u, p) }))
          .flatMap(({ w, hit }) =>
            hit ? [hit.opening === null ? w.construction : w.openings[hit.opening]!.construction] : [],
          );
        const volumes = found.walls.length - walls.length;
        expect(volumes).toBeGreaterThanOrEqual(0);
        expect(volumes).toBeLessThanOrEqual(site.obstacles.length);
        for (const c of new Set(walls))
          expect(found.walls.filter((x) => x.construction === c).length).toBeGreaterThanOrEqual(
            walls.filter((x) => x === c).length,
          );
        expect([...found.floors].sort()).toEqual(
          scene.slabs
            .filter((s) => slabCrossed(s, u, p))
            .map((s) => s.construction)
            .sort(),
        );
      }),
      { numRuns: 400 },
    );
  });
  test('every wall and floor belongs to one part, whose rectangle holds it', () => {
    const walls = scene.parts.flatMap((p) => [...p.barriers]);
    expect(walls).toHaveLength(scene.barriers.length);
    expect(new Set(walls).size).toBe(walls.length);
    expect(scene.parts.flatMap((p) => [...p.slabs])).toHaveLength(scene.slabs.length);
    expect(scene.parts.flatMap((p) => [...p.footprints])).toHaveLength(scene.footprints.length);
    for (const part of scene.parts)
      for (const w of part.barriers) {
        expect(Math.min(w.ax, w.bx)).toBeGreaterThanOrEqual(part.minX);
        expect(Math.max(w.ay, w.by)).toBeLessThanOrEqual(part.maxY);
      }
  });
});

describe('passing over a rectangle', () => {
  const box = { minX: 0, minY: 0, maxX: 10, maxY: 5 };
  test.each([
    ['through the middle', { x: -5, y: 2 }, { x: 15, y: 3 }, true],
    ['inside', { x: 1, y: 1 }, { x: 2, y: 2 }, true],
    ['along an edge', { x: -5, y: 0 }, { x: 15, y: 0 }, true],
    ['at a corner', { x: -5, y: 5 }, { x: 5, y: -5 }, true],
    ['past a corner', { x: -5, y: 4.9 }, { x: 4.9, y: -5 }, false],
    ['beside it', { x: -5, y: 6 }, { x: 15, y: 6 }, false],
    ['short of it', { x: -5, y: 2 }, { x: -1, y: 2 }, false],
  ])('%s', (_, a, b, passes) => {
    expect(passesOver(box, a, b)).toBe(passes);
    expect(passesOver(box, b, a)).toBe(passes);
  });
  test('a part of nothing is passed by every line', () => {
    const nothing = partOf({ barriers: [], slabs: [], slopes: [], volumes: [], leaves: [], footprints: [] });
    expect(passesOver(nothing, { x: 0, y: 0 }, { x: 1, y: 1 })).toBe(false);
  });
});

test('what lies out of the way of a layer lies on no line from the source to any of its cells', () => {
  const grid = gridOver(plotBox(site, 3), 2.7);
  const layers = layersOf(site, ['f-ground', 's-ground', 'b-byre'], grid, true);
  fc.assert(
    fc.property(place, fc.integer({ min: 0, max: layers.length - 1 }), (u: Spot3, l) => {
      const layer = layers[l]!;
      const between = betweenOf(u, grid, layer);
      for (const part of scene.parts) {
        if (!outOfTheWay(between, part)) continue;
        for (let i = 0; i < layer.cells.length; i += 3) {
          const p = { x: layer.xs[i]!, y: layer.ys[i]! };
          expect(
            passesOver(
              {
                ...part,
                minX: part.minX + 0.02,
                maxX: part.maxX - 0.02,
                minY: part.minY + 0.02,
                maxY: part.maxY - 0.02,
              },
              u,
              p,
            ),
          ).toBe(false);
        }
      }
    }),
    { numRuns: 120 },
  );
});
