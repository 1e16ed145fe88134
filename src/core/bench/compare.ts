import gammaln from '@stdlib/math-base-special-gammaln';
import normal from '@stdlib/stats-base-dists-normal-quantile';
import cdf from '@stdlib/stats-base-dists-t-cdf';
import quantile from '@stdlib/stats-base-dists-t-quantile';
import { filled, finite, level as checkLevel, oneOf } from '../shared/check';
import { CoreError } from '../shared/CoreError';
import { subtract } from '../shared/decimal';
import { permutationP } from './permutation';
import { summarise, type Summary } from './summarise';

export const BETTER = ['higher', 'lower'] as const;
export type Better = (typeof BETTER)[number];
export interface Comparison {
  /** mean(b) − mean(a). */
  difference: number;
  confidenceInterval: [number, number] | null;
  t: number | null;
  degreesOfFreedom: number | null;
  pValue: number | null;
  hedgesG: number | null;
  permutationP: number | null;
  verdict: 'improved' | 'worse' | 'not-separable';
  /** Of each build, for 80 % power at 0.05; null where nothing is known or nothing differs. */
  runsNeeded: number | null;
  /** Why nothing can be said, only when that is so. */
  reason?: string;
}

/**
 * Compares the runs of two builds, b against a, all in one unit: Welch's t test with its interval for the difference of the means
 * (level, default 0.95), Hedges' g with the exact correction over the pooled standard deviation, and a permutation test that
 * assumes no distribution. The verdict goes by Welch's p value below 1 − level. With fewer than two runs on a side, or no spread
 * on both, nothing can be told: the verdict is "not-separable" with a reason.
 * Source: Welch 1947; Hedges 1981; Guenther 1981 for the runs needed.
 * @throws CoreError for no value, NaN, Infinity, an unknown direction, or a level outside 0 to 1.
 * @example compare({ a: [7.42, 7.51, 7.38], b: [7.21, 7.3, 7.26], better: 'lower' }).verdict // 'improved'
 */
export function compare(input: {
  a: readonly number[];
  b: readonly number[];
  better: Better;
  level?: number;
  /** Whether to deal the runs out anew, too, which takes longest of all; null stands where nobody asked. Default true. */
  permutations?: boolean;
}): Comparison {
  const level = checkLevel(input.level ?? 0.95);
  oneOf(input.better, BETTER, 'Which is better');
  const [a, b] = [summarise({ values: input.a }), summarise({ values: input.b })];
  const difference = subtract(b.mean, a.mean);
  const reason = tooLittle(a, b);
  if (reason)
    return {
      difference,
      confidenceInterval: null,
      t: null,
      degreesOfFreedom: null,
      pValue: null,
      hedgesG: null,
      permutationP: null,
      verdict: 'not-separable',
      runsNeeded: null,
      reason,
    };
  const standardError = Math.hypot(a.standardError!, b.standardError!);
  const [shareA, shareB] = [a.standardError! / standardError, b.standardError! / standardError];
  const degreesOfFreedom = 1 / (shareA ** 4 / (a.n - 1) + shareB ** 4 / (b.n - 1));
  const t = difference / standardError;
  const pValue = Math.min(1, 2 * cdf(-Math.abs(t), degreesOfFreedom));
  const reach = quantile((1 + level) / 2, degreesOfFreedom) * standardError;
  const d = difference / pooled(a, b);
  return {
    difference,
    confidenceInterval: [difference - reach, difference + reach],
    t,
    degreesOfFreedom,
    pValue,
    hedgesG: d * correction(a.n + b.n - 2),
    permutationP: input.permutations === false ? null : permutationP(input.a, input.b),
    verdict: pValue < 1 - level ? wayOf(difference, input.better) : 'not-separable',
    runsNeeded: runsNeeded(d),
  };
}

