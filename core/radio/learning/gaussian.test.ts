import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix, inverse } from 'ml-matrix';
import { cholesky } from '../../stats/cholesky';
import { seeded } from '../../stats/seeded';
import { inverseOf, update, type CovarianceBlock } from './gaussian';

/** A symmetric positive definite matrix of a size, from a seed. */
function spread(n: number, seed: number): Matrix {
  const next = seeded(seed);
  const a = new Matrix(Array.from({ length: n }, () => Array.from({ length: n }, () => next() - 0.5)));
  return a.mmul(a.transpose()).add(Matrix.eye(n).mul(0.3));
}

const rowsOf = (m: Matrix): Float64Array[] => m.to2DArray().map((row) => Float64Array.from(row));

/** A made-up update: observations in blocks of two, each with errors that hang together. */
function madeUp(parameters: number, blocks: number, seed: number) {
  const next = seeded(seed);
  const h = new Matrix(
    Array.from({ length: 2 * blocks }, () =>
      Array.from({ length: parameters }, () => (next() < 0.4 ? 0 : next() - 0.5)),
    ),
  );
  const z = Matrix.columnVector(Array.from({ length: 2 * blocks }, () => 4 * (next() - 0.5)));
  const errors = Array.from({ length: blocks }, (_, i) => spread(2, seed + i + 1));
  const whole = Matrix.zeros(2 * blocks, 2 * blocks);
  errors.forEach((e, i) => whole.setSubMatrix(e, 2 * i, 2 * i));
  const list: CovarianceBlock[] = errors.map((e, i) => ({
    at: [2 * i, 2 * i + 1],
    factor: cholesky(rowsOf(e)),
  }));
  return { h, z, whole, list, prior: spread(parameters, seed + 99) };
}

const sizes = fc.record({
  parameters: fc.integer({ min: 1, max: 6 }),
  blocks: fc.integer({ min: 1, max: 5 }),
  seed: fc.nat(10_000),
});
const apart = (a: Matrix, b: Matrix) => Matrix.sub(a, b).abs().max();

describe('one Gaussian update', () => {
  test('an inverse by Cholesky is the inverse', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), fc.nat(10_000), (n, seed) => {
        const m = spread(n, seed);
        expect(apart(inverseOf(m).mmul(m), Matrix.eye(n))).toBeLessThan(1e-8);
      }),
    );
  });

  test('in the space of the parameters is the same as in that of the observations', () => {
    fc.assert(
      fc.property(sizes, ({ parameters, blocks, seed }) => {
        const { h, z, whole, list, prior } = madeUp(parameters, blocks, seed);
        const got = update(list, h, z, inverseOf(prior));
        // Kalman's gain: S₀Hᵀ (H S₀ Hᵀ + R)⁻¹.
        const seen = h.mmul(prior).mmul(h.transpose()).add(whole);
        const gain = prior.mmul(h.transpose()).mmul(inverse(seen));
        expect(apart(got.mean, gain.mmul(z))).toBeLessThan(1e-7);
        expect(apart(got.covariance, Matrix.sub(prior, gain.mmul(h).mmul(prior)))).toBeLessThan(1e-7);
        const weights = inverse(whole).mmul(Matrix.sub(z, h.mmul(got.mean)));
        expect(apart(Matrix.columnVector([...got.weights]), weights)).toBeLessThan(1e-6);
      }),
    );
  });

  test('each left out is told by an update that has never seen it', () => {
    fc.assert(
      fc.property(sizes, ({ parameters, blocks, seed }) => {
        const { h, z, whole, list, prior } = madeUp(parameters, blocks, seed);
        const told = update(list, h, z, inverseOf(prior)).leaveOneOut();
        const seen = h.mmul(prior).mmul(h.transpose()).add(whole);
        const out = seed % h.rows;
        const others = Array.from({ length: h.rows }, (_, i) => i).filter((i) => i !== out);
        const between = seen.selection([out], others);
        const k = between.mmul(inverse(seen.selection(others, others)));
        expect(told[out]!.off).toBeCloseTo(z.get(out, 0) - k.mmul(z.selection(others, [0])).get(0, 0), 5);
        expect(told[out]!.sigma ** 2).toBeCloseTo(
          seen.get(out, out) - k.mmul(between.transpose()).get(0, 0),
          5,
        );
      }),
    );
  });

  test('what speaks for one parameter more is that of the whole covariance', () => {
    fc.assert(
      fc.property(sizes, ({ parameters, blocks, seed }) => {
        const { h, z, whole, list, prior } = madeUp(parameters, blocks, seed);
        const next = seeded(seed + 1);
        const lean = Float64Array.from({ length: h.rows }, () => (next() < 0.5 ? 0 : next() - 0.5));
        const got = update(list, h, z, inverseOf(prior)).further(lean);
        const k = inverse(h.mmul(prior).mmul(h.transpose()).add(whole));
        const row = Matrix.rowVector([...lean]);
        expect(got.precision).toBeCloseTo(row.mmul(k).mmul(row.transpose()).get(0, 0), 5);
        expect(got.pull).toBeCloseTo(row.mmul(k).mmul(z).get(0, 0), 5);
      }),
    );
  });

  test('with nothing observed the prior stands', () => {
    const prior = spread(3, 5);
    const got = update([], Matrix.zeros(0, 3), Matrix.zeros(0, 1), inverseOf(prior));
    expect(apart(got.covariance, prior)).toBeLessThan(1e-8);
    expect(got.mean.to1DArray()).toEqual([0, 0, 0]);
    expect(got.leaveOneOut()).toEqual([]);
  });
});
