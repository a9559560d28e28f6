import { mainsWords } from '../site/model/mainsWords';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { quillfeatherFarm } from '../../demo/farm';
import { planContext } from '../plan/network/context';
import { hopOf } from '../plan/links/hop';
import { type Option, type Unit } from '../plan/option/schema';
import type { CoaxPlant } from '../site/model/schema';
import { chainOf, type ChainPart } from './chain';
import { coaxAttenuation, coaxTreeOf, mocaMbps, type MocaVersion } from './coax';
import { POE_W, poeBudget, sourceFeeds } from './poe';
import { POWERLINE, powerlineMbps, type PowerlineRun } from './powerline';
import { plainFeed } from '../plan/option/feeds';

const farm = quillfeatherFarm();

describe('coax trees', () => {
  const place = { storeyId: null, xM: 0, yM: 0, heightM: 1 };
  const plant = (cables: [string, string][]): CoaxPlant => ({
    outlets: ['a', 'b', 'c', 'd', 'e'].map((id) => ({ id, name: id, place })),
    splitters: [{ id: 's', name: 's', place, ways: 4, ratedMoca: true, amplifier: 'none' }],
    cables: cables.map(([upId, downId], i) => ({
      id: `c${i}`,
      upId,
      downId,
      cable: 'rg6' as const,
      lengthM: 10,
      certainty: 'proven' as const,
    })),
    entryFilter: true,
    satelliteOnCable: false,
  });
  test('what is joined has one name whatever the order, what is not has another', () => {
    const two = plant([
      ['s', 'a'],
      ['s', 'b'],
      ['c', 'd'],
    ]);
    expect(['a', 'b', 's'].map((id) => coaxTreeOf(two, id))).toEqual(['a', 'a', 'a']);
    expect(['c', 'd', 'e'].map((id) => coaxTreeOf(two, id))).toEqual(['c', 'c', 'e']);
    const turned = { ...two, cables: [...two.cables].reverse() };
    for (const id of ['a', 'b', 'c', 'd', 'e', 's']) expect(coaxTreeOf(turned, id)).toBe(coaxTreeOf(two, id));
  });
  test('two points have one name just when there is a way between them', () => {
    const ends = fc.constantFrom('a', 'b', 'c', 'd', 'e', 's');
    fc.assert(
      fc.property(fc.array(fc.tuple(ends, ends), { maxLength: 6 }), ends, ends, (list, p, q) => {
        if (p === q) return;
        const some = plant(list.filter(([x, y]) => x !== y));
        expect(coaxTreeOf(some, p) === coaxTreeOf(some, q)).toBe(coaxAttenuation(some, p, q).ok);
      }),
    );
  });
  test('pairs on one tree share it, pairs on two do not', () => {
    const [one, two, three] = farm.site.coax.outlets.map((o) => o.id);
    const unit = (id: string, near: string, far: string): Unit => ({
      id,
      letter: id.toUpperCase(),
      kitId: 'coax-pair',
      name: id,
      place: { storeyId: 'f-ground', xM: 2, yM: 2, heightM: 1 },
      feed: { ...plainFeed('coax', 'g'), nearCoaxId: near, farCoaxId: far },
      radios: {},
    });
    const gateway: Unit = { ...unit('g', one!, two!), kitId: 'mesh-dual', feed: plainFeed('line', null) };
    const option: Option = {
      id: 'o',
      name: 'O',
      units: [gateway, unit('b', one!, two!), unit('c', one!, three!)],
      wiredSpots: [],
    };
    const context = planContext(farm);
    const medium = (id: string) =>
      hopOf(
        context,
        option,
        option.units.find((u) => u.id === id)!,
      )!.part.mediumId;
    expect(medium('b')).toBe(medium('c'));
    expect(medium('b')).toMatch(/^coax:/);
  });
});

