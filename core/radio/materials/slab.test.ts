import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { P2040_MATERIALS, type SlabLayer } from '../../site/model/constructions';
import { layersLossDb, permittivity } from './slab';

const layer = fc.record({
  material: fc.constantFrom(...P2040_MATERIALS),
  thicknessM: fc.double({ min: 0.001, max: 0.3, noNaN: true }),
}) as fc.Arbitrary<SlabLayer>;
const ghz = fc.constantFrom(2.437, 5.5, 6.2);

describe('permittivity (ITU-R P.2040)', () => {
  test.each([
    ['concrete', 2.437, 5.24],
    ['brick', 5.5, 3.91],
    ['glass', 6.2, 6.31],
    ['air', 5.5, 1],
  ] as const)('of %s at %d GHz is %d, and lossy downwards', (material, f, re) => {
    const eta = permittivity(material, f);
    expect(eta.re).toBeCloseTo(re, 9);
    expect(eta.im).toBeLessThanOrEqual(0);
  });
  test('conductivity stands in the imaginary part as 17.98·σ/f', () => {
    expect(permittivity('concrete', 5.5).im).toBeCloseTo((-17.98 * 0.0462 * 5.5 ** 0.7822) / 5.5, 9);
  });
});

describe('layers', () => {
  test('lose the same from either side', () => {
    fc.assert(
      fc.property(fc.array(layer, { minLength: 1, maxLength: 6 }), ghz, (layers, f) => {
        expect(layersLossDb([...layers].reverse(), f)).toBeCloseTo(layersLossDb(layers, f), 6);
      }),
    );
  });
  test('cut in two are still one', () => {
    fc.assert(
      fc.property(layer, fc.double({ min: 0.1, max: 0.9, noNaN: true }), ghz, (one, share, f) => {
        const parts = [share, 1 - share].map((s) => ({ ...one, thicknessM: one.thicknessM * s }));
        expect(layersLossDb(parts, f)).toBeCloseTo(layersLossDb([one], f), 6);
      }),
    );
  });
  test('never amplify, and no layer at all is nothing', () => {
    fc.assert(
      fc.property(fc.array(layer, { maxLength: 8 }), ghz, (layers, f) => {
        const db = layersLossDb(layers, f);
        expect(db).toBeGreaterThanOrEqual(0);
        expect(Number.isFinite(db)).toBe(true);
      }),
    );
    expect(layersLossDb([], 5.5)).toBe(0);
  });
  test('a thick lossy wall takes in proportion to its thickness, its surfaces apart', () => {
    const wall = (thicknessM: number) => layersLossDb([{ material: 'concrete', thicknessM }], 5.5);
    const perMetre = (wall(1.0) - wall(0.6)) / 0.4;
    expect(wall(1.4) - wall(1.0)).toBeCloseTo(0.4 * perMetre, 1);
  });
});
