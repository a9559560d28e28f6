import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptyBrief } from '../../brief/brief';
import { CATALOGUE, kitById } from '../../kit/catalogue/catalogue';
import { cheapestPacking, stockedLead } from '../../kit/model/materialItems';
import { cableRun } from '../network/cableRun';
import { vanList, laidCables } from './cables';
import { runMin } from './cableParts';
import { evaluate } from '../evaluate/evaluate';
import { plainFeed } from '../option/feeds';
import { type Option } from '../option/schema';
import { contextOf, gateway, NOTHING, option, parts, place, unit, words } from '../../../testing/sampleHouse';

describe('cables and what is bought', () => {
  test('a route of 31 m is rounded to the stocked 50 m, beside reel and plugs', () => {
    expect(stockedLead('lead', 31)!.lengthM).toBe(50);
    expect(stockedLead('lead', 30)!.lengthM).toBe(30);
    expect(stockedLead('lead', 51)).toBeNull();
    const o = option(gateway, unit('B', place(10, 1), { ...plainFeed('ethernet', 'a'), lengthM: 31 }));
    const [van] = vanList(contextOf(), laidCables(contextOf(), o, NOTHING));
    expect(van).toMatchObject({
      lengthM: 31,
      stockedM: 50,
      leadMinor: 44_00,
      reelMinor: 31 * 90 + 3_00,
      takes: 'sockets',
    });
    const leads = contextOf({ brief: { policies: { ...emptyBrief().policies, cables: 'leads' } } });
    expect(parts(o, leads)).toMatchObject({ 'Ready-made lead, 50 m': 1 });
    expect(parts(o, leads)).not.toHaveProperty('Data outlets, pair');
  });
  test('copper between buildings is said, with surge protection and outdoor cable in the parts', () => {
    const o = option(gateway, unit('B', place(26, 2, 'b'), plainFeed('ethernet', 'a'), 'outdoor-poe'));
    expect(words(o).join()).toContain('copper from one building to another');
    expect(parts(o)).toMatchObject({ 'Surge protection, pair': 1, 'Entry seals': 2 });
    expect(Object.keys(parts(o))).toContain('Cat 6, outdoor cable');
    expect(cableRun(contextOf(), gateway.place, place(26, 2, 'b')).walls).toBe(2);
  });
  test('past 90 m fixed copper is too long beside its leads', () => {
    const o = (lengthM: number) =>
      option(gateway, unit('B', place(10, 1), { ...plainFeed('ethernet', 'a'), lengthM }));
    expect(words(o(90)).join()).not.toContain('fixed cable');
    expect(words(o(91)).join()).toContain('91 m of fixed cable; at most 90 m and 10 m of leads');
  });
  test('past 100 m copper carries nothing; fibre does', () => {
    const o = (kind: 'ethernet' | 'fibre') =>
      option(gateway, unit('B', place(10, 1), { ...plainFeed(kind, 'a'), lengthM: 101 }));
    expect(evaluate(contextOf(), o('ethernet'), NOTHING).feeds.b!.downMbps).toBe(0);
    expect(words(o('ethernet')).join()).toContain('blocks: B');
    expect(evaluate(contextOf(), o('fibre'), NOTHING).feeds.b!.downMbps).toBeCloseTo(941.5, 1);
  });
  test('an outdoor unit counts in its family: five indoors and two outdoors are one too many for six', () => {
    const units = ['B', 'C', 'D', 'E'].map((l, i) =>
      unit(l, place(2 + 2 * i, 1), plainFeed('wireless', 'a')),
    );
    const outdoors = ['F', 'G'].map((l) =>
      unit(l, place(14, 2, null, 3), plainFeed('ethernet', 'a'), 'outdoor-poe'),
    );
    expect(words(option(gateway, ...units, outdoors[0]!)).join()).not.toContain('units in one mesh');
    expect(words(option(gateway, ...units, ...outdoors)).join()).toContain(
      '7 units in one mesh, outdoor ones counted; its kit allows 6',
    );
  });
  test('a device on a wire: its access is the wire, in the pipe, the ports and the parts', () => {
    const o: Option = { ...option(gateway), wiredSpots: [{ spotId: 'bed', unitId: 'a' }] };
    const e = evaluate(contextOf(), o, NOTHING);
    const bed = e.predictions.find((p) => p.spotId === 'bed')!;
    expect(bed.pipe.map((p) => p.kind)).toContain('lead');
    expect(bed.pipe.map((p) => p.kind)).not.toContain('air');
    expect(e.cables.map((c) => c.key)).toEqual(['spot:bed']);
    expect(e.cables[0]!.run.walls).toBe(2);
    expect(e.work.some((w) => w.key === 'wire:bed')).toBe(true);
    const slow = {
      id: 'run',
      name: 'Jack run',
      from: place(1, 1),
      to: place(10, 3),
      category: 'cat5e' as const,
      lengthM: 14,
      negotiatedMbps: 100,
      certainty: 'proven' as const,
    };
    const context = contextOf({ site: { dataRuns: [slow] } });
    const byJack = evaluate(
      context,
      { ...o, wiredSpots: [{ spotId: 'bed', unitId: 'a', dataRunId: 'run' }] },
      NOTHING,
    );
    expect(byJack.cables).toEqual([]);
    expect(
      byJack.predictions.find((p) => p.spotId === 'bed')!.pipe.find((p) => p.kind === 'lead')!.downMbps,
    ).toBeCloseTo(94.15, 2);
  });
  test('boxes are bought where they cost less, with what is to spare', () => {
    const mesh = kitById('mesh-dual')!;
    expect(cheapestPacking(1, 89_00, mesh.packs)).toMatchObject({ singles: 1, packs: [], spares: 0 });
    expect(cheapestPacking(3, 89_00, mesh.packs)).toMatchObject({ singles: 0, costMinor: 229_00 });
    expect(cheapestPacking(4, 89_00, mesh.packs).costMinor).toBe(229_00 + 89_00);
    // Two at 100 against a box of three at 150: the box, one to spare.
    expect(cheapestPacking(2, 100, [{ pieces: 3, costMinor: 150 }])).toMatchObject({
      costMinor: 150,
      spares: 1,
    });
    for (const k of CATALOGUE)
      for (const p of k.packs) expect(p.costMinor).toBeLessThan(p.pieces * k.costMinor);
  });
  test('the way, its length, holes, parts and minutes are the same wherever they stand', () => {
    const feeds = fc.constantFrom('ethernet' as const, 'fibre' as const);
    const spots = fc.tuple(fc.integer({ min: 4, max: 116 }), fc.integer({ min: 4, max: 46 }), feeds);
    fc.assert(
      fc.property(fc.array(spots, { minLength: 1, maxLength: 3 }), (list) => {
        const units = list.map(([x, y, kind], i) =>
          unit('BCD'[i]!, place(x / 10, y / 10), plainFeed(kind, 'a')),
        );
        const o = option(gateway, ...units);
        const context = contextOf();
        const e = evaluate(context, o, NOTHING);
        expect(e.cables).toHaveLength(units.length);
        const copper = e.cables.filter((c) => !c.fibre);
        const metres = copper.reduce((sum, c) => sum + Math.ceil(c.run.lengthM), 0);
        expect(e.parts.find((p) => p.label === 'Cat 6')?.count ?? 0).toBe(metres);
        expect(e.parts.find((p) => p.label === 'Data outlets, pair')?.count ?? 0).toBe(copper.length);
        for (const c of e.cables) {
          const feed = e.feeds[c.unitId!]!;
          expect(feed.why).toMatchObject({ kind: 'cable', lengthM: c.run.lengthM });
          expect(c.run.walls).toBe(c.run.route!.wallIds.length);
          expect(c.run.lengthM).toBeCloseTo((c.run.route!.routeM + 3) * 1.1, 9);
          expect(e.work.find((w) => w.key === `cable:${c.unitId}`)!.handsMin).toBe(
            runMin(c.run, c.fibre ? 'fibre' : 'sockets'),
          );
        }
      }),
      { numRuns: 40 },
    );
  });
  test('a budget of zero gets words', () => {
    const context = contextOf({ brief: { allowed: { ...emptyBrief().allowed, budgetMinor: 0 } } });
    expect(words(option(gateway), context).join()).toContain('The budget in the brief is zero');
  });
});
