import { Matrix, MatrixRowSelectionView } from 'ml-matrix';
import { cholesky, inverseDiagonal, solveInPlace, type Factor } from '../../stats/cholesky';

/** Observations whose errors hang together, with the factor of their own covariance. */
export interface Block {
  /** Their rows. */
  at: readonly number[];
  factor: Factor;
}

/** R⁻¹ of a block times some rows of a matrix. */
function solved({ at, factor }: Block, of: Matrix): Matrix {
  const out = Matrix.zeros(at.length, of.columns);
  const column = new Float64Array(at.length);
  for (let c = 0; c < of.columns; c++) {
    let any = false;
    at.forEach((row, k) => {
      column[k] = of.get(row, c);
      any ||= column[k] !== 0;
    });
    // Most parameters are of other blocks.
    if (!any) continue;
    solveInPlace(factor, column);
    for (let k = 0; k < at.length; k++) out.set(k, c, column[k]!);
  }
  return out;
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
}

/**
 * One Gaussian update in the space of the parameters, which are few however many observations there are: precision =
 * S₀⁻¹ + Σ HᵀR⁻¹H over the blocks. Leave-one-out errors follow from K⁻¹ = R⁻¹ − R⁻¹H·Σ·HᵀR⁻¹ (Woodbury).
 */
export function update(blocks: readonly Block[], h: Matrix, z: Matrix, priorPrecision: Matrix): Update {
  const parameters = h.columns;
  const precision = priorPrecision.clone();
  const pull = Matrix.zeros(parameters, 1);
  const through = blocks.map((block) => {
    const rh = solved(block, h);
    const rz = solved(block, z);
    const ownT = new Matrix(new MatrixRowSelectionView(h, [...block.at]).to2DArray()).transpose();
    precision.add(ownT.mmul(rh));
    pull.add(ownT.mmul(rz));
    return { ...block, rh, rz };
  });
  const covariance = inverseOf(precision);
  const mean = covariance.mmul(pull);
  const weights = new Float64Array(h.rows);
  for (const { at, rh, rz } of through) {
    const own = Matrix.sub(rz, rh.mmul(mean));
    at.forEach((i, k) => (weights[i] = own.get(k, 0)));
  }
  const leaveOneOut = () => {
    const out: { off: number; sigma: number }[] = [];
    for (const { at, factor, rh } of through) {
      const diagonal = inverseDiagonal(factor);
      const spread = rh.mmul(covariance);
      at.forEach((i, k) => {
        let shared = 0;
        for (let p = 0; p < parameters; p++) shared += spread.get(k, p) * rh.get(k, p);
        const kInverse = Math.max(1e-12, diagonal[k]! - shared);
        out[i] = { off: weights[i]! / kInverse, sigma: Math.sqrt(1 / kInverse) };
      });
    }
    return out;
  };
  return { mean, covariance, weights, leaveOneOut };
}
