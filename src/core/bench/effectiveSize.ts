import { filled, finite } from '../shared/check';
import { sum } from '../shared/decimal';
import { summarise } from './summarise';

export interface EffectiveSize {
  n: number;
  /** So many independent readings say as much. */
  effectiveSize: number;
  autocorrelationTime: number;
  /** The last lag that entered. */
  lags: number;
  /** Of the mean; null for one value. */
  standardError: number | null;
}

/**
 * What a series whose neighbours are alike is worth in independent readings: the autocorrelations are added in pairs while these
 * are above 0 (initial positive sequence). A reading that is stuck says one thing once. Source: Geyer 1992.
 * @throws CoreError for no value, NaN or Infinity.
 */
export function effectiveSize(input: { values: readonly number[] }): EffectiveSize {
  const values = filled(input.values, 'Readings').map((value, i) => finite(value, `Reading ${i + 1}`));
  const n = values.length;
  if (n === 1) return { n, effectiveSize: 1, autocorrelationTime: 1, lags: 0, standardError: null };
  const { mean, standardDeviation } = summarise({ values });
  if (standardDeviation === 0) return { n, effectiveSize: 1, autocorrelationTime: n, lags: 0, standardError: 0 };
  const largest = values.reduce((most, value) => Math.max(most, Math.abs(value - mean)), 0);
  const away = values.map((value) => (value - mean) / largest);
  const covariance = (lag: number) => sum(away.slice(0, Math.max(0, n - lag)).map((one, i) => one * away[i + lag]!));
  const own = covariance(0);
  let [pairs, total] = [0, 0];
  for (let j = 0; 2 * j <= n - 1; j++) {
    const pair = (covariance(2 * j) + covariance(2 * j + 1)) / own;
    if (pair <= 1e-12) break;
    total += pair;
    pairs += 1;
  }
  const autocorrelationTime = Math.max(1, 2 * total - 1);
  const size = Math.max(1, n / autocorrelationTime);
  return {
    n,
    effectiveSize: size,
    autocorrelationTime,
    lags: Math.max(0, Math.min(n - 1, 2 * pairs - 1)),
    standardError: standardDeviation! / Math.sqrt(size),
  };
}
