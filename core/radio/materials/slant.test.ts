import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { faceReflectivity, slantFactor, slantOf, slantedDb } from './slant';

const cosineOf = (degrees: number) => Math.cos((degrees * Math.PI) / 180);
const CONCRETE = 5.24;
const TIMBER = 1.99;

describe('a face met at an angle (Fresnel)', () => {
  test('straight on both polarisations reflect ((√ε − 1) / (√ε + 1))²', () => {
    for (const epsilon of [TIMBER, CONCRETE])
      expect(faceReflectivity(epsilon, 1)).toBeCloseTo(
        ((Math.sqrt(epsilon) - 1) / (Math.sqrt(epsilon) + 1)) ** 2,
        12,
      );
  });
  test('at Brewster’s angle, tan θ = √ε, one of them goes in whole', () => {
    const cosine = 1 / Math.sqrt(1 + CONCRETE);
    const root = Math.sqrt(CONCRETE - 1 + cosine * cosine);
    expect(faceReflectivity(CONCRETE, cosine)).toBeCloseTo(((cosine - root) / (cosine + root)) ** 2 / 2, 12);
  });
  test('along the face all is reflected', () => {
    expect(faceReflectivity(TIMBER, 0)).toBeCloseTo(1, 12);
  });
});

describe('a slab met at an angle (ITU-R P.2040)', () => {
  test.each([
    // θ from the upright, and how much longer the way inside is: 1 / √(1 − sin²θ / ε).
    [CONCRETE, 0, 1],
    [CONCRETE, 45, 1.0514],
    [CONCRETE, 60, 1.0804],
    [TIMBER, 45, 1.1558],
    [TIMBER, 60, 1.2668],
    [TIMBER, 80, 1.3969],
  ])('of permittivity %d at %d degrees takes inside itself %d times as much', (epsilon, degrees, times) => {
    expect(slantFactor(slantOf(epsilon), 30, cosineOf(degrees))).toBeCloseTo(times, 2);
  });
  test('straight on it takes what it is said to take, whatever that is', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 80, noNaN: true }), fc.constantFrom(TIMBER, CONCRETE), (db, e) => {
        expect(slantedDb(slantOf(e), db, 1)).toBeCloseTo(db, 9);
      }),
    );
  });
  test('it takes more the more it takes straight on, evenly, and never less than nothing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom(TIMBER, CONCRETE, null),
        (db, cosine, e) => {
          const slant = slantOf(e);
          const by = slantFactor(slant, db + 1e-6, cosine);
          expect(slantedDb(slant, db, cosine)).toBeGreaterThanOrEqual(0);
          expect(slantedDb(slant, db + 1e-3, cosine)).toBeGreaterThan(slantedDb(slant, db, cosine));
          // What it is said to lean on is its slope; at the very kink either side's will do.
          const slope = (slantedDb(slant, db + 2e-3, cosine) - slantedDb(slant, db + 1e-3, cosine)) / 1e-3;
          if (Math.abs(db - slant.facesDb) > 0.01) expect(slope).toBeCloseTo(by, 3);
          else expect(slope).toBeGreaterThan(0);
        },
      ),
    );
  });
  test('a timber floor at 80 degrees takes much more than straight on, one of metal no more', () => {
    expect(slantedDb(slantOf(TIMBER), 10, cosineOf(80))).toBeGreaterThan(15);
    expect(slantedDb(slantOf(null), 30, cosineOf(80))).toBe(30);
  });
  test('however flat a way runs, what a floor takes of it stays within bounds', () => {
    expect(slantedDb(slantOf(CONCRETE), 26, 0)).toBe(slantedDb(slantOf(CONCRETE), 26, 0.03));
    expect(slantedDb(slantOf(CONCRETE), 26, 0)).toBeLessThan(60);
  });
});
