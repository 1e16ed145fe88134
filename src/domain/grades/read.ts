import { remembered } from '@/db/remember';
import { average, type RubricResult } from '@/core/rubric';
import type { Team } from '@/domain/classes/read';
import { type Sql } from '@/db/connection';

export interface Rubric {
  id: string;
  name: string;
  position: number;
  version: number;
  criteria: { id: string; name: string; anchors: string; max: number }[];
  judges: { id: string; name: string }[];
}
export interface Score {
  id: string;
  rubricId: string;
  criterionId: string;
  judgeId: string;
  teamId: string;
  points: number;
  version: number;
}

export const listRubrics = remembered(async (sql: Sql, projectId: string): Promise<Rubric[]> => {
  return sql<Rubric[]>`
    select r.id, r.name, r.position, r.version,
      coalesce((select jsonb_agg(jsonb_build_object('id', c.id, 'name', c.name, 'anchors', c.anchors, 'max', c.max) order by c.position)
        from criterion c where c.rubric_id = r.id), '[]') as criteria,
      coalesce((select jsonb_agg(jsonb_build_object('id', j.id, 'name', j.name) order by j.name)
        from judge j where j.rubric_id = r.id), '[]') as judges
    from rubric r where r.project_id = ${projectId} order by r.position, r.name`;
});

export const listScores = remembered(async (sql: Sql, projectId: string): Promise<Score[]> => {
  return sql<Score[]>`
    select id, rubric_id, criterion_id, judge_id, team_id, points, version from score
    where project_id = ${projectId} order by created_at, id`;
});

/** The mean of the judges' totals for each team. */
export function gradesOf(rubric: Rubric, teams: Team[], scores: Score[]): { max: number; results: RubricResult[] } {
  if (rubric.criteria.length === 0) return { max: 0, results: [] };
  const known = new Set(teams.map((team) => team.id));
  return average({
    criteria: rubric.criteria,
    teams: teams.map((team) => team.id),
    scores: scores
      .filter((score) => score.rubricId === rubric.id && known.has(score.teamId))
      .map((score) => ({
        judge: score.judgeId,
        team: score.teamId,
        criterion: score.criterionId,
        points: score.points,
      })),
  });
}

/** How many scores each team has in each rubric. */
export const countScores = remembered(
  async (sql: Sql, projectId: string): Promise<{ rubricId: string; teamId: string; given: number }[]> => {
    return sql<{ rubricId: string; teamId: string; given: number }[]>`
    select rubric_id, team_id, count(*) as given from score where project_id = ${projectId} group by rubric_id, team_id`;
  },
);
