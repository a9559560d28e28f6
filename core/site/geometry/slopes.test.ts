import { describe, expect, test } from '@jest/globals';
import { boxHouse } from '../../../testing/boxHouse';
import { moveBuilding, turnAbout } from './frames';
import type { Site } from '../model/schema';
import { fromEavesM, underSlopeM, slopesOf } from './slopes';
import { roofShape, sectionLayout, storeyShape, eavesInFaceM } from './section';

let n = 0;
const newId = (prefix: string) => `${prefix}-${n++}`;
/** A house of 10 by 6 m whose upper storey lies in the roof: a wall of 1 m at the eaves, slopes of 45°, a ceiling at 2.5 m. */
const inRoof = (ridgeDeg: number, slopeDeg = 45): Site => {
  const plain = boxHouse(newId, { widthM: 10, depthM: 6, storeyNames: ['Ground', 'Upper'] });
  return {
    ...plain,
    buildings: plain.buildings.map((b) => ({
      ...b,
      roof: { ...b.roof!, rooms: { kneeM: 1, slopeDeg, ridgeDeg } },
    })),
  };
};
const upper = (site: Site) => site.buildings[0]!.storeys.find((s) => s.name === 'Upper')!;
const above = (site: Site, xM: number, yM: number, storeyId: string | null = upper(site).id) =>
  underSlopeM(site, { storeyId, xM, yM, heightM: 1 });
/** The south-west corner of the box as it is drawn. */
const corner = (site: Site) => {
  const { outline } = site.buildings[0]!.storeys[0]!;
  return { x: Math.min(...outline.map((p) => p.xM)), y: Math.min(...outline.map((p) => p.yM)) };
};

describe('rooms in the roof', () => {
  test('the ceiling rises from the wall at the eaves to the level one, on both sides of the ridge and nowhere else', () => {
    const site = inRoof(0);
    const { x, y } = corner(site);
    expect(above(site, x + 5, y)).toBeCloseTo(1);
    expect(above(site, x + 5, y + 0.5)).toBeCloseTo(1.5);
    expect(above(site, x + 5, y + 5.5)).toBeCloseTo(1.5);
    expect(above(site, x + 5, y + 3)).toBeCloseTo(2.5);
    // Along the ridge nothing changes, downstairs and in the open there is no slope.
    expect(above(site, x + 0.1, y + 3)).toBeCloseTo(2.5);
    expect(above(site, x + 5, y, site.buildings[0]!.storeys[0]!.id)).toBeNull();
    expect(above(site, x + 5, y, null)).toBeNull();
  });
  test('a flat slope over a narrow house meets at the ridge below the ceiling', () => {
    const site = inRoof(0, 20);
    const { x, y } = corner(site);
    expect(above(site, x + 5, y + 3)).toBeCloseTo(1 + 3 * Math.tan(Math.PI / 9));
  });
  test('the ridge turns with its building', () => {
    const site = inRoof(0);
    const { x, y } = corner(site);
    const middle = { xM: x + 5, yM: y + 3 };
    const turned = moveBuilding(site, site.buildings[0]!.id, turnAbout(middle, 90));
    // What was half a metre from the eaves in the north is so in the east now.
    expect(above(turned, middle.xM + 2.5, middle.yM)).toBeCloseTo(1.5);
    expect(above(turned, middle.xM, middle.yM + 2.5)).toBeCloseTo(2.5);
    expect(fromEavesM(slopesOf(turned.buildings[0]!)!, middle.xM, middle.yM)).toBeCloseTo(3);
  });
  test('the section shows slopes that fall east and west, and a line where one falls towards the reader', () => {
    const of = (site: Site) => sectionLayout(site.buildings).buildings[0]!;
    const floorM = 2.5;
    const across = of(inRoof(90));
    const shape = storeyShape(across, upper({ buildings: [across.building] } as Site));
    const at = (alongM: number) => shape.filter(([a]) => Math.abs(a - alongM) < 0.01).map(([, m]) => m);
    expect(Math.max(...at(0))).toBeCloseTo(upper(inRoof(90)).floorLevelM + 1);
    expect(Math.max(...at(5))).toBeCloseTo(upper(inRoof(90)).floorLevelM + 2.5);
    expect(eavesInFaceM(across)).toBeNull();
    const along = of(inRoof(0));
    expect(Math.max(...storeyShape(along, along.building.storeys[1]!).map(([, m]) => m))).toBeGreaterThan(
      floorM,
    );
    expect(eavesInFaceM(along)).toBeCloseTo(along.building.storeys[1]!.floorLevelM + 1);
    expect(roofShape(across)![0]![1]).toBeCloseTo(across.building.storeys[1]!.floorLevelM + 1);
    expect(roofShape(along)![0]![1]).toBeCloseTo(along.building.storeys[1]!.floorLevelM + 2.5);
    // The slopes of 45° meet half the depth, or half the width, above the wall at the eaves.
    expect(along.topM).toBeCloseTo(along.building.storeys[1]!.floorLevelM + 1 + 3);
    expect(across.topM).toBeCloseTo(across.building.storeys[1]!.floorLevelM + 1 + 5);
  });
  test('a storey that is set back is as wide in the section as it is', () => {
    const site = inRoof(0);
    const back = {
      ...site,
      buildings: site.buildings.map((b) => ({
        ...b,
        storeys: b.storeys.map((s) =>
          s.name === 'Upper'
            ? { ...s, outline: s.outline.map((p) => ({ ...p, xM: Math.min(p.xM, corner(site).x + 4) })) }
            : s,
        ),
      })),
    };
    const of = sectionLayout(back.buildings).buildings[0]!;
    const widths = of.building.storeys.map((s) => Math.max(...storeyShape(of, s).map(([a]) => a)));
    expect(widths).toEqual([10, 4]);
  });
});
