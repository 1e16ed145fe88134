import { CoreError } from '../shared/CoreError';
import { filled, finite, notNegative } from '../shared/check';
import { summarise } from '../bench';
import { sum, tidy } from '../shared/decimal';

export interface RubricScore {
  judge: string;
  team: string;
  criterion: string;
  points: number;
}
export interface RubricResult {
  team: string;
  /** Mean over the judges of the sum of their points; null while no judge has scored every criterion. */
  mean: number | null;
  /** Sample standard deviation between judges, in points; null below two complete judges. */
  standardDeviation: number | null;
  judges: { judge: string; total: number; complete: boolean }[];
}

/**
 * Brings several judges' rubric scores together: each judge's points are added over the criteria, and a team's
 * grade is the mean of the judges who scored every criterion. Judges who have not finished are listed, not counted.
 * @throws CoreError for no criterion, an unknown criterion, points outside 0…max, or one score given twice.
 */
export function average(input: { criteria: { id: string; max: number }[]; teams: string[]; scores: RubricScore[] }): {
  max: number;
  results: RubricResult[];
} {
  const criteria = new Map(
    filled(input.criteria, 'Criteria').map((c) => [c.id, notNegative(c.max, `The most points of ${c.id}`)]),
  );
  const seen = new Map<string, Map<string, Map<string, number>>>();
  for (const { team, judge, criterion, points } of input.scores) {
    const max = criteria.get(criterion);
    if (max === undefined) throw new CoreError(`"${criterion}" is not a criterion of this rubric.`);
    if (finite(points, `Points of ${judge} for ${team}`) < 0 || points > max) {
      throw new CoreError(`Points for ${criterion} lie between 0 and ${max}, got ${points}.`);
    }
    const ofTeam = seen.get(team) ?? new Map<string, Map<string, number>>();
    const ofJudge = ofTeam.get(judge) ?? new Map<string, number>();
    if (ofJudge.has(criterion)) throw new CoreError(`${judge} scored ${criterion} of ${team} twice.`);
    ofJudge.set(criterion, points);
    seen.set(team, ofTeam.set(judge, ofJudge));
  }
  const results = input.teams.map((team) => {
    const judges = [...(seen.get(team) ?? [])].map(([judge, points]) => ({
      judge,
      total: tidy(sum([...points.values()])),
      complete: points.size === criteria.size,
    }));
    const totals = judges.filter((judge) => judge.complete).map((judge) => judge.total);
    const summary = totals.length ? summarise({ values: totals }) : null;
    return { team, mean: summary && tidy(summary.mean), standardDeviation: summary?.standardDeviation ?? null, judges };
  });
  return { max: tidy(sum([...criteria.values()])), results };
}
