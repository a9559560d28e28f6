import { describe, expect, test } from '@jest/globals';
import { boxHouse } from '../../../testing/boxHouse';
import { plainField } from '../../../testing/plainField';
import { plotBox } from '../../site/model/levels';
import { ceilingM } from '../../site/geometry/slopes';
import type { Site } from '../../site/model/schema';
import { seeded } from '../../stats/seeded';
import { gridOver, layersOf } from '../coverage/layers';
import { fieldBase, settledFields } from '../coverage/unitField';
import { crossingsBetween } from './crossings';
import { buildScene } from './scene';

let n = 0;
const plain = boxHouse((prefix) => `${prefix}-${n++}`, {
  widthM: 9,
  depthM: 7,
  storeyNames: ['Ground', 'Upper'],
});
const inRoof = (ridgeDeg: number, slopeDeg = 45): Site => ({
  ...plain,
  buildings: plain.buildings.map((b) => ({
    ...b,
    roof: { ...b.roof!, rooms: { kneeM: 1, slopeDeg, ridgeDeg } },
  })),
});
const upper = plain.buildings[0]!.storeys[1]!;
const box = plotBox(plain, 0);

/** Points of the upper storey drawn at random, with how high the roof leaves them. */
function* inside(site: Site, count: number) {
  const next = seeded(7);
  for (let k = 0; k < count; k++) {
    const x = -4.2 + next() * 8.4;
    const y = -3.2 + next() * 6.4;
    const { outline } = upper;
    const [mx, my] = [
      outline.reduce((s, p) => s + p.xM, 0) / outline.length,
      outline.reduce((s, p) => s + p.yM, 0) / outline.length,
    ];
    const leavesM = ceilingM(site.buildings[0]!, site.buildings[0]!.storeys[1]!, mx + x, my + y);
    yield { at: { x: mx + x, y: my + y }, leavesM, next };
  }
}

describe('a roof that slopes', () => {
  test.each([
    [0, 45],
    [90, 45],
    [30, 45],
    [0, 20],
  ])('whoever leaves the room goes through it once or through a wall (ridge at %d°, %d° steep)', (...of) => {
    const site = inRoof(...of);
    const scene = buildScene(site);
    const roof = scene.constructionNames.indexOf('tileRoof');
    let counted = 0;
    for (const { at, leavesM, next } of inside(site, 400)) {
      const u = { ...at, z: upper.floorLevelM + leavesM * (0.1 + 0.8 * next()) };
      const turn = 2 * Math.PI * next();
      const p = { x: at.x + 40 * Math.cos(turn), y: at.y + 40 * Math.sin(turn), z: u.z + 60 * next() };
      const { walls, floors } = crossingsBetween(scene, u, p);
      const through =
        walls.filter((w) => w.construction === roof).length + floors.filter((f) => f === roof).length;
      const brick = walls.length - walls.filter((w) => w.construction === roof).length;
      expect(through + Math.min(1, brick)).toBeGreaterThanOrEqual(1);
      expect(through).toBeLessThanOrEqual(1);
      counted += through;
    }
    expect(counted).toBeGreaterThan(200);
  });
  test('what is under it stays indoors: two points of one room have no roof between them', () => {
    const site = inRoof(0);
    const scene = buildScene(site);
    const points = [...inside(site, 60)].map(({ at, leavesM }) => ({
      ...at,
      z: upper.floorLevelM + 0.9 * leavesM,
    }));
    for (let i = 1; i < points.length; i++)
      expect(crossingsBetween(scene, points[i - 1]!, points[i]!).walls).toEqual([]);
  });
  test('the fast field is the plain loop there too, from under the slope, from below and from the yard', () => {
    const site = inRoof(30);
    const scene = buildScene(site);
    const grid = gridOver(plotBox(site, 4), 1.1);
    for (const storey of site.buildings[0]!.storeys) {
      const layers = layersOf(site, [storey.id], grid, true);
      const base = fieldBase(scene, undefined, grid, layers);
      for (const unit of [
        { x: box.minXM + 4, y: box.minYM + 3, z: upper.floorLevelM + 1.2 },
        { x: box.minXM + 2, y: box.minYM + 2, z: 1 },
        { x: box.maxXM + 3, y: box.minYM - 2, z: 4 },
      ]) {
        const [fast] = settledFields(base, [unit]);
        const slow = plainField(scene, unit, grid, layers);
        let most = 0;
        for (const layer of layers)
          for (const cell of layer.cells)
            for (let b = 0; b < 3; b++) most = Math.max(most, Math.abs(fast![b]![cell]! - slow[b]![cell]!));
        expect(most).toBeLessThan(0.01);
      }
    }
  });
  test('the wall under the eaves is as high as it is, the gable goes up to the ceiling', () => {
    const tops = buildScene(inRoof(0))
      .barriers.filter((w) => plain.walls.some((x) => x.id === w.id && x.storeyId === upper.id))
      .map((w) => Math.round((w.topM - upper.floorLevelM) * 100) / 100);
    expect(tops.sort()).toEqual([1, 1, 2.5, 2.5]);
  });
  test('without rooms in the roof nothing is other than it was', () => {
    const scene = buildScene(plain);
    expect(scene.slabs).toHaveLength(2);
    expect(scene.parts.every((p) => p.slopes.length === 0)).toBe(true);
  });
});
