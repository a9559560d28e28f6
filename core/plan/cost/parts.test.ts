import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../../demo/farm';
import { CATALOGUE } from '../../kit/catalogue/catalogue';
import { runSheet } from '../../fit/runSheet';
import { priceOf } from './price';
import type { Brief } from '../../brief/brief';
import { planContext } from '../network/context';
import { partsOf, type PartLine } from './parts';
import { type Feed, type Option, type Unit } from '../option/schema';
import { plainFeed } from '../option/feeds';

const farm = quillfeatherFarm();
const contextOf = (change: (b: Brief) => Brief = (b) => b) =>
  planContext({ ...farm, brief: change(farm.brief) });
const unit = (id: string, kitId: string, feed: Feed): Unit => ({
  id,
  letter: id.toUpperCase(),
  kitId,
  name: id,
  place: { storeyId: 'f-ground', xM: 8, yM: 8, heightM: 1.2 },
  feed,
  radios: {},
});
const gateway = unit('a', 'mesh-dual', plainFeed('line', null));
const option = (...units: Unit[]): Option => ({
  id: 'o',
  name: 'O',
  units: [gateway, ...units],
  wiredSpots: [],
});
const nothing: Option = { id: 't', name: 'Today', units: [], wiredSpots: [] };
const parts = (o: Option, today = nothing, context = contextOf()) =>
  new Map(partsOf(context, o, today).map((p) => [p.label, p]));

describe('what has to be bought', () => {
  test('units by the piece, cable by the started metre, ends by the run', () => {
    const list = parts(
      option(
        unit('b', 'mesh-dual', { ...plainFeed('ethernet', 'a'), lengthM: 12.2 }),
        unit('c', 'mesh-dual', { ...plainFeed('fibre', 'a'), lengthM: 30 }),
      ),
    );
    // A box of three costs less than three singles.
    expect(list.get('Mesh node, dual band, box of 3')).toMatchObject({ count: 1, costMinor: 229_00 });
    expect(list.get('Cat 6')).toMatchObject({ count: 13, unit: 'm', costMinor: 13 * 90 });
    expect(list.get('Fibre, pre-made, 30 m')).toMatchObject({ count: 1, unit: 'piece', costMinor: 42_00 });
    expect(list.get('Data outlets, pair')).toMatchObject({ count: 1 });
    // Two for each run, and two for the old run that brings the line from the porch to this gateway.
    expect(list.get('Ready-made leads, short')).toMatchObject({ count: 6 });
    expect(list.get('Clips')!.count).toBeGreaterThan(0);
    expect(list.get('Media converters, pair')).toMatchObject({ count: 1, costMinor: 70_00 });
  });
  test('a run that is in the house costs its leads, air nothing', () => {
    const list = parts(
      option(
        unit('b', 'mesh-dual', { ...plainFeed('ethernet', 'a'), dataRunId: 'run-hall' }),
        unit('c', 'mesh-dual', plainFeed('wireless', 'a')),
      ),
    );
    expect([...list.keys()].sort()).toEqual(['Mesh node, dual band, box of 3', 'Ready-made leads, short']);
  });
  test('old gear is used again where the brief allows it, once for each piece', () => {
    const old: Option = { ...nothing, units: [gateway] };
    const plan = option(unit('b', 'mesh-dual', plainFeed('wireless', 'a')));
    expect(parts(plan, old).get('Mesh node, dual band')!.count).toBe(1);
    const bought = contextOf((b) => ({ ...b, allowed: { ...b.allowed, reuseOldGear: false } }));
    expect(parts(plan, old, bought).get('Mesh node, dual band, box of 2')!.count).toBe(1);
  });
  test('an outdoor unit without a powered port brings its injector, with one it does not', () => {
    const outdoor = (parent: string) => unit('d', 'outdoor-poe', plainFeed('ethernet', parent));
    expect(parts(option(outdoor('a'))).has('Injector, 802.3at (type 2)')).toBe(true);
    const powered = unit('s', 'switch-poe', plainFeed('ethernet', 'a'));
    expect(parts(option(powered, outdoor('s'))).has('Injector, 802.3at (type 2)')).toBe(false);
  });
  test('more units never cost less, and a price is its parts and hours', () => {
    const anyUnit = fc
      .record({
        kitId: fc.constantFrom(...CATALOGUE.map((k) => k.id)),
        kind: fc.constantFrom(
          'ethernet' as const,
          'fibre' as const,
          'wireless' as const,
          'powerline' as const,
        ),
        lengthM: fc.constantFrom(null, 5, 60),
      })
      .map(({ kitId, kind, lengthM }) => ({ kitId, feed: { ...plainFeed(kind, 'a'), lengthM } }));
    const context = contextOf();
    const cost = (list: readonly PartLine[]) => list.reduce((sum, p) => sum + p.costMinor, 0);
    fc.assert(
      fc.property(fc.array(anyUnit, { minLength: 1, maxLength: 4 }), (list) => {
        const units = list.map((u, i) => unit(`u${i}`, u.kitId, u.feed));
        const [fewer, more] = [option(...units.slice(1)), option(...units)].map((o) =>
          partsOf(context, o, nothing),
        );
        expect(cost(more!)).toBeGreaterThanOrEqual(cost(fewer!));
        const sheet = runSheet(context, option(...units));
        const price = priceOf(more!, sheet, context.brief);
        expect(price.totalMinor).toBe(price.materialMinor + price.labourMinor + price.travelMinor);
        expect(price.materialMinor).toBe(cost(more!));
        for (const s of sheet) {
          expect(s.title).not.toMatch(/undefined|null|NaN/);
          expect(s.acts.map((a) => a.words).join(' ')).not.toMatch(/undefined|null|NaN/);
          expect(s.handsMin).toBeGreaterThanOrEqual(0);
        }
        expect(new Set(sheet.map((s) => s.key)).size).toBe(sheet.length);
      }),
      { numRuns: 25 },
    );
  });
});
