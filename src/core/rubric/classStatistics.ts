import { compare, summarise } from '../bench';
import { sum } from '../shared/decimal';

export interface ComponentStatistics {
  id: string;
  n: number;
  mean: number;
  /** Sample standard deviation in percentage points; null below two. */
  standardDeviation: number | null;
  /** Correlation with the mean of the student's other components; null below three students, or without spread. */
  withTheRest: number | null;
  /** Why it does not tell students apart, if it does not. */
  says: 'all-alike' | 'against-the-rest' | null;
}
export interface SectionGap {
  a: string;
  b: string;
  /** Mean of b less mean of a, in percentage points, and its interval. */
  difference: number;
  interval: [number, number] | null;
  /** Whether it is more than students within the sections differ by chance. */
  apart: boolean;
}
/** Below this spread, in percentage points, a component tells nobody apart. */
const ALIKE = 2;

/**
 * How each component behaves in a class: mean, spread, and whether those who do well in it do well in the rest (item–rest
 * correlation, Pearson). What is missing is left out.
 * @param input.students one record a student: percentages by the component's id, null where there is none
 */
export function componentStatistics(input: {
  components: readonly string[];
  students: readonly Readonly<Record<string, number | null>>[];
}): ComponentStatistics[] {
  return input.components.flatMap((id): ComponentStatistics[] => {
    const pairs = input.students.flatMap((student) => {
      const own = student[id] ?? null;
      if (own === null) return [];
      const others = input.components.flatMap((other) => (other === id ? [] : (student[other] ?? [])));
      return [{ own, rest: others.length ? sum(others) / others.length : null }];
    });
    if (pairs.length === 0) return [];
    const values = pairs.map((one) => one.own);
    const { mean, standardDeviation: spread } = summarise({ values });
    const both = pairs.filter((one): one is { own: number; rest: number } => one.rest !== null);
    const withTheRest = correlation(
      both.map((one) => one.own),
      both.map((one) => one.rest),
    );
    const alike = spread !== null && values.length > 2 && spread < ALIKE;
    const against = withTheRest !== null && withTheRest < 0;
    const says = alike ? 'all-alike' : against ? 'against-the-rest' : null;
    return [{ id, n: values.length, mean, standardDeviation: spread, withTheRest, says }];
  });
}

/** Pearson's correlation; null for fewer than three pairs, or where one side has no spread. */
function correlation(xs: readonly number[], ys: readonly number[]): number | null {
  if (xs.length < 3) return null;
  const [mx, my] = [sum(xs) / xs.length, sum(ys) / ys.length];
  const [sxx, syy] = [sum(xs.map((x) => (x - mx) ** 2)), sum(ys.map((y) => (y - my) ** 2))];
  if (sxx < 1e-12 || syy < 1e-12) return null;
  return sum(xs.map((x, i) => (x - mx) * (ys[i]! - my))) / Math.sqrt(sxx * syy);
}

/**
 * Whether sections differ by more than chance: every two with at least two totals each, by Welch's comparison at 0.95.
 * @param input.sections totals in percent
 */
export function sectionGaps(input: { sections: readonly { id: string; totals: readonly number[] }[] }): SectionGap[] {
  const sections = input.sections.filter((one) => one.totals.length > 1);
  return sections.flatMap((a, i) =>
    sections.slice(i + 1).map((b): SectionGap => {
      const found = compare({ a: [...a.totals], b: [...b.totals], better: 'higher' });
      return {
        a: a.id,
        b: b.id,
        difference: found.difference,
        interval: found.confidenceInterval,
        apart: found.verdict !== 'not-separable',
      };
    }),
  );
}
