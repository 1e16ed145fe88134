import { CoreError } from '../shared/CoreError';
import { filled, finite, notNegative, oneOf } from '../shared/check';
import { sum, tidy } from '../shared/decimal';
import { summarise } from '../bench';
import { adjust, type Adjustment } from './adjust';
import { SCHOOLS, SCORERS, type School, type Scorer } from './kinds';

export interface RubricCriterion {
  id: string;
  edition: number;
  scorer: Scorer;
  /** The most points that are given. */
  max: number;
  /** What they are worth in the rubric: points ÷ max × weight. */
  weight: number;
}
export interface RubricScore {
  judge: string;
  team: string;
  criterion: string;
  points: number;
}
export interface JudgeTotal {
  judge: string;
  scorer: Scorer;
  /** Weighted points over the criteria this judge has scored. */
  total: number;
  /** What all of this judge's criteria add up to. */
  of: number;
  /** The same share of what the present edition gives for them; null while not every one is scored. */
  points: number | null;
  /** Whether every one of them is scored. */
  complete: boolean;
  edition: number;
}
export interface RubricResult {
  team: string;
  /** In weighted points; null while somebody who scores has not scored every criterion once. */
  mean: number | null;
  /** What it would be by the plain mean. */
  raw: number | null;
  /** Sample standard deviation between judges, in weighted points of the judges' criteria; null below two who are complete. */
  standardDeviation: number | null;
  judges: JudgeTotal[];
  /** Who has still to score before there is a mean. */
  missing: Scorer[];
  /** An edition before the present one, under which somebody scored this team. */
  formerEdition: number | null;
}
export interface RubricResults {
  /** The most that the present edition gives. */
  max: number;
  results: RubricResult[];
  /** The two-way model over the judges' complete scores; null with fewer than two judges. */
  adjustment: Adjustment | null;
  /** The school that the means follow: a panel that falls apart can't be adjusted, and keeps the plain mean. */
  follows: School;
}

/**
 * Brings several people's rubric scores together. Points become shares of their criterion's weight; each judge's criteria are
 * added, and a team's points are, for each kind of scorer, the mean of those who scored every criterion of theirs. Whoever has
 * scored under a former edition keeps it: the share of that edition counts. Judges may be adjusted (additive team + judge model).
 * Judges who have not finished are listed, not counted.
 * @throws CoreError for no criterion, an unknown criterion or scorer, points outside 0…max, or one score given twice.
 */
export function rubricResults(input: {
  criteria: readonly RubricCriterion[];
  teams: readonly string[];
  scores: readonly RubricScore[];
  school?: School;
}): RubricResults {
  const criteria = new Map(filled(input.criteria, 'Criteria').map((one) => [one.id, checked(one)]));
  const school = oneOf(input.school ?? 'mean', SCHOOLS, 'How judges are brought together');
  const present = Math.max(...[...criteria.values()].map((one) => one.edition));
  const current = [...criteria.values()].filter((one) => one.edition === present);
  const weightOf = (scorer: Scorer) => tidy(sum(current.filter((c) => c.scorer === scorer).map((c) => c.weight)));
  const needed = SCORERS.filter((scorer) => current.some((one) => one.scorer === scorer));

  const totals = new Map(
    [...totalsOf(criteria, input.scores)].map(([team, judges]) => [
      team,
      judges.map((one) => ({
        ...one,
        points: one.complete && one.of > 0 ? tidy((one.total / one.of) * weightOf(one.scorer)) : null,
      })),
    ]),
  );
  const complete = [...totals].flatMap(([team, judges]) =>
    judges.flatMap((one) => (one.points === null ? [] : [{ ...one, team, points: one.points }])),
  );
  const known = new Set(input.teams);
  const panel = complete.filter((one) => one.scorer === 'judges' && known.has(one.team));
  const severalJudges = new Set(panel.map((one) => one.judge)).size > 1;
  const adjustment = severalJudges
    ? adjust({ scores: panel.map(({ team, judge, points }) => ({ team, judge, score: points })) })
    : null;
  const follows: School = school === 'adjusted' && adjustment?.connected ? 'adjusted' : 'mean';

  const results = input.teams.map((team): RubricResult => {
    const own = complete.filter((one) => one.team === team);
    const parts = needed.map((scorer) => {
      const given = own.filter((one) => one.scorer === scorer).map((one) => one.points);
      return { scorer, points: given.length ? sum(given) / given.length : null };
    });
    const missing = parts.filter((one) => one.points === null).map((one) => one.scorer);
    const raw = missing.length ? null : tidy(sum(parts.map((one) => one.points!)));
    const change = adjustment?.teams.find((one) => one.team === team)?.change ?? 0;
    const judged = own.filter((one) => one.scorer === 'judges').map((one) => one.points);
    const former = own.filter((one) => one.edition < present).map((one) => one.edition);
    return {
      team,
      raw,
      mean: raw === null ? null : follows === 'adjusted' ? tidy(raw + change) : raw,
      standardDeviation: judged.length ? summarise({ values: judged }).standardDeviation : null,
      judges: totals.get(team) ?? [],
      missing,
      formerEdition: former.length ? Math.max(...former) : null,
    };
  });
  return { max: tidy(sum(current.map((one) => one.weight))), results, adjustment, follows };
}

