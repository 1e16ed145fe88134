import { exact, ZERO, type Exact } from './exact';

/** The inverse of a small symmetric positive definite matrix, by elimination. */
export function invert(matrix: readonly Exact[][]): Exact[][] {
  const n = matrix.length;
  const wide = matrix.map((row, i) => [...row, ...row.map((_, j) => exact(i === j ? 1 : 0))]);
  for (let i = 0; i < n; i++) {
    const pivot = wide[i]![i]!;
    wide[i] = wide[i]!.map((one) => one.div(pivot));
    for (let k = 0; k < n; k++) {
      const factor = wide[k]![i]!;
      if (k !== i) wide[k] = wide[k]!.map((one, j) => one.minus(factor.times(wide[i]![j]!)));
    }
  }
  return wide.map((row) => row.slice(n));
}

/** The scalar product. */
export const dot = (a: readonly Exact[], b: readonly Exact[]): Exact =>
  a.reduce((sum, one, i) => sum.plus(one.times(b[i]!)), ZERO);
/** v·M·v. */
export const quadratic = (matrix: readonly Exact[][], v: readonly Exact[]): Exact =>
  dot(
    matrix.map((row) => dot(row, v)),
    v,
  );
