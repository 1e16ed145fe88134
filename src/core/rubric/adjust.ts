import { filled, finite } from '../shared/check';
import { exact, meanOf, minus, numberOf, totalOf, ZERO, type Exact } from '../shared/exact';
import { dot, invert, quadratic } from '../shared/matrix';
import { islandsOf, type Island } from './islands';

export interface JudgeScore {
  team: string;
  judge: string;
  score: number;
}
export interface AdjustedTeam {
  team: string;
  /** Scores it has. */
  n: number;
  /** Their plain mean. */
  raw: number;
  /** What the mean judge of the panel would give; null where the panel falls apart into islands. */
  adjusted: number | null;
  standardError: number | null;
  /** adjusted − raw. */
  change: number | null;
}
export interface AdjustedJudge {
  judge: string;
  n: number;
  /** By how much this judge gives more than the mean judge; the leniencies of all add up to 0. */
  leniency: number | null;
  standardError: number | null;
}
export interface Adjustment {
  teams: AdjustedTeam[];
  judges: AdjustedJudge[];
  residualStandardDeviation: number | null;
  degreesOfFreedom: number | null;
  /** Whether every two judges are joined by teams that both, or judges between them, have scored. */
  connected: boolean;
  islands: Island[];
}

/**
 * Takes strictness and mildness of judges out of their scores: score = team + leniency of the judge + error, by least squares,
 * leniencies adding to 0, each judge counting once. Not every judge needs to have seen every team, as long as all are joined by
 * teams in common; where they are not, the islands are named and nothing is adjusted.
 * Source: two-way additive model with unequal cells, Searle 1971 (the judges' normal equations, teams absorbed).
 * @param input.scores in points of one scale; a pair of team and judge may occur more than once
 * @throws CoreError without scores, or for a score that is no finite number
 * @example adjust({ scores: [{ team: 'Flint', judge: 'P', score: 7 }, { team: 'Flint', judge: 'Q', score: 5 }] }).judges[0]!.leniency // 1
 */
export function adjust(input: { scores: readonly JudgeScore[] }): Adjustment {
  const scores = filled(input.scores, 'Scores');
  for (const { team, judge, score } of scores) finite(score, `The score of ${judge} for ${team}`);
  const teams = [...new Set(scores.map((one) => one.team))];
  const judges = [...new Set(scores.map((one) => one.judge))];
  const islands = islandsOf(scores);
  const given = (team: string) => scores.filter((one) => one.team === team);
  const raw = new Map(teams.map((team) => [team, meanOf(given(team).map((one) => exact(one.score)))]));
  const fitted = islands.length === 1 ? fit(scores, teams, judges, raw) : null;
  return {
    teams: teams.map((team) => ({
      team,
      n: given(team).length,
      raw: told(raw.get(team)!),
      ...(fitted?.teams.get(team) ?? { adjusted: null, standardError: null, change: null }),
    })),
    judges: judges.map((judge) => ({
      judge,
      n: scores.filter((one) => one.judge === judge).length,
      ...(fitted?.judges.get(judge) ?? { leniency: null, standardError: null }),
    })),
    residualStandardDeviation: fitted?.residual ?? null,
    degreesOfFreedom: fitted?.degreesOfFreedom ?? null,
    connected: islands.length === 1,
    islands,
  };
}

/** Least squares on one connected panel: the judges' normal equations, the teams absorbed. */
function fit(
  scores: readonly JudgeScore[],
  teams: readonly string[],
  judges: readonly string[],
  raw: ReadonlyMap<string, Exact>,
) {
  const place = new Map(judges.map((judge, j) => [judge, j]));
  const seat = new Map(teams.map((team, i) => [team, i]));
  const counts = teams.map(() => judges.map(() => 0));
  for (const { team, judge } of scores) counts[seat.get(team)!]![place.get(judge)!]!++;
  const sizes = counts.map((row) => row.reduce((total, one) => total + one, 0));
  const k = judges.length;
  // C = diag(n_j) − Σ n_ij·n_il / n_i, and 1 everywhere, which stands for the leniencies adding to 0.
  const information = judges.map((_, j) =>
    judges.map((_, l) => {
      const own = j === l ? counts.reduce((total, row) => total + row[j]!, 0) : 0;
      const absorbed = counts.map((row, i) =>
        exact(row[j]! * row[l]!)
          .div(sizes[i]!)
          .neg(),
      );
      return totalOf([exact(own), exact(1), ...absorbed]);
    }),
  );
  const right = judges.map((judge) =>
    totalOf([
      ZERO,
      ...scores.filter((one) => one.judge === judge).map((one) => minus(exact(one.score), raw.get(one.team)!)),
    ]),
  );
  const inverse = invert(information);
  const leniency = inverse.map((row) => totalOf(row.map((one, l) => one.times(right[l]!))));
  // What the constraint put into the inverse goes out again: 1/k² everywhere.
  const covariance = inverse.map((row) => row.map((one) => one.minus(exact(1).div(k * k))));
  const parts = counts.map((row, i) => row.map((count) => exact(count).div(sizes[i]!)));
  const change = parts.map((row) => dot(row, leniency).neg());
  const adjusted = teams.map((team, i) => totalOf([raw.get(team)!, change[i]!]));

  const largest = scores.reduce((most, { score }) => Math.max(most, Math.abs(score)), 0);
  const left = scores.map(({ team, judge, score }) => {
    const rest = totalOf([exact(score), adjusted[seat.get(team)!]!.neg(), leniency[place.get(judge)!]!.neg()]);
    return rest.abs().lt(exact(largest).times('1e-25')) ? ZERO : rest;
  });
  const degreesOfFreedom = scores.length - (teams.length + k - 1);
  const variance = degreesOfFreedom > 0 ? totalOf(left.map((one) => one.pow(2))).div(degreesOfFreedom) : null;
  const errorOf = (share: Exact) =>
    variance === null ? null : told((share.gt(0) ? share : ZERO).times(variance).sqrt());
  return {
    teams: new Map(
      teams.map((team, i) => {
        const standardError = errorOf(exact(1).div(sizes[i]!).plus(quadratic(covariance, parts[i]!)));
        return [team, { adjusted: told(adjusted[i]!), standardError, change: told(change[i]!) }];
      }),
    ),
    judges: new Map(
      judges.map((judge, j) => [judge, { leniency: told(leniency[j]!), standardError: errorOf(covariance[j]![j]!) }]),
    ),
    residual: variance && told(variance.sqrt()),
    degreesOfFreedom,
  };
}

/** As a number; what 40 digits leave of nothing is nothing. */
const told = (value: Exact): number => (value.abs().lt('1e-25') ? 0 : numberOf(value, 'An adjusted score'));
