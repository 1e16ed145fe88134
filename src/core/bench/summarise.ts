import quantile from '@stdlib/stats-base-dists-t-quantile';
import { filled, finite, level as checkLevel } from '../shared/check';
import { sum } from '../shared/decimal';

export interface Outlier {
  index: number;
  statistic: number;
  critical: number;
}
export interface Summary {
  n: number;
  mean: number;
  standardDeviation: number | null;
  standardError: number | null;
  median: number;
  min: number;
  max: number;
  coefficientOfVariation: number | null;
  confidenceInterval: [number, number] | null;
  outliers: Outlier[];
}

/**
 * Summarises repeated readings, all in one unit: mean, sample standard deviation (n − 1, two passes with a
 * compensated sum), standard error, median, extremes, coefficient of variation (a fraction of |mean|, null at
 * mean 0), Student's t interval for the mean (level, default 0.95) and Grubbs' two-sided outlier test at 0.05
 * (n ≥ 3, at most the most extreme reading, index from 0). One reading: spread and interval are null.
 * Source: Grubbs 1969 for the test; Student's t as in any text.
 * @throws CoreError for no value, NaN, Infinity, or a level outside 0 to 1.
 */
export function summarise(input: { values: readonly number[]; level?: number }): Summary {
  const values = filled(input.values, 'Readings').map((value, i) => finite(value, `Reading ${i + 1}`));
  const confidence = checkLevel(input.level ?? 0.95);
  const n = values.length;
  const [min, max] = [extreme(values, Math.min), extreme(values, Math.max)];
  const mean = meanOf(values, min, max);
  const half = n > 1 && min !== max;
  const standardDeviation = n === 1 ? null : half ? spread(values, mean) : 0;
  const standardError = standardDeviation === null ? null : standardDeviation / Math.sqrt(n);
  const reach = standardError === null ? null : quantile((1 + confidence) / 2, n - 1) * standardError;
  return {
    n,
    mean,
    standardDeviation,
    standardError,
    median: medianOf(values),
    min,
    max,
    coefficientOfVariation: standardDeviation === null || mean === 0 ? null : standardDeviation / Math.abs(mean),
    confidenceInterval: reach === null ? null : [mean - reach, mean + reach],
    outliers: standardDeviation ? grubbs(values, mean, standardDeviation) : [],
  };
}

/** The middle of the sorted readings; the mean of the middle two for an even number. */
export function medianOf(values: readonly number[] | Float64Array): number {
  const sorted = Float64Array.from(values).sort();
  const middle = sorted.length >> 1;
  const above = sorted[middle]!;
  if (sorted.length % 2) return above;
  const below = sorted[middle - 1]!;
  // Halves of the smallest numbers there are round to even, and would lie outside of both.
  return Math.min(above, Math.max(below, below / 2 + above / 2));
}

function extreme(values: readonly number[], pick: (a: number, b: number) => number): number {
  return values.reduce((a, b) => pick(a, b));
}

function meanOf(values: readonly number[], min: number, max: number): number {
  if (min === max) return min;
  const largest = Math.max(Math.abs(min), Math.abs(max));
  const mean = largest * (sum(values.map((value) => value / largest)) / values.length);
  return Math.abs(mean) < largest * 1e-16 ? 0 : mean;
}

function spread(values: readonly number[], mean: number): number {
  const largest = values.reduce((most, value) => Math.max(most, Math.abs(value - mean)), 0);
  const squares = sum(values.map((value) => ((value - mean) / largest) ** 2));
  const drift = sum(values.map((value) => (value - mean) / largest));
  const result = largest * Math.sqrt((squares - drift ** 2 / values.length) / (values.length - 1));
  return finite(result, 'The standard deviation');
}

function grubbs(values: readonly number[], mean: number, standardDeviation: number): Outlier[] {
  const n = values.length;
  if (n < 3) return [];
  const distances = values.map((value) => Math.abs(value - mean));
  const index = distances.indexOf(Math.max(...distances));
  const statistic = distances[index]! / standardDeviation;
  const t = quantile(1 - 0.05 / (2 * n), n - 2);
  const critical = ((n - 1) / Math.sqrt(n)) * Math.sqrt(t ** 2 / (n - 2 + t ** 2));
  return statistic > critical ? [{ index, statistic, critical }] : [];
}
