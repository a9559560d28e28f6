import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptySite, type Site } from '../model/schema';
import { addBoxBuilding } from './plot';
import { resizeBuilding, sizeOf } from './resize';

let ids = 0;
const made = addBoxBuilding(
  emptySite(),
  {
    name: 'House',
    at: { xM: 2, yM: 3 },
    widthM: 8,
    depthM: 6,
    storeyNames: ['Ground', 'First'],
    storeyHeightM: 2.5,
    construction: 'brickCavity',
    floor: 'timberFloor',
    roof: 'tileRoof',
  },
  (kind: string) => `${kind}-${++ids}`,
).site;
const house = made.buildings[0]!;
const after = (site: Site, axis: 'widthM' | 'depthM', m: number) => resizeBuilding(site, house.id, axis, m);

test('an edge is moved with its walls on every storey, and back again', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1.5, max: 40, noNaN: true }),
      fc.constantFrom('widthM' as const, 'depthM' as const),
      (m, axis) => {
        const grown = after(made, axis, m);
        if (!grown.ok) throw new Error(grown.message);
        expect(sizeOf(grown.site.buildings[0]!)![axis]).toBeCloseTo(m, 9);
        for (const s of grown.site.buildings[0]!.storeys)
          for (const w of grown.site.walls.filter((x) => x.storeyId === s.id))
            for (const end of [w.a, w.b])
              expect(s.outline.some((p) => Math.hypot(p.xM - end.xM, p.yM - end.yM) < 1e-9)).toBe(true);
        const back = after(grown.site, axis, axis === 'widthM' ? 8 : 6);
        expect(back.ok && sizeOf(back.site.buildings[0]!)).toEqual({
          widthM: expect.closeTo(8, 9),
          depthM: expect.closeTo(6, 9),
        });
      },
    ),
  );
});

test('a size that would cut through what stands inside is refused in words', () => {
  const storeyId = house.storeys[0]!.id;
  const walled: Site = {
    ...made,
    walls: [
      ...made.walls,
      {
        id: 'in',
        storeyId,
        a: { xM: 7, yM: 3 },
        b: { xM: 7, yM: 9 },
        construction: 'plasterboard',
        heightM: null,
      },
    ],
  };
  const cut = after(walled, 'widthM', 4);
  expect(cut.ok).toBe(false);
  expect(!cut.ok && cut.message).toContain('give at least 5.30 m');
  expect(after(walled, 'widthM', 6).ok).toBe(true);
});