/** Why two builds can't be compared by their runs, or nothing. */
function tooLittle(a: Summary, b: Summary): string | null {
  if (a.n < 2 || b.n < 2) {
    const few = a.n < 2 && b.n < 2 ? 'both builds' : a.n < 2 ? 'the first build' : 'the second build';
    return `There are fewer than two runs of ${few}, so nothing is known of how far runs of one build lie apart.`;
  }
  if (a.standardDeviation === 0 && b.standardDeviation === 0)
    return 'All runs of each build are equal, so nothing is known of how far they lie apart; perhaps the instrument is too coarse.';
  return null;
}

/** The standard deviation within the two builds. */
function pooled(a: Summary, b: Summary): number {
  const [wa, wb] = [(a.n - 1) / (a.n + b.n - 2), (b.n - 1) / (a.n + b.n - 2)];
  return Math.hypot(Math.sqrt(wa) * a.standardDeviation!, Math.sqrt(wb) * b.standardDeviation!);
}

/** Hedges' exact correction of a standardised difference for few degrees of freedom. */
function correction(df: number): number {
  return Math.exp(gammaln(df / 2) - gammaln((df - 1) / 2)) / Math.sqrt(df / 2);
}

const [Z_TWO_SIDED, Z_POWER] = [normal(0.975, 0, 1), normal(0.8, 0, 1)];
/** Runs of each build that show a standardised difference with 80 % power at 0.05; null for none. */
function runsNeeded(d: number): number | null {
  if (d === 0) return null;
  const needed = Math.ceil(2 * ((Z_TWO_SIDED + Z_POWER) / d) ** 2 + Z_TWO_SIDED ** 2 / 4);
  return Number.isFinite(needed) ? needed : null;
}

export interface Pair extends Comparison {
  a: string;
  b: string;
  /** The p value after Holm's step-down; null where there is none. */
  adjustedP: number | null;
}

/**
 * Compares every pair of several builds, in input order, with p values adjusted for looking so often (Holm 1979, over the pairs
 * that have one); the verdict goes by the adjusted value.
 * @throws CoreError as compare does, and for a repeated id.
 */
export function compareAll(input: {
  groups: readonly { id: string; values: readonly number[] }[];
  better: Better;
  level?: number;
  permutations?: boolean;
}): { pairs: Pair[] } {
  const groups = filled(input.groups, 'Builds');
  const twice = groups.find(({ id }, i) => groups.findIndex((one) => one.id === id) !== i);
  if (twice) throw new CoreError(`${twice.id} appears twice.`);
  const level = checkLevel(input.level ?? 0.95);
  const { better, permutations = true } = input;
  groups.forEach(({ id, values }) => filled(values, id).forEach((value) => finite(value, id)));
  const pairs = groups.flatMap((a, i) =>
    groups
      .slice(i + 1)
      .map((b) => ({ a: a.id, b: b.id, ...compare({ a: a.values, b: b.values, better, level, permutations }) })),
  );
  return { pairs: adjust(pairs, better, level) };
}

/**
 * Comparisons that are looked at together: p values adjusted for looking so often (Holm 1979, over those that have one), the
 * verdicts by them.
 */
export function adjust<C extends Comparison>(
  comparisons: readonly C[],
  better: Better,
  level = 0.95,
): (C & { adjustedP: number | null })[] {
  const adjusted = holm(comparisons.map(({ pValue }) => pValue));
  return comparisons.map((one, i) => {
    const adjustedP = adjusted[i]!;
    const told = adjustedP !== null && adjustedP < 1 - level;
    return { ...one, adjustedP, verdict: told ? wayOf(one.difference, better) : 'not-separable' };
  });
}

const wayOf = (difference: number, better: Better) =>
  (better === 'lower' ? difference < 0 : difference > 0) ? ('improved' as const) : ('worse' as const);

/** Holm's adjusted p values, where there are any. */
function holm(values: readonly (number | null)[]): (number | null)[] {
  const order = values.flatMap((p, i) => (p === null ? [] : [{ p, i }])).sort((a, b) => a.p - b.p);
  const adjusted: (number | null)[] = values.map(() => null);
  let most = 0;
  order.forEach(({ p, i }, k) => {
    most = Math.max(most, Math.min(1, p * (order.length - k)));
    adjusted[i] = most;
  });
  return adjusted;
}
