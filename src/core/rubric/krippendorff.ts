import { sum } from '../shared/decimal';

/** Krippendorff's alpha by the scale that the scores are read on; null where only one value was seen, or nothing pairs. */
export interface Alpha {
  nominal: number | null;
  ordinal: number | null;
  interval: number | null;
}
type Distance = (a: number, b: number) => number;

/**
 * Krippendorff's alpha, α = 1 − observed / expected disagreement, over the subjects that at least two judges scored.
 * Source: Krippendorff 2011 (coincidences, difference functions).
 * @param scores rows subjects, columns judges, null where one is missing
 */
export function krippendorff(scores: readonly (readonly (number | null)[])[]): Alpha {
  const units = scores.map((row) => row.filter((score) => score !== null)).filter((row) => row.length >= 2);
  const seen = [...new Set(units.flat())].sort((a, b) => a - b);
  if (seen.length < 2) return { nominal: null, ordinal: null, interval: null };
  const counted = seen.map((value) => units.flat().filter((one) => one === value).length);
  const place = new Map(seen.map((value, i) => [value, i]));
  // How many scores lie below a value, those equal to it half: the difference of two is the ordinal distance.
  const ranks = counted.map((own, i) => sum(counted.slice(0, i)) + own / 2);
  const rank = (value: number) => ranks[place.get(value)!]!;
  return {
    nominal: alpha(units, seen, counted, (a, b) => (a === b ? 0 : 1)),
    ordinal: alpha(units, seen, counted, (a, b) => (rank(a) - rank(b)) ** 2),
    interval: alpha(units, seen, counted, (a, b) => (a - b) ** 2),
  };
}

function alpha(
  units: readonly (readonly number[])[],
  seen: readonly number[],
  counted: readonly number[],
  distance: Distance,
): number | null {
  const n = sum(counted);
  const observed =
    sum(units.map((unit) => sum(unit.flatMap((a) => unit.map((b) => distance(a, b)))) / (unit.length - 1))) / n;
  const expected =
    sum(seen.flatMap((a, i) => seen.map((b, j) => counted[i]! * counted[j]! * distance(a, b)))) / (n * (n - 1));
  return expected === 0 ? null : 1 - observed / expected;
}
