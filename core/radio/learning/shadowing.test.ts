import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SHADOWING_DB } from '../link/bands';
import { nearby, shadowCovariance, type Residual, type ShadowPoint } from './shadowing';

const UNIT = { x: 5, y: 5, z: 1 };
const at = (x: number, band: ShadowPoint['band'] = '5'): ShadowPoint => ({
  from: UNIT,
  band,
  x,
  y: 0,
  z: 1,
});
/** One reading alone leaves its own miss, weighted by its variance. */
const read = (x: number, missDb: number, noise = 4): Residual => ({
  ...at(x),
  weight: missDb / (SHADOWING_DB[1] ** 2 + noise),
  noise,
});

describe('shadowing near a reading', () => {
  test('is alike by distance and between bands', () => {
    expect(shadowCovariance(at(0), at(0))).toBeCloseTo(SHADOWING_DB[1] ** 2, 9);
    expect(shadowCovariance(at(0), at(2.5))).toBeCloseTo(SHADOWING_DB[1] ** 2 / Math.E, 9);
    const moved = { ...at(0), from: { ...UNIT, y: 7.5 } };
    expect(shadowCovariance(at(0), moved)).toBeCloseTo(SHADOWING_DB[1] ** 2 / Math.E, 9);
    expect(shadowCovariance(at(0), at(0, '2.4'))).toBeCloseTo(0.6 * SHADOWING_DB[0] * SHADOWING_DB[1], 9);
  });
  test('at the very place is the miss less its noise; a metre and a half on about half of that', () => {
    const here = nearby([read(0, -10, 1e-9)], at(0));
    expect(here.meanDb).toBeCloseTo(-10, 3);
    expect(here.known).toBeCloseTo(1, 3);
    const on = nearby([read(0, -10, 1e-9)], at(1.5));
    expect(on.meanDb).toBeCloseTo(-10 * Math.exp(-1.5 / 2.5), 3);
    expect(on.known).toBeCloseTo(Math.exp(-3 / 2.5), 3);
  });
  test('is never known more than wholly, and the more the nearer', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -8, max: 8, noNaN: true }), { minLength: 1, maxLength: 12 }),
        fc.double({ min: 0, max: 9, noNaN: true }),
        (places, x) => {
          const list = places.map((p) => read(p, 3));
          const { known, meanDb } = nearby(list, at(x));
          expect(known).toBeGreaterThanOrEqual(0);
          expect(known).toBeLessThanOrEqual(1);
          expect(Number.isFinite(meanDb)).toBe(true);
        },
      ),
    );
    expect(nearby([read(0, 3)], at(40))).toEqual({ meanDb: 0, known: 0 });
    expect(nearby([], at(0))).toEqual({ meanDb: 0, known: 0 });
  });
});
