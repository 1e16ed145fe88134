import fQuantile from '@stdlib/stats-base-dists-f-quantile';
import { sum } from '../shared/decimal';

/** A correlation and its interval; null where it is not defined. */
export interface Correlation {
  value: number | null;
  interval: [number, number] | null;
}
export interface Intraclass {
  /** One judge, judges drawn from many: agreement on the points themselves. */
  icc21: Correlation;
  /** The mean of these judges, judges drawn from many. */
  icc2k: Correlation;
  /** One of exactly these judges: a judge who is always milder does no harm. */
  icc31: Correlation;
  /** The mean of exactly these judges. */
  icc3k: Correlation;
}

/**
 * Intraclass correlations of subjects × judges without gaps, from two-way mean squares, each with its interval.
 * Sources: Shrout and Fleiss 1979; McGraw and Wong 1996.
 * @param scores rows subjects, columns judges, at least two of each
 * @param level of the intervals
 */
export function intraclass(scores: readonly (readonly number[])[], level: number): Intraclass {
  const [n, k] = [scores.length, scores[0]!.length];
  const all = scores.flat();
  const none = 1e-12 * Math.max(1, ...all.map((score) => score ** 2));
  const zeroed = (meanSquare: number) => (Math.abs(meanSquare) <= none ? 0 : meanSquare);
  const grand = sum(all) / (n * k);
  const rows = scores.map((row) => sum(row) / k);
  const columns = Array.from({ length: k }, (_, j) => sum(scores.map((row) => row[j]!)) / n);
  const rest = scores.flatMap((row, i) => row.map((score, j) => (score - rows[i]! - columns[j]! + grand) ** 2));
  const msr = zeroed((k * sum(rows.map((one) => (one - grand) ** 2))) / (n - 1));
  const msc = zeroed((n * sum(columns.map((one) => (one - grand) ** 2))) / (k - 1));
  const mse = zeroed(sum(rest) / ((n - 1) * (k - 1)));
  const ratio = (above: number, below: number) => (below > none ? above / below : null);

  const single = ratio(msr - mse, msr + (k - 1) * mse + (k * (msc - mse)) / n);
  const mean = ratio(msr - mse, msr + (msc - mse) / n);
  const fixedSingle = ratio(msr - mse, msr + (k - 1) * mse);
  const fixedMean = ratio(msr - mse, msr);

  const tail = 1 - (1 - level) / 2;
  const flat = mse === 0 || msr === 0;
  const [agreeing, averaged] = flat ? [null, null] : agreementInterval({ n, k, msr, msc, mse, rho: single, tail });
  const [low, high] = flat ? [0, 0] : consistencyEnds({ n, k, f: msr / mse, tail });
  const within = (value: number | null, interval: [number, number] | null): Correlation => ({
    value,
    interval: value === null || flat ? null : interval,
  });
  return {
    icc21: within(single, agreeing),
    icc2k: within(mean, averaged),
    icc31: within(fixedSingle, [(low - 1) / (low + k - 1), (high - 1) / (high + k - 1)]),
    icc3k: within(fixedMean, [1 - 1 / low, 1 - 1 / high]),
  };
}

/** F at both ends of the interval for consistency. */
function consistencyEnds({ n, k, f, tail }: { n: number; k: number; f: number; tail: number }): [number, number] {
  const rest = (n - 1) * (k - 1);
  return [f / fQuantile(tail, n - 1, rest), f * fQuantile(tail, rest, n - 1)];
}

interface Squares {
  n: number;
  k: number;
  msr: number;
  msc: number;
  mse: number;
  rho: number | null;
  tail: number;
}

/** The intervals for agreement, of one judge and of the mean of all: Satterthwaite's degrees of freedom. */
function agreementInterval(given: Squares): [[number, number] | null, [number, number] | null] {
  const { n, k, msr, msc, mse, rho, tail } = given;
  if (rho === null || rho <= -1 / (k - 1)) return [null, null];
  const j = msc / mse;
  const core = n * (1 + (k - 1) * rho) - k * rho;
  const nu = ((k - 1) * (n - 1) * (k * rho * j + core) ** 2) / ((n - 1) * k ** 2 * rho ** 2 * j ** 2 + core ** 2);
  // For a tiny ν the quantile passes every number: its inverse vanishes, and the other one is 0.
  const upper = nu > 0 ? fQuantile(tail, n - 1, nu) : Infinity;
  const inverse = Number.isFinite(upper) && upper > 0 ? 1 / upper : 0;
  const lower = nu > 0 ? fQuantile(tail, nu, n - 1) : 0;
  const others = k * msc + (k * n - k - n) * mse;
  const low = (n * (msr * inverse - mse)) / (others + n * msr * inverse);
  const high = (n * (lower * msr - mse)) / (others + n * lower * msr);
  const ofMean = (one: number) => (k * one) / (1 + (k - 1) * one);
  return [[low, high], 1 + (k - 1) * low <= 0 ? null : [ofMean(low), ofMean(high)]];
}