describe('MoCA', () => {
  const version = fc.constantFrom<MocaVersion>('1.1', '2.0', '2.0b', '2.5');
  test.each([
    ['1.1', 100, 94.15],
    ['1.1', 1000, 140],
    ['2.0', 1000, 400],
    ['2.0b', 1000, 800],
    ['2.5', 1000, 941.5],
    ['2.5', 2500, 2300],
  ] as const)('%s with a port of %i Mb/s gives %d on a clear cable', (v, port, mbps) => {
    expect(mocaMbps(v, 20, port)).toBeCloseTo(mbps, 6);
  });
  test('more loss never helps, 60 dB is the end, and half is left at 50', () => {
    fc.assert(
      fc.property(
        version,
        fc.double({ min: 0, max: 80, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (v, db, more) => {
          expect(mocaMbps(v, db + more, 2500)).toBeLessThanOrEqual(mocaMbps(v, db, 2500) + 1e-9);
          expect(mocaMbps(v, 60 + more, 2500)).toBe(0);
        },
      ),
    );
    expect(mocaMbps('2.5', 50, 2500)).toBeCloseTo(1150, 6);
  });
});

describe('powerline', () => {
  const run: PowerlineRun = {
    boxMbps: 1000,
    portMbps: 1000,
    wireM: 0,
    boundaries: 0,
    acrossLegs: false,
    oldWiring: false,
    subPanels: 0,
    protectedCircuit: false,
    strips: 0,
  };
  test.each([
    ['one circuit, no wire', {}, 180],
    ['two circuits', { boundaries: 2 }, 144],
    ['through a sub-board', { boundaries: 3, subPanels: 1 }, 180 * 0.8 ** 2 * 0.5],
    ['across legs', { acrossLegs: true }, 90],
    ['old wiring', { oldWiring: true }, 108],
    ['behind protection', { protectedCircuit: true }, 126],
    ['on a strip', { strips: 1 }, 45],
    ['a strip at both ends', { strips: 2 }, 180 / 16],
    ['60 m of wire', { wireM: 60 }, 180 / Math.E],
    [
      'all of it at once',
      { boundaries: 3, subPanels: 1, acrossLegs: true, oldWiring: true, protectedCircuit: true, strips: 1 },
      180 * 0.64 * 0.5 * 0.5 * 0.6 * 0.7 * 0.25,
    ],
    ['a larger number on the box meets the cap', { boxMbps: 3000 }, 450],
    ['a port of 100', { portMbps: 100 }, 94.15],
  ])('%s', (_, more, mbps) => {
    expect(powerlineMbps({ ...run, ...more }).mbps).toBeCloseTo(mbps, 6);
  });
  test('the factors are told in the words of the mains where the job is', () => {
    const bad = { ...run, boundaries: 3, subPanels: 1, acrossLegs: true, protectedCircuit: true };
    const labels = (region: 'europe' | 'canada') =>
      powerlineMbps(bad, mainsWords(region)).factors.map((f) => f.label);
    expect(labels('europe')).toEqual(
      expect.arrayContaining(['across phases', 'through a sub-board', 'behind RCD or AFDD protection']),
    );
    expect(labels('canada')).toEqual(
      expect.arrayContaining(['across legs', 'through a sub-panel', 'behind GFCI or AFCI protection']),
    );
  });
  test('the factors said are the factors used, and nothing makes it faster', () => {
    const some = fc.record({
      wireM: fc.double({ min: 0, max: 120, noNaN: true }),
      boundaries: fc.integer({ min: 0, max: 5 }),
      acrossLegs: fc.boolean(),
      oldWiring: fc.boolean(),
      subPanels: fc.integer({ min: 0, max: 2 }),
      protectedCircuit: fc.boolean(),
      strips: fc.integer({ min: 0, max: 2 }),
    });
    fc.assert(
      fc.property(some, (more) => {
        const { mbps, factors } = powerlineMbps({ ...run, ...more });
        const product = factors.reduce((p, f) => p * f.factor, run.boxMbps);
        expect(mbps).toBeCloseTo(Math.min(product, POWERLINE.capMbps), 9);
        expect(factors.every((f) => f.factor > 0 && f.factor <= 1)).toBe(true);
        for (const worse of [
          { acrossLegs: true },
          { oldWiring: true },
          { protectedCircuit: true },
          { strips: more.strips + 1 },
          { wireM: more.wireM + 10 },
        ])
          expect(powerlineMbps({ ...run, ...more, ...worse }).mbps).toBeLessThanOrEqual(mbps + 1e-9);
      }),
    );
  });
});

describe('power over Ethernet (IEEE 802.3)', () => {
  test.each([
    ['af', 15.4, 12.95],
    ['at', 30, 25.5],
    ['bt3', 60, 51],
    ['bt4', 90, 71.3],
  ] as const)('%s: %d W at the source, %d W at the device', (type, sourceW, deviceW) => {
    expect(POE_W[type]).toMatchObject({ sourceW, deviceW });
  });
  const type = fc.constantFrom('af' as const, 'at' as const, 'bt3' as const, 'bt4' as const);
  test('a budget holds just when the source power of all fits and every class is given', () => {
    fc.assert(
      fc.property(
        fc.array(type, { maxLength: 8 }),
        type,
        fc.integer({ min: 15, max: 400 }),
        (devices, source, budgetW) => {
          const result = poeBudget(devices, { type: source, budgetW });
          const fits = devices.reduce((sum, d) => sum + POE_W[d].sourceW, 0) <= budgetW;
          expect(result.ok).toBe(fits && devices.every((d) => sourceFeeds(source, d)));
          expect(result.problems.length > 0).toBe(!result.ok);
          if (devices.length > 0)
            expect(poeBudget(devices.slice(1), { type: source, budgetW }).neededW).toBeLessThan(
              result.neededW,
            );
        },
      ),
    );
  });
});

describe('the second narrowest', () => {
  const part = (
    _label: string,
    downMbps: number,
    upMbps = downMbps,
    mediumId: string | null = null,
  ): ChainPart => ({
    downMbps,
    upMbps,
    latencyMs: 1,
    mediumId,
  });
  test('is what holds the chain back once the narrowest is no limit', () => {
    const chain = chainOf([
      part('line', 500),
      part('port', 941),
      part('air', 88, 300),
      part('phone', 400, 90),
    ]);
    expect([chain.narrowestDown, chain.secondDown, chain.nextDownMbps]).toEqual([2, 3, 400]);
    expect([chain.narrowestUp, chain.secondUp, chain.nextUpMbps]).toEqual([3, 2, 300]);
  });
  test('a shared medium is eased, not gone, when one of its parts is', () => {
    const chain = chainOf([part('line', 1000), part('hop', 200, 200, 'm'), part('air', 300, 300, 'm')]);
    expect(chain.downMbps).toBeCloseTo(120, 9);
    expect([chain.narrowestDown, chain.secondDown]).toEqual([1, 2]);
    expect(chain.nextDownMbps).toBe(300);
  });
  test('is never narrower than the narrowest, and never the same part of a longer chain', () => {
    const some = fc.record({
      mbps: fc.double({ min: 0.1, max: 2000, noNaN: true }),
      medium: fc.constantFrom(null, 'm', 'n'),
    });
    fc.assert(
      fc.property(fc.array(some, { minLength: 2, maxLength: 7 }), (list) => {
        const chain = chainOf(list.map((p, i) => part(String(i), p.mbps, p.mbps, p.medium)));
        expect(chain.nextDownMbps).toBeGreaterThanOrEqual(chain.downMbps - 1e-9);
        expect(chain.secondDown).not.toBe(chain.narrowestDown);
      }),
    );
  });
});
