import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { farmSite } from '../../../demo/farmSite';
import { checkSite } from '../../job/references';
import { checkSurvey } from '../check/survey';
import { deleteStoreys, standingOn } from './storeys';
import { moveBuilding } from '../geometry/frames';
import { thingsWithin } from './hit';
import {
  changeOwnConstruction,
  deleteOwnConstruction,
  newOwnConstruction,
  usesOfConstruction,
} from './ownConstructions';
import { site as siteSchema, type Place, type Site } from '../model/schema';
import { isSlowRun } from '../check/slowRun';
import { copyThings, deleteThings, moveThings, placeThing, type Thing, type ThingKind } from './things';

let n = 0;
const newId = (prefix: string) => `${prefix}-new${++n}`;
const base: Site = {
  ...farmSite(),
  jacks: [
    { id: 'jack-1', name: 'Snug jack', place: { storeyId: 'f-ground', xM: 6, yM: 1, heightM: 0.3 } },
    { id: 'jack-2', name: 'Loft jack', place: { storeyId: 'b-loft', xM: 31, yM: 22, heightM: 0.3 } },
  ],
  underlays: [
    {
      id: 'und-1',
      storeyId: 'f-ground',
      pictureId: 'pic',
      name: 'Plan',
      widthPx: 100,
      heightPx: 80,
      xM: 0,
      yM: 0,
      mPerPx: 0.1,
      turnDeg: 0,
      strength: 0.5,
    },
  ],
};
const sound = (site: Site) => {
  expect(siteSchema.safeParse(site).error?.issues ?? []).toEqual([]);
  const problems: string[] = [];
  checkSite(site, (path, message) => problems.push(`${path}: ${message}`));
  expect(problems).toEqual([]);
};

/** Everything in the survey that can be pointed at. */
const everything: Thing[] = [
  ...base.walls.map((t) => ({ kind: 'wall' as const, id: t.id })),
  ...base.openings.map((t) => ({ kind: 'opening' as const, id: t.id })),
  ...base.spots.map((t) => ({ kind: 'spot' as const, id: t.id })),
  ...base.outlets.map((t) => ({ kind: 'outlet' as const, id: t.id })),
  ...base.panels.map((t) => ({ kind: 'panel' as const, id: t.id })),
  ...base.coax.outlets.map((t) => ({ kind: 'coaxOutlet' as const, id: t.id })),
  ...base.coax.splitters.map((t) => ({ kind: 'splitter' as const, id: t.id })),
  ...base.dataRuns.map((t) => ({ kind: 'dataRun' as const, id: t.id })),
  ...base.jacks.map((t) => ({ kind: 'jack' as const, id: t.id })),
  ...base.obstacles.map((t) => ({ kind: 'obstacle' as const, id: t.id })),
  ...base.foliage.map((t) => ({ kind: 'foliage' as const, id: t.id })),
  ...base.ducts.map((t) => ({ kind: 'duct' as const, id: t.id })),
  ...base.interference.map((t) => ({ kind: 'interference' as const, id: t.id })),
  ...base.buildings.flatMap((b) =>
    b.storeys.flatMap((s) => s.holes.map((h) => ({ kind: 'stairs' as const, id: h.id }))),
  ),
  ...base.rooms.map((t) => ({ kind: 'room' as const, id: t.id })),
  ...base.underlays.map((t) => ({ kind: 'underlay' as const, id: t.id })),
  { kind: 'lineEntry', id: 'line' },
];
const kinds = [...new Set(everything.map((t) => t.kind))];

