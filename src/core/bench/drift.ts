import cdf from '@stdlib/stats-base-dists-normal-cdf';
import { filled, finite } from '../shared/check';
import { tidy } from '../shared/decimal';
import { medianOf } from './summarise';

export interface Drift {
  /** Sen's slope, in the unit of the values. */
  slopePerRun: number | null;
  /** Kendall's tau-b; null where all values are equal, or there is one. */
  tau: number | null;
  pValue: number | null;
  drifting: boolean;
}

/**
 * Whether values of runs, in the order they were made, creep one way: the test of Mann and Kendall with ties and continuity
 * correction, two-sided at 0.05, Kendall's tau-b, and the median of all slopes (Sen 1968). One value: nothing is known.
 * @throws CoreError for no value, NaN or Infinity.
 */
export function drift(input: { values: readonly number[] }): Drift {
  const values = filled(input.values, 'Runs').map((value, i) => tidy(finite(value, `Run ${i + 1}`)));
  const n = values.length;
  if (n < 2) return { slopePerRun: null, tau: null, pValue: null, drifting: false };
  // A typed array sorts numbers by itself; there are n²/2 of them.
  const slopes = new Float64Array((n * (n - 1)) / 2);
  let at = 0;
  let rising = 0;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      const step = values[j]! - values[i]!;
      slopes[at++] = step / (j - i);
      rising += Math.sign(step);
    }
  const tied = tiesOf(values);
  const pairs = (n * (n - 1)) / 2;
  const tiedPairs = tied.reduce((sum, t) => sum + (t * (t - 1)) / 2, 0);
  const variance = (n * (n - 1) * (2 * n + 5) - tied.reduce((sum, t) => sum + t * (t - 1) * (2 * t + 5), 0)) / 18;
  const slopePerRun = medianOf(slopes) + 0;
  if (tiedPairs === pairs) return { slopePerRun, tau: null, pValue: 1, drifting: false };
  const tau = rising / Math.sqrt(pairs * (pairs - tiedPairs));
  const z = rising === 0 ? 0 : (Math.abs(rising) - 1) / Math.sqrt(variance);
  const pValue = Math.min(1, 2 * cdf(-z, 0, 1));
  return { slopePerRun, tau, pValue, drifting: pValue < 0.05 };
}

/** How many values are equal, for each value that there is more than once. */
function tiesOf(values: readonly number[]): number[] {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts.values()].filter((count) => count > 1);
}
