import { differences, rubricResults, type Difference, type RubricResults as Results } from '@/core/rubric';
import { memoize } from '@/core/shared/memoize';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { listTeams } from '@/areas/course';
import { loadCounted, type Counted } from './measures';
import { listRubrics, listScores, type Rubric, type Score } from './rubrics';

/** A rubric with what everybody gave for it, over all teams of the project: who judged elsewhere makes judges comparable. */
export interface RubricResults extends Results {
  rubric: Rubric;
  /** What the program counted for its criteria. */
  counted: Counted[];
}
/** Stands for a judge where the program scores. */
const PROGRAM = 'program';

/** The results of every rubric over all teams of the project. */
export const loadRubricResults = remembered(async (sql: Sql, projectId: string): Promise<RubricResults[]> => {
  const [rubrics, scores, teams, counted] = await Promise.all([
    listRubrics(sql, projectId),
    listScores(sql, projectId),
    listTeams(sql, projectId),
    loadCounted(sql, projectId),
  ]);
  return rubrics.map((rubric) => gradesOf(rubric, teams, scores, counted));
});

function gradesOf(
  rubric: Rubric,
  teams: readonly { id: string }[],
  scores: readonly Score[],
  counted: readonly Counted[],
): RubricResults {
  if (rubric.criteria.length === 0)
    return { rubric, counted: [], max: 0, results: [], adjustment: null, follows: 'mean' };
  const known = new Set(teams.map((team) => team.id));
  const own = counted.filter((one) => rubric.criteria.some((criterion) => criterion.id === one.criterionId));
  const given = scores
    .filter((score) => score.rubricId === rubric.id && known.has(score.teamId))
    .map(({ judgeId, teamId, criterionId, points }) => ({
      judge: judgeId,
      team: teamId,
      criterion: criterionId,
      points,
    }));
  const byProgram = own
    .filter((one) => one.value !== null)
    .map((one) => ({ judge: PROGRAM, team: one.teamId, criterion: one.criterionId, points: one.points }));
  const results = rubricResults({
    criteria: rubric.allCriteria,
    teams: [...known],
    scores: [...given, ...byProgram],
    school: rubric.school,
  });
  return { rubric, counted: own, ...results };
}

/** What a rubric's judges should talk about. */
export const talkAbout = memoize((rubric: Rubric, scores: readonly Score[]): readonly Difference[] =>
  differences({
    criteria: rubric.allCriteria.filter((one) => one.scorer === 'judges'),
    scores: scores
      .filter((one) => one.rubricId === rubric.id)
      .map((one) => ({ judge: one.judgeId, team: one.teamId, criterion: one.criterionId, points: one.points })),
  }),
);