describe('whatever is chosen', () => {
  const some = fc.subarray(everything, { minLength: 1, maxLength: 12 });
  const shift = fc.double({ min: -3, max: 3, noNaN: true });
  test('moving there and back again is where it was, and the site stays sound', () => {
    const loose = fc.subarray(
      everything.filter((t) => t.kind !== 'wall' && t.kind !== 'opening'),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(loose, shift, shift, (things, dx, dy) => {
        const [x, y] = [Math.round(dx * 100) / 100, Math.round(dy * 100) / 100];
        const there = moveThings(base, things, x, y);
        sound(there);
        expect(moveThings(there, things, -x, -y)).toEqual(base);
      }),
      { numRuns: 60 },
    );
  });
  test('deleting leaves a sound site without it, and everything else', () => {
    fc.assert(
      fc.property(some, (things) => {
        const next = deleteThings(base, things);
        sound(next);
        const gone = new Set(things.map((t) => t.id));
        for (const list of ['walls', 'spots', 'outlets', 'jacks', 'rooms', 'obstacles'] as const)
          expect(next[list].map((t) => t.id)).toEqual(
            base[list].map((t) => t.id).filter((id) => !gone.has(id)),
          );
      }),
      { numRuns: 60 },
    );
  });
  test('copying leaves what is there alone and makes new things that are sound', () => {
    fc.assert(
      fc.property(some, (things) => {
        const { site, copies } = copyThings(base, things, 0.5, 0.5, newId);
        sound(site);
        expect(site.walls.slice(0, base.walls.length)).toEqual(base.walls);
        expect(copies.every((c) => !everything.some((t) => t.kind === c.kind && t.id === c.id))).toBe(true);
        expect(copies.length).toBeLessThanOrEqual(things.length);
      }),
      { numRuns: 40 },
    );
  });
  test('nothing chosen, nothing changed', () => {
    expect(moveThings(base, [], 1, 1)).toEqual(base);
    expect(deleteThings(base, [])).toEqual(base);
    expect(copyThings(base, [], 1, 1, newId)).toEqual({ site: base, copies: [] });
  });
});

describe.each(kinds)('a %s', (kind: ThingKind) => {
  const thing = everything.find((t) => t.kind === kind)!;
  test('moves by a shift, or is held by what it is part of', () => {
    const moved = moveThings(base, [thing], 0.4, 0.3);
    sound(moved);
    expect(moved).not.toEqual(base);
  });
});

describe('one thing put somewhere', () => {
  const elsewhere: Place = { storeyId: 's-ground', xM: 25, yM: 3, heightM: 0.5 };
  test.each([
    'spot',
    'outlet',
    'panel',
    'interference',
    'jack',
    'coaxOutlet',
    'splitter',
    'lineEntry',
  ] as const)('a %s is on the storey it was put on', (kind) => {
    const thing = everything.find((t) => t.kind === kind)!;
    const next = placeThing(base, thing, elsewhere);
    sound(next);
    expect(JSON.stringify(next)).toContain(JSON.stringify(elsewhere));
  });
  test('what has no place of its own stays', () => {
    expect(placeThing(base, { kind: 'wall', id: 'fg-1' }, elsewhere)).toBe(base);
  });
});

describe('jacks whose far end is not known', () => {
  test('are named among what is worth a look, until they are gone', () => {
    const notices = checkSurvey(base).filter((x) => x.kind === 'jackLoose');
    expect(notices.map((x) => x.thing!.id)).toEqual(['jack-1', 'jack-2']);
    expect(notices[0]).toMatchObject({ storeyId: 'f-ground', at: base.jacks[0]!.place });
    const none = deleteThings(base, [
      { kind: 'jack', id: 'jack-1' },
      { kind: 'jack', id: 'jack-2' },
    ]);
    expect(checkSurvey(none).some((x) => x.kind === 'jackLoose')).toBe(false);
  });
  test('go with their building, count as yard when their storey goes, and are caught in a frame', () => {
    const id = base.buildings.find((b) => b.storeys.some((s) => s.id === 'b-loft'))!.id;
    const shifted = moveBuilding(base, id, { xM: 2, yM: 0, turnDeg: 0 });
    expect(shifted.jacks[1]!.place.xM).toBeCloseTo(33, 6);
    expect(shifted.jacks[0]).toEqual(base.jacks[0]);
    expect(deleteStoreys(base, new Set(['b-loft'])).jacks[1]!.place.storeyId).toBeNull();
    expect(standingOn(base, new Set(['b-loft'])).wiring).toBe(
      standingOn({ ...base, jacks: [] }, new Set(['b-loft'])).wiring + 1,
    );
    const frame = (wiring: boolean) =>
      thingsWithin(
        base,
        new Set(['f-ground']),
        { xM: 5.5, yM: 0.5 },
        { xM: 6.5, yM: 1.5 },
        { wiring, pictures: false },
      );
    expect(frame(true)).toContainEqual({ kind: 'jack', id: 'jack-1' });
    expect(frame(false)).not.toContainEqual({ kind: 'jack', id: 'jack-1' });
  });
  test('a jack on a storey that is not there is refused', () => {
    const problems: string[] = [];
    const lost = {
      ...base,
      jacks: [{ ...base.jacks[0]!, place: { ...base.jacks[0]!.place, storeyId: 'x' } }],
    };
    checkSite(lost, (path, message) => problems.push(`${path}: ${message}`));
    expect(problems).toEqual(['site.jacks[0].place.storeyId: there is no storey "x"']);
  });
});

