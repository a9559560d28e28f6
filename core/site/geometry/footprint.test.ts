import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { checkSite } from '../../job/references';
import { checkSurvey } from '../check/survey';
import { addBoxBuilding, placeOn } from '../edit/plot';
import { outlineToTake, takeOutline } from './footprint';
import { outlineOfWalls, signedAreaM2 } from './rooms';
import { emptySite, site as siteSchema, type Point, type Site, type Wall } from '../model/schema';

let n = 0;
const newId = (prefix: string) => `${prefix}-${++n}`;
const wallsAlong = (points: readonly Point[], storeyId = 's'): Wall[] =>
  points.map((a, i) => ({
    id: newId('w'),
    storeyId,
    a,
    b: points[(i + 1) % points.length]!,
    construction: 'block',
    heightM: null,
  }));
const at = (xM: number, yM: number): Point => ({ xM, yM });
const ELL = [at(0, 0), at(10, 0), at(10, 4), at(6, 4), at(6, 8), at(0, 8)];

/** A house drawn as its bounding box, two outer walls of which were then drawn anew as an inner corner. */
function ellHouse(): { site: Site; storeyId: string } {
  const { site, storeyId } = addBoxBuilding(
    emptySite(),
    {
      name: 'House',
      at: at(0, 0),
      widthM: 10,
      depthM: 8,
      storeyNames: ['Ground'],
      storeyHeightM: 2.5,
      construction: 'block',
      floor: 'timberFloor',
      roof: 'tileRoof',
    },
    newId,
  );
  return { site: { ...site, walls: wallsAlong(ELL, storeyId) }, storeyId };
}

describe('the outline of walls', () => {
  test('goes round an L, corner by corner, whichever way its walls were drawn', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }), fc.nat(5), (turned, first) => {
        const walls = wallsAlong(ELL).map((w, i) => (turned[i] ? { ...w, a: w.b, b: w.a } : w));
        const outline = outlineOfWalls([...walls.slice(first), ...walls.slice(0, first)])!;
        expect(outline).toHaveLength(6);
        expect(signedAreaM2(outline)).toBeCloseTo(10 * 4 + 6 * 4, 9);
        for (const corner of ELL) expect(outline).toContainEqual(corner);
      }),
    );
  });
  test('takes no notice of walls inside, of loose ends, or of corners that do not turn', () => {
    const inner = wallsAlong([at(3, 0), at(3, 8)]).slice(0, 1);
    const loose = wallsAlong([at(10, 2), at(13, 2)]).slice(0, 1);
    const split = wallsAlong(ELL).flatMap((w, i) =>
      i === 0
        ? [
            { ...w, b: at(4, 0) },
            { ...w, id: 'more', a: at(4, 0) },
          ]
        : [w],
    );
    expect(outlineOfWalls([...split, ...inner, ...loose])).toHaveLength(6);
  });
  test('is the largest of several groups, and none where nothing is closed', () => {
    const shed = wallsAlong([at(20, 0), at(22, 0), at(22, 2), at(20, 2)]);
    expect(Math.abs(signedAreaM2(outlineOfWalls([...shed, ...wallsAlong(ELL)])!))).toBeCloseTo(64, 9);
    expect(outlineOfWalls(wallsAlong(ELL).slice(1))).toBeNull();
    expect(outlineOfWalls([])).toBeNull();
  });
});

describe('a storey whose walls were drawn anew', () => {
  test('is named among what is worth a look until its outline is taken from them', () => {
    const { site, storeyId } = ellHouse();
    const off = checkSurvey(site).filter((x) => x.kind === 'outlineOff');
    expect(off).toMatchObject([{ storeyId, at: expect.objectContaining({}) }]);
    const next = takeOutline(site, storeyId);
    expect(checkSurvey(next).some((x) => x.kind === 'outlineOff')).toBe(false);
    expect(outlineToTake(next, next.buildings[0]!.storeys[0]!)).toBeNull();
    expect(takeOutline(next, storeyId)).toEqual(next);
    expect(siteSchema.safeParse(next).success).toBe(true);
    const problems: string[] = [];
    checkSite(next, (path) => problems.push(path));
    expect(problems).toEqual([]);
  });
  test('what stands in the corner that was cut off counts as yard', () => {
    const { site, storeyId } = ellHouse();
    const open = new Set([storeyId]);
    expect(placeOn(site, open, at(8, 6), 1).storeyId).toBe(storeyId);
    expect(placeOn(takeOutline(site, storeyId), open, at(8, 6), 1).storeyId).toBeNull();
    expect(placeOn(takeOutline(site, storeyId), open, at(3, 6), 1).storeyId).toBe(storeyId);
  });
  test('the farm is drawn as it stands, its attic with low walls under the slopes too', () => {
    const farm = farmSite();
    for (const b of farm.buildings)
      for (const s of b.storeys) expect([s.id, outlineToTake(farm, s)]).toEqual([s.id, null]);
  });
});
