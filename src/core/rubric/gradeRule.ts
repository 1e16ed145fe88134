import { checkRule, scoreEvent, type Better, type PointsRule } from '../scoring';

/** How what an event counts becomes percent: the point rules of events, over one value a team. */
export interface GradeRule {
  better: Better;
  target?: number;
  points: PointsRule;
}
export interface Graded {
  name: string;
  percent: number;
  /** The arithmetic, in words. */
  because: string[];
}

const asRule = ({ better, target, points }: GradeRule) => ({
  attempts: { allowed: 1, use: 'best' as const, foul: 'drop' as const },
  better,
  ...(target === undefined ? {} : { target }),
  points,
});

/** @throws CoreError for a rule that core can't apply, naming what is wrong */
export function checkGradeRule(rule: GradeRule): void {
  checkRule(asRule(rule));
}

/**
 * The percent that a rule gives each value. What is relative to the best is relative to the best among these values.
 * @param input.values the counted value of each, in the event's unit
 * @throws CoreError as checkGradeRule
 */
export function gradeByRule(input: { rule: GradeRule; values: readonly { name: string; value: number }[] }): Graded[] {
  const entries = input.values.map(({ name, value }) => ({ team: name, attempts: [{ value }] }));
  if (entries.length === 0) return [];
  const { results } = scoreEvent({ rule: asRule(input.rule), entries });
  return input.values.map(({ name }) => {
    const found = results.find((one) => one.team === name)!;
    return { name, percent: found.points, because: found.because };
  });
}
