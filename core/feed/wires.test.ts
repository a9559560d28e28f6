import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { CoaxPlant } from '../site/model/schema';
import { farmSite } from '../../demo/farmSite';
import { carriedMbps, chainOf, type ChainPart } from './chain';
import { coaxAttenuation, mocaMbps } from './coax';
import { copperRateMbps, ethernetGoodputMbps } from './ethernet';
import { poeBudget } from './poe';
import { powerlinePath } from './powerline';

test('Ethernet: 941 of a gigabit, rates by category and length', () => {
  expect(ethernetGoodputMbps(1000)).toBeCloseTo(941.5, 1);
  expect(copperRateMbps('cat5e', 90)).toBe(2500);
  expect(copperRateMbps('cat6', 30)).toBe(10_000);
  expect(copperRateMbps('cat6', 60)).toBe(5000);
  expect(copperRateMbps('cat6a', 100)).toBe(10_000);
  expect(copperRateMbps('cat6', 101)).toBe(0);
});

test('PoE: budget at the source, classes, and words for what is wrong', () => {
  expect(poeBudget(['af', 'at'], { type: 'at', budgetW: 60 })).toMatchObject({ neededW: 45.4, ok: true });
  const wrong = poeBudget(['bt3', 'at', 'at'], { type: 'at', budgetW: 60 });
  expect(wrong.ok).toBe(false);
  expect(wrong.problems).toHaveLength(2);
});

describe('coax', () => {
  const place = { storeyId: null, xM: 0, yM: 0, heightM: 1 };
  const plant = (ratedMoca: boolean, amplifier: 'none' | 'bypass' | 'noBypass' = 'none'): CoaxPlant => ({
    outlets: ['a', 'b', 'entry', 'loose'].map((id) => ({ id, name: id, place })),
    splitters: [{ id: 's', name: 's', place, ways: 4, ratedMoca, amplifier }],
    cables: [
      { id: '1', upId: 'entry', downId: 's', cable: 'rg6', lengthM: 10, certainty: 'proven' },
      { id: '2', upId: 's', downId: 'a', cable: 'rg6', lengthM: 10, certainty: 'proven' },
      { id: '3', upId: 's', downId: 'b', cable: 'rg59', lengthM: 20, certainty: 'guessed' },
    ],
    entryFilter: true,
    satelliteOnCable: false,
  });
  test('two outputs, input to output, an unrated splitter', () => {
    expect(coaxAttenuation(plant(true), 'a', 'b')).toMatchObject({
      ok: true,
      attenuationDb: expect.closeTo(27.8, 6),
      guessed: true,
    });
    expect(coaxAttenuation(plant(true), 'entry', 'a')).toMatchObject({
      ok: true,
      attenuationDb: expect.closeTo(13.9, 6),
    });
    expect(coaxAttenuation(plant(false), 'a', 'b')).toMatchObject({
      ok: true,
      attenuationDb: expect.closeTo(46.3, 6),
    });
  });
  test('what cannot work says why', () => {
    for (const path of [
      coaxAttenuation(plant(true), 'a', 'loose'),
      coaxAttenuation(plant(true), 'a', 'a'),
      coaxAttenuation(plant(true), 'a', 'nowhere'),
      coaxAttenuation(plant(true, 'noBypass'), 'a', 'b'),
    ]) {
      expect(path.ok).toBe(false);
      if (!path.ok) expect(path.reason.length).toBeGreaterThan(20);
    }
  });
  test('speed: full to 40 dB, nothing from 60 dB, never above the port', () => {
    expect(mocaMbps('2.5', 30, 2500)).toBe(2300);
    expect(mocaMbps('2.5', 30, 1000)).toBeCloseTo(941.5, 1);
    expect(mocaMbps('2.0', 50, 1000)).toBe(200);
    expect(mocaMbps('2.5', 61, 1000)).toBe(0);
    expect([mocaMbps('1.1', 20, 100), mocaMbps('1.1', 20, 1000)]).toEqual([expect.closeTo(94.15, 2), 140]);
  });
});

describe('powerline', () => {
  test('the farm: to the studio through the sub-panel; an unknown circuit says so', () => {
    const site = farmSite();
    const outlet = (id: string) => site.outlets.find((o) => o.id === id)!;
    expect(powerlinePath(site, outlet('o-hall'), outlet('o-glaze'), 1000, 1000)).toMatchObject({
      ok: true,
      run: { boundaries: 3, subPanels: 1, acrossLegs: false },
    });
    expect(powerlinePath(site, outlet('o-hall'), outlet('o-snug'), 1000, 1000)).toMatchObject({
      ok: true,
      run: { boundaries: 0 },
    });
    expect(
      powerlinePath(site, outlet('o-hall'), { ...outlet('o-snug'), circuitId: null }, 1000, 1000),
    ).toMatchObject({ ok: false });
  });
});

describe('the chain', () => {
  const part = (downMbps: number, mediumId: string | null = null, upMbps = downMbps): ChainPart => ({
    downMbps,
    upMbps,
    latencyMs: 2,
    mediumId,
  });
  test('two equal hops on one channel halve; on two channels the smaller holds', () => {
    expect(chainOf([part(400, 'x'), part(400, 'x')]).downMbps).toBeCloseTo(200, 9);
    expect(chainOf([part(400, 'x'), part(300, 'y')])).toMatchObject({
      downMbps: 300,
      narrowestDown: 1,
      nextDownMbps: 400,
    });
  });
  test('a dead part kills the chain, by direction', () => {
    expect(chainOf([part(500), part(80, 'x', 0), part(80, 'x')])).toMatchObject({
      downMbps: 40,
      upMbps: 0,
      narrowestUp: 1,
    });
  });
  test('raising one part never lowers the whole', () => {
    const rate = fc.double({ min: 0, max: 2000, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(rate, fc.constantFrom(null, 'x', 'y')), { minLength: 1, maxLength: 7 }),
        fc.nat(),
        rate,
        (list, at, more) => {
          const parts = list.map(([r, m]) => part(r, m));
          const raised = parts.map((p, i) =>
            i === at % parts.length ? { ...p, downMbps: p.downMbps + more } : p,
          );
          expect(chainOf(raised).downMbps).toBeGreaterThanOrEqual(chainOf(parts).downMbps - 1e-9);
          expect(chainOf(parts).downMbps).toBeLessThanOrEqual(
            Math.min(...parts.map((p) => p.downMbps)) + 1e-9,
          );
        },
      ),
    );
  });
});

test('what each part of a chain carries: the smallest of them is what the chain gives', () => {
  const part = fc.record({
    downMbps: fc.double({ min: 0, max: 2000, noNaN: true }),
    upMbps: fc.double({ min: 0, max: 2000, noNaN: true }),
    latencyMs: fc.double({ min: 0, max: 50, noNaN: true }),
    mediumId: fc.constantFrom(null, 'a', 'b'),
  });
  fc.assert(
    fc.property(fc.array(part, { minLength: 1, maxLength: 8 }), (parts) => {
      expect(Math.min(...carriedMbps(parts, 'downMbps'))).toBeCloseTo(chainOf(parts).downMbps, 9);
      expect(Math.min(...carriedMbps(parts, 'upMbps'))).toBeCloseTo(chainOf(parts).upMbps, 9);
    }),
  );
});
