import { CoreError } from '../shared/CoreError';
import { filled, finite } from '../shared/check';

/** Mean consistency index of random reciprocal matrices of size 1 to 10 (Saaty 1977). */
const RANDOM_INDEX = [0, 0, 0.58, 0.9, 1.12, 1.24, 1.32, 1.41, 1.45, 1.49];

export interface Priorities {
  /** Of each name, adding up to 1. */
  weights: Record<string, number>;
  lambdaMax: number;
  consistencyIndex: number;
  consistencyRatio: number;
  /** The consistency ratio is below 0.10. */
  acceptable: boolean;
  /** Pairs that nobody has judged yet. */
  missing: [a: string, b: string][];
  /** The judgement that contradicts the others most: what was said, and what the others together imply; null when none does. */
  contradiction: { a: string; b: string; given: number; implied: number } | null;
}

/**
 * Weights from pairwise comparisons on the 1–9 scale: `matrix[i][j]` says how many times as important names[i] is as
 * names[j]. The weights are the principal eigenvector, scaled to add up to 1; the consistency index is
 * (λmax − n)/(n − 1), its ratio to the random index is acceptable below 0.10. One or two names are always consistent.
 * A judgement not made yet is null (both ways): the rest is weighed by Harker's method, which puts 0 in its place and
 * adds the number of missing judgements of the row to the diagonal. The contradiction is the judgement farthest, by ratio,
 * from the geometric mean of the ways round it (a to c times c to b).
 * Source: Saaty 1977 with its random indices; Harker 1987 for incomplete comparisons.
 * @throws CoreError for a matrix of the wrong shape, one that is not reciprocal (to 1 %), values outside 1/9 to 9, more
 * than 10 names, a name twice, or judgements that leave a name unconnected with the others.
 * @example priorities({ names: ['mass', 'cost'], matrix: [[1, 3], [1 / 3, 1]] }).weights // { mass: 0.75, cost: 0.25 }
 */
export function priorities(input: {
  names: readonly string[];
  matrix: readonly (readonly (number | null)[])[];
}): Priorities {
  const names = filled(input.names, 'The names');
  const n = names.length;
  if (new Set(names).size < n) throw new CoreError('Each name may stand only once.');
  if (n > RANDOM_INDEX.length)
    throw new CoreError(`At most ${RANDOM_INDEX.length} names can be compared in pairs, got ${n}.`);
  const matrix = checked(input.matrix, names);
  const missing = pairsOf(n).flatMap(([i, j]): [string, string][] =>
    matrix[i]![j] === null ? [[names[i]!, names[j]!]] : [],
  );
  checkConnected(matrix, names);
  const { vector, lambda } = principal(matrix);
  const consistencyIndex = n < 3 ? 0 : Math.max(0, (lambda - n) / (n - 1));
  const consistencyRatio = n < 3 ? 0 : consistencyIndex / RANDOM_INDEX[n - 1]!;
  return {
    weights: Object.fromEntries(names.map((name, i) => [name, vector[i]!])),
    lambdaMax: lambda,
    consistencyIndex,
    consistencyRatio,
    acceptable: consistencyRatio < 0.1,
    missing,
    contradiction: contradiction(matrix, names),
  };
}

type Matrix = (number | null)[][];

function pairsOf(n: number): [number, number][] {
  return Array.from({ length: n }, (_, i) =>
    Array.from({ length: n - i - 1 }, (_, k): [number, number] => [i, i + k + 1]),
  ).flat();
}

function checked(matrix: readonly (readonly (number | null)[])[], names: readonly string[]): Matrix {
  const n = names.length;
  if (!Array.isArray(matrix) || matrix.length !== n || matrix.some((row) => !Array.isArray(row) || row.length !== n))
    throw new CoreError(`The matrix needs ${n} rows of ${n} values, one for each of the names.`);
  const pair = (i: number, j: number) => `${names[i]} against ${names[j]}`;
  matrix.forEach((row, i) =>
    row.forEach((value: unknown, j: number) => {
      if (value === null) return;
      const ratio = finite(value, pair(i, j));
      if (ratio < (1 / 9) * 0.99 || ratio > 9 * 1.01)
        throw new CoreError(`${pair(i, j)} must lie on the scale from 1/9 to 9, got ${ratio}.`);
    }),
  );
  for (let i = 0; i < n; i++)
    for (let j = i; j < n; j++) {
      const [there, back] = [matrix[i]![j]!, matrix[j]![i]!];
      const whole = there === null ? back === null && i !== j : back !== null && Math.abs(there * back - 1) <= 0.01;
      if (!whole)
        throw new CoreError(
          `The matrix is not reciprocal: ${pair(i, j)} is ${there}, the other way round it is ${back}.`,
        );
    }
  return matrix.map((row) => [...row]);
}

/** Every name must be reachable from the first by judgements that were made. */
function checkConnected(matrix: Matrix, names: readonly string[]) {
  const reached = new Set([0]);
  const queue = [0];
  for (let at = queue.shift(); at !== undefined; at = queue.shift())
    matrix[at]!.forEach((value, j) => {
      if (value === null || reached.has(j)) return;
      reached.add(j);
      queue.push(j);
    });
  const lost = names.filter((_, i) => !reached.has(i));
  if (lost.length > 0)
    throw new CoreError(`Nothing connects ${lost.join(', ')} with ${names[0]} yet: compare at least one pair across.`);
}

/** The principal eigenvector, adding up to 1, and its eigenvalue, by power iteration on the squared matrix. */
function principal(given: Matrix): { vector: number[]; lambda: number } {
  const n = given.length;
  const full = given.map((row, i) => {
    const gaps = row.filter((value) => value === null).length;
    return row.map((value, j) => (i === j ? 1 + gaps : (value ?? 0)));
  });
  let vector = Array.from({ length: n }, () => 1 / n);
  let lambda = n;
  for (let round = 0; round < 10_000; round++) {
    const next = full.map((row) => row.reduce((sum, value, j) => sum + value * vector[j]!, 0));
    const size = next.reduce((a, b) => a + b, 0);
    const scaled = next.map((value) => value / size);
    const moved = Math.max(...scaled.map((value, i) => Math.abs(value - vector[i]!)));
    vector = scaled;
    lambda = size;
    if (moved < 1e-15) break;
  }
  return { vector, lambda };
}

function contradiction(matrix: Matrix, names: readonly string[]): Priorities['contradiction'] {
  let worst: Priorities['contradiction'] = null;
  let farthest = 1e-9;
  for (const [i, j] of pairsOf(names.length)) {
    const given = matrix[i]![j]!;
    if (given === null) continue;
    const ways = names.flatMap((_, k) => {
      const [one, two] = [matrix[i]![k]!, matrix[k]![j]!];
      return k === i || k === j || one === null || two === null ? [] : [Math.log(one * two)];
    });
    if (ways.length === 0) continue;
    const mean = ways.reduce((a, b) => a + b, 0) / ways.length;
    const off = Math.abs(Math.log(given) - mean);
    if (off > farthest) {
      farthest = off;
      worst = { a: names[i]!, b: names[j]!, given, implied: Math.exp(mean) };
    }
  }
  return worst;
}