function checked(one: RubricCriterion): RubricCriterion {
  oneOf(one.scorer, SCORERS, 'Who scores');
  if (finite(one.max, 'The most points') <= 0) throw new CoreError(`The most points must be above 0, got ${one.max}.`);
  notNegative(one.weight, 'The weight');
  return one;
}

/** What each judge gave each team, by the edition of the criteria; of two editions the later one with every criterion counts. */
function totalsOf(
  criteria: ReadonlyMap<string, RubricCriterion>,
  scores: readonly RubricScore[],
): Map<string, JudgeTotal[]> {
  const groups = new Map<
    string,
    { team: string; judge: string; scorer: Scorer; edition: number; points: Map<string, number> }
  >();
  for (const { team, judge, criterion: id, points } of scores) {
    const criterion = criteria.get(id);
    if (!criterion) throw new CoreError(`"${id}" is not a criterion of this rubric.`);
    if (finite(points, `Points of ${judge} for ${team}`) < 0 || points > criterion.max)
      throw new CoreError(`Points for ${id} lie between 0 and ${criterion.max}, got ${points}.`);
    const { scorer, edition } = criterion;
    const key = JSON.stringify([team, judge, scorer, edition]);
    const group = groups.get(key) ?? { team, judge, scorer, edition, points: new Map<string, number>() };
    if (group.points.has(id)) throw new CoreError(`${judge} scored ${id} of ${team} twice.`);
    group.points.set(id, points);
    groups.set(key, group);
  }
  const found = new Map<string, JudgeTotal[]>();
  for (const { team, judge, scorer, edition, points } of groups.values()) {
    const due = [...criteria.values()].filter((one) => one.scorer === scorer && one.edition === edition);
    const total: JudgeTotal = {
      judge,
      scorer,
      total: tidy(sum(due.map((one) => ((points.get(one.id) ?? 0) / one.max) * one.weight))),
      of: tidy(sum(due.map((one) => one.weight))),
      points: null,
      complete: due.every((one) => points.has(one.id)),
      edition,
    };
    const others = found.get(team) ?? [];
    const rival = others.findIndex((one) => one.judge === judge && one.scorer === scorer);
    if (rival < 0) found.set(team, [...others, total]);
    else if (better(total, others[rival]!))
      found.set(
        team,
        others.map((one, i) => (i === rival ? total : one)),
      );
  }
  return found;
}

const better = (a: JudgeTotal, b: JudgeTotal): boolean =>
  a.complete === b.complete ? a.edition > b.edition : a.complete;
