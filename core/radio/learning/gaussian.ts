import { Matrix } from 'ml-matrix';
import { cholesky, inverseDiagonal, solveInPlace, type Factor } from '../../stats/cholesky';

/** Observations whose errors hang together, with the factor of their own covariance. */
export interface CovarianceBlock {
  /** Their rows. */
  at: readonly number[];
  factor: Factor;
}

/** A block on the few parameters its rows lean on: most are of other blocks. */
interface Leaning extends CovarianceBlock {
  columns: readonly number[];
  /** R⁻¹·H of the block, by column. */
  rh: readonly Float64Array[];
  /** R⁻¹·z of the block. */
  rz: Float64Array;
}

/** R⁻¹ of a block times some of its values. */
function solved({ at, factor }: CovarianceBlock, value: (row: number) => number): Float64Array {
  const column = Float64Array.from(at, value);
  solveInPlace(factor, column);
  return column;
}

function leaning(block: CovarianceBlock, h: readonly (readonly number[])[], z: Matrix): Leaning {
  const columns = (h[0] ?? []).flatMap((_, c) => (block.at.some((row) => h[row]![c] !== 0) ? [c] : []));
  return {
    ...block,
    columns,
    rh: columns.map((c) => solved(block, (row) => h[row]![c]!)),
    rz: solved(block, (row) => z.get(row, 0)),
  };
}

/** Inverse of a symmetric positive definite matrix. */
export function inverseOf(matrix: Matrix): Matrix {
  const n = matrix.rows;
  const factor = cholesky(matrix.to2DArray().map((row) => Float64Array.from(row)));
  const columns = Array.from({ length: n }, (_, c) => {
    const column = new Float64Array(n);
    column[c] = 1;
    solveInPlace(factor, column);
    return column;
  });
  return new Matrix(columns);
}

/** What one linear step says. */
export interface Update {
  mean: Matrix;
  covariance: Matrix;
  /** R⁻¹·(z − H·mean), by row. */
  weights: Float64Array;
  /** Each observation as all others predict it; worked out when it is asked for. */
  leaveOneOut(): { off: number; sigma: number }[];
  /** What the rows say of one parameter more that the update does not know, by how each leans on it: K = R + H·S₀·Hᵀ. */
  further(lean: Float64Array): Further;
}

/** Evidence for one parameter more. */
export interface Further {
  /** hᵀK⁻¹h, 1 over the square of its unit. */
  precision: number;
  /** hᵀK⁻¹z: the estimate times its precision. */
  pull: number;
}

/**
 * One Gaussian update in the space of the parameters, which are few however many observations there are: precision =
 * S₀⁻¹ + Σ HᵀR⁻¹H over the blocks. Leave-one-out errors follow from K⁻¹ = R⁻¹ − R⁻¹H·Σ·HᵀR⁻¹ (Woodbury).
 */
export function update(
  blocks: readonly CovarianceBlock[],
  h: Matrix,
  z: Matrix,
  priorPrecision: Matrix,
): Update {
  const rows = h.to2DArray();
  const precision = priorPrecision.to2DArray();
  const pull = new Float64Array(h.columns);
  // Over the columns a block leans on, and no others: the plain product over all of them took half of a calibration.
  const through = blocks.map((block) => leaning(block, rows, z));
  for (const { at, columns, rh, rz } of through)
    columns.forEach((c) => {
      at.forEach((row, k) => (pull[c]! += rows[row]![c]! * rz[k]!));
      columns.forEach((other, j) => {
        let sum = 0;
        for (let k = 0; k < at.length; k++) sum += rows[at[k]!]![c]! * rh[j]![k]!;
        precision[c]![other]! += sum;
      });
    });
  const covariance = inverseOf(new Matrix(precision));
  const mean = covariance.mmul(Matrix.columnVector(pull));
  const weights = new Float64Array(h.rows);
  for (const { at, columns, rh, rz } of through)
    at.forEach((row, k) => {
      weights[row] = columns.reduce((left, c, i) => left - rh[i]![k]! * mean.get(c, 0), rz[k]!);
    });
  const leaveOneOut = () => {
    const out: { off: number; sigma: number }[] = [];
    for (const { at, factor, columns, rh } of through) {
      const diagonal = inverseDiagonal(factor);
      const own = covariance.selection([...columns], [...columns]);
      at.forEach((row, k) => {
        const lean = Matrix.rowVector(rh.map((column) => column[k]!));
        const shared = columns.length > 0 ? lean.mmul(own).mmul(lean.transpose()).get(0, 0) : 0;
        const kInverse = Math.max(1e-12, diagonal[k]! - shared);
        out[row] = { off: weights[row]! / kInverse, sigma: Math.sqrt(1 / kInverse) };
      });
    }
    return out;
  };
  const further = (lean: Float64Array): Further => {
    let precision = 0;
    let pull = 0;
    const shared = new Float64Array(h.columns);
    for (const { at, factor, columns, rh } of through) {
      if (at.every((row) => lean[row] === 0)) continue;
      const own = Float64Array.from(at, (row) => lean[row]!);
      solveInPlace(factor, own);
      at.forEach((row, k) => {
        precision += lean[row]! * own[k]!;
        pull += lean[row]! * weights[row]!;
        columns.forEach((c, i) => (shared[c]! += rh[i]![k]! * lean[row]!));
      });
    }
    const fromKnown = Matrix.columnVector(shared);
    precision -= fromKnown.transpose().mmul(covariance).mmul(fromKnown).get(0, 0);
    return { precision: Math.max(0, precision), pull };
  };
  return { mean, covariance, weights, leaveOneOut, further };
}
