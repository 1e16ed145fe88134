import gammainc from '@stdlib/math-base-special-gammainc';
import { CoreError } from '../shared/CoreError';
import { filled, finite, level as checkLevel } from '../shared/check';
import { sum } from '../shared/decimal';
import { intraclass, type Intraclass } from './intraclass';
import { krippendorff, type Alpha } from './krippendorff';

export interface Kendall {
  /** Kendall's coefficient of concordance, 0 (no common order) to 1 (the same order). */
  w: number;
  chiSquared: number;
  degreesOfFreedom: number;
  pValue: number;
}
export interface Agreement {
  subjects: number;
  judges: number;
  /** null where a score is missing. */
  icc: Intraclass | null;
  /** null where a score is missing, or where nobody tells any two subjects apart. */
  kendall: Kendall | null;
  krippendorff: Alpha;
  /** Why icc and kendall are missing, in words; else null. */
  reason: string | null;
}

/**
 * How far judges agree: intraclass correlations of a two-way model with intervals, Kendall's W corrected for ties, and
 * Krippendorff's alpha for nominal, ordinal and interval scales. Only alpha is defined where scores are missing.
 * Sources: Shrout and Fleiss 1979; McGraw and Wong 1996; Kendall and Babington Smith 1939; Krippendorff 2011.
 * @param input.scores one row a subject (team), one column a judge, in points; null where a judge did not score
 * @param input.level of the intervals, strictly between 0 and 1; 0.95 when left out
 * @throws CoreError with fewer than two rows or columns ("two"), for rows of different length ("length"), for what is no number
 * @example agreement({ scores: [[1, 2], [2, 3], [4, 5]] }).kendall!.w // 1
 */
export function agreement(input: {
  scores: readonly (readonly (number | null)[])[];
  level?: number | null;
}): Agreement {
  const scores = filled(input.scores, 'The scores of at least two teams by two judges');
  const level = checkLevel(input.level ?? 0.95);
  const judges = scores[0]!.length;
  for (const row of scores) {
    if (row.length !== judges)
      throw new CoreError(`Every team needs the same length of list: ${judges} judges here, ${row.length} there.`);
    row.forEach((score) => score !== null && finite(score, 'A score'));
  }
  if (scores.length < 2 || judges < 2)
    throw new CoreError(`At least two teams and two judges are needed, got ${scores.length} and ${judges}.`);
  const missing = scores.flat().filter((score) => score === null).length;
  const whole = missing === 0 ? (scores as readonly (readonly number[])[]) : null;
  return {
    subjects: scores.length,
    judges,
    icc: whole && intraclass(whole, level),
    kendall: whole && kendall(whole),
    krippendorff: krippendorff(scores),
    reason: whole
      ? null
      : `${missing} of ${scores.length * judges} scores are missing, so only alpha can be worked out: the other figures need every judge's score for every team.`,
  };
}

function kendall(scores: readonly (readonly number[])[]): Kendall | null {
  const [n, k] = [scores.length, scores[0]!.length];
  const columns = Array.from({ length: k }, (_, j) => ranks(scores.map((row) => row[j]!)));
  const rankSums = scores.map((_, i) => sum(columns.map((column) => column.ranks[i]!)));
  const mean = (k * (n + 1)) / 2;
  const spread = sum(rankSums.map((one) => (one - mean) ** 2));
  const denominator = k ** 2 * (n ** 3 - n) - k * sum(columns.map((column) => column.ties));
  if (denominator === 0) return null;
  const w = (12 * spread) / denominator;
  const chiSquared = k * (n - 1) * w;
  return {
    w,
    chiSquared,
    degreesOfFreedom: n - 1,
    pValue: chiSquared <= 0 ? 1 : gammainc(chiSquared / 2, (n - 1) / 2, true, true),
  };
}

/** Mean ranks of values, 1 for the smallest, and Σ(t³ − t) over the groups of t equal ones. */
function ranks(values: readonly number[]): { ranks: number[]; ties: number } {
  const below = values.map((one) => values.filter((other) => other < one).length);
  const same = values.map((one) => values.filter((other) => other === one).length);
  // Each of t equal values brings (t³ − t)/t.
  return { ranks: below.map((less, i) => less + (same[i]! + 1) / 2), ties: sum(same.map((t) => t ** 2 - 1)) };
}
