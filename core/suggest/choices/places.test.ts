import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { kitById } from '../../kit/catalogue/catalogue';
import { plainFeed } from '../../plan/option/feeds';
import { contextOf, gateway, option, outlet, place, site, unit } from '../../../testing/sampleHouse';
import { feedsFor } from './beginning';
import { POLICIES } from './policies';
import { apartM } from '../../site/geometry/apart';
import { inside } from '../../site/model/levels';
import type { Site } from '../../site/model/schema';
import { areThinned, candidatePlaces, fits, isTaken, placesFor } from './places';

const kit = (id: string) => kitById(id)!;
const names = (s: Partial<Site>, ...ids: string[]) =>
  placesFor(contextOf({ site: s }), ids.map(kit)).map((c) => c.name);

describe('places by kit', () => {
  test('on a shelf at outlets with a socket left; without any outlet in the middle of each room', () => {
    expect(names({}, 'mesh-dual')).toEqual(['Socket a', 'Socket b', 'Socket c']);
    expect(names({ outlets: [outlet('a', 1, 0), outlet('b', 6, 1)] }, 'mesh-dual')).toEqual(['Socket b']);
    expect(names({ outlets: [] }, 'extender-ax').sort()).toEqual(['Bedroom', 'Byre', 'Hall', 'Office']);
  });
  test('under the ceiling of each room, just below it, and only for kit that hangs there', () => {
    const ceilings = placesFor(contextOf({}), [kit('ceiling-poe')]);
    expect(ceilings.map((c) => c.name).sort()).toEqual(
      ['Bedroom', 'Byre', 'Hall', 'Office'].map((n) => `${n}, ceiling`),
    );
    const { heightM } = site.buildings[0]!.storeys[0]!;
    for (const c of ceilings) expect(c.place.heightM).toBeCloseTo(heightM - 0.05, 9);
    expect(ceilings.some((c) => fits(kit('mesh-dual'), c))).toBe(false);
  });
  test('outdoors under the eaves of both buildings, outside every wall and no higher than a ladder, and on poles', () => {
    const pole = {
      id: 'mast',
      name: 'Flagpole',
      storeyId: null,
      outline: [
        { xM: 17, yM: 2 },
        { xM: 17.2, yM: 2 },
        { xM: 17.2, yM: 2.2 },
        { xM: 17, yM: 2.2 },
      ],
      construction: 'metalSheet',
      baseM: 0,
      heightM: 4,
    } as unknown as Site['obstacles'][number];
    const shed = {
      ...pole,
      id: 'shed',
      name: 'Shed',
      outline: pole.outline.map((p, i) => ({ ...p, xM: p.xM + (i === 1 || i === 2 ? 2 : 0) })),
    };
    const found = placesFor(contextOf({ site: { obstacles: [pole, shed] } }), [kit('outdoor-poe')]);
    expect(found.map((c) => c.name)).toContain('Flagpole');
    expect(found.map((c) => c.name)).not.toContain('Shed');
    expect(found.filter((c) => c.name.startsWith('house'))).toHaveLength(6);
    expect(found.filter((c) => c.name.startsWith('barn'))).toHaveLength(4);
    const outlines = site.buildings.flatMap((b) => b.storeys.map((s) => s.outline));
    for (const c of found) {
      expect(c.place.storeyId).toBeNull();
      expect(c.place.heightM).toBeLessThanOrEqual(5);
      expect(outlines.some((o) => inside(o, c.place.xM, c.place.yM))).toBe(false);
    }
  });
  test('each kit of several finds those of its own; an in-wall unit only where a cable ends', () => {
    const context = contextOf({});
    const both = placesFor(context, [kit('mesh-dual'), kit('ceiling-poe')]);
    expect(both).toHaveLength(7);
    expect(placesFor(context, [kit('in-wall-ap')])).toEqual([]);
    const jack = { id: 'j', name: 'Jack', place: place(3, 1, 'g', 0.3) } as unknown as Site['jacks'][number];
    expect(names({ jacks: [jack] }, 'in-wall-ap')).toEqual(['Jack']);
  });
});

describe('which of them are looked at', () => {
  test('never two beside each other, never one where a unit stands; a crowd is thinned evenly, and that is said', () => {
    const crowd = (count: number, stepM: number) => ({
      outlets: Array.from({ length: count }, (_, i) => ({
        ...outlet(`o${i}`, 1, 1),
        place: place(0.5 + (i % 900) * stepM, 1, 'g', 0.3),
      })),
    });
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 1, noNaN: true }), (stepM) => {
        const found = candidatePlaces(contextOf({ site: crowd(12, stepM) }));
        for (const [i, a] of found.entries())
          for (const b of found.slice(i + 1)) expect(apartM(a.place, b.place)).toBeGreaterThan(1.2);
      }),
    );
    const wide = contextOf({ site: crowd(900, 1.3) });
    expect(candidatePlaces(wide)).toHaveLength(400);
    expect(areThinned(wide, [kit('mesh-dual')])).toBe(true);
    expect(areThinned(contextOf({}), [kit('mesh-dual')])).toBe(false);
    const [first] = candidatePlaces(contextOf({}));
    const option = { id: 'o', name: 'O', wiredSpots: [], units: [{ place: first!.place }] } as never;
    expect(isTaken(option, first!.place)).toBe(true);
    expect(isTaken(option, { ...first!.place, storeyId: null })).toBe(false);
  });
});

test('an outdoor unit on the own wall is offered copper for data and power, on a pole in the yard fibre', () => {
  const context = contextOf({ brief: { people: 3 } });
  const outdoor = kit('outdoor-poe');
  const free = POLICIES.find((p) => p.id === 'free')!;
  const kinds = (xM: number) => {
    const at = { storeyId: null, xM, yM: 3, heightM: 3 };
    return feedsFor(
      context,
      free,
      option(gateway),
      unit('B', at, plainFeed('wireless', 'a'), 'outdoor-poe'),
      outdoor,
    ).map((f) => f.kind);
  };
  const { outline } = site.buildings[0]!.storeys[0]!;
  const east = Math.max(...outline.map((p) => p.xM));
  expect(kinds(east + 0.3)).toContain('ethernet');
  expect(kinds(east + 0.3)).not.toContain('fibre');
  expect(kinds(east + 3)).toContain('fibre');
});
