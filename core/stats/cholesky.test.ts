import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix, inverse } from 'ml-matrix';
import { cholesky, inverseDiagonal, solveInPlace } from './cholesky';

/** A symmetric positive definite matrix from any square one: A·Aᵀ + I. */
const definite = fc.integer({ min: 1, max: 9 }).chain((n) =>
  fc
    .array(fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: n, maxLength: n }), {
      minLength: n,
      maxLength: n,
    })
    .map((rows) => {
      const a = new Matrix(rows);
      return a.mmul(a.transpose()).add(Matrix.eye(n, n));
    }),
);
const rowsOf = (m: Matrix) => m.to2DArray().map((row) => Float64Array.from(row));

test('factor, solution and diagonal of the inverse are those of the matrix package', () => {
  fc.assert(
    fc.property(definite, (m) => {
      const lower = cholesky(rowsOf(m));
      const whole = inverse(m);
      [...inverseDiagonal(lower)].forEach((v, i) => expect(v).toBeCloseTo(whole.get(i, i), 9));
      const b = Float64Array.from({ length: m.rows }, (_, i) => i - 1.5);
      const expected = whole.mmul(Matrix.columnVector([...b])).to1DArray();
      solveInPlace(lower, b);
      [...b].forEach((v, i) => expect(v).toBeCloseTo(expected[i]!, 8));
    }),
  );
});

test('a matrix that is not positive definite is refused', () => {
  expect(() => cholesky([Float64Array.of(1, 2), Float64Array.of(2, 1)])).toThrow('positive definite');
});