test.each([
  ['cat5e', 10, true],
  ['cat5e', 100, true],
  ['cat6', 1000, false],
  ['cat6a', null, false],
  ['fibre', 100, false],
] as const)('a %s run that negotiated %s points to a broken pair: %s', (category, negotiatedMbps, slow) => {
  expect(isSlowRun({ category, negotiatedMbps })).toBe(slow);
});

describe('own constructions', () => {
  const own = newOwnConstruction(base, 'custom-a');
  const withOwn: Site = { ...base, customConstructions: [own] };
  test('begin with a name that is free and are sound at once', () => {
    sound(withOwn);
    expect(newOwnConstruction(withOwn, 'custom-b').name).not.toBe(own.name);
  });
  test('are counted wherever they are used, and stay while they are', () => {
    const used: Site = {
      ...withOwn,
      walls: withOwn.walls.map((w, i) => (i < 2 ? { ...w, construction: own.id } : w)),
      openings: withOwn.openings.map((o, i) => (i === 0 ? { ...o, construction: own.id } : o)),
      buildings: withOwn.buildings.map((b, i) =>
        i === 0
          ? {
              ...b,
              roof: { construction: own.id, riseM: 1 },
              storeys: b.storeys.map((s, j) => (j === 1 ? { ...s, floor: own.id } : s)),
            }
          : b,
      ),
    };
    sound(used);
    expect(usesOfConstruction(used, own.id)).toBe(5);
    expect(deleteOwnConstruction(used, own.id)).toBe(used);
    expect(deleteOwnConstruction(withOwn, own.id).customConstructions).toEqual([]);
  });
  test('change in their place', () => {
    const layers = { kind: 'layers' as const, layers: [{ material: 'brick' as const, thicknessM: 0.1 }] };
    const next = changeOwnConstruction(withOwn, { ...own, name: 'Cob', source: layers });
    sound(next);
    expect(next.customConstructions).toEqual([{ ...own, name: 'Cob', source: layers }]);
    expect(changeOwnConstruction(withOwn, { ...own, id: 'custom-z' })).toEqual(withOwn);
  });
  test('more kinds of floor and roof than can be told apart are refused with what to do', () => {
    const many = Array.from({ length: 8 }, (_, i) => ({ ...own, id: `custom-${i}`, name: `Floor ${i}` }));
    const storey = base.buildings[0]!.storeys[0]!;
    const tower: Site = {
      ...base,
      customConstructions: many,
      buildings: [
        {
          ...base.buildings[0]!,
          storeys: many.map((m, i) => ({
            ...storey,
            id: i === 0 ? storey.id : `t${i}`,
            floor: m.id,
            floorLevelM: 3 * i,
          })),
        },
        ...base.buildings.slice(1),
      ],
    };
    const problems: string[] = [];
    checkSite(tower, (path, message) => problems.push(`${path}: ${message}`));
    expect(problems.some((p) => p.startsWith('site.buildings: 1') && p.includes('use one for those'))).toBe(
      true,
    );
  });
});
