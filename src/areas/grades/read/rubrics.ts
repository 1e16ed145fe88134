import type { Level, School, Scorer } from '@/core/rubric';
import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

/** A level of a criterion, from the lowest up. */
export interface LevelText extends Level {
  name: string;
  /** What is seen at this level. */
  text: string;
}
/** What the program counts for a criterion. */
export const MEASURES = ['event', 'musts', 'measured', 'iterations', 'reasons', 'claims', 'runs'] as const;
export interface Measure {
  of: (typeof MEASURES)[number];
  eventId?: string;
  parameterId?: string;
}
export interface Criterion {
  id: string;
  rubricId: string;
  edition: number;
  name: string;
  /** What points mean in words, where there are no levels. */
  anchors: string;
  max: number;
  weight: number;
  scorer: Scorer;
  levels: LevelText[];
  evidence: string;
  measure: Measure | null;
}
export type JudgeKind = Exclude<Scorer, 'program'>;
export interface Judge {
  id: string;
  rubricId: string;
  name: string;
  kind: JudgeKind;
  accountId: string | null;
}
export interface Rubric {
  id: string;
  name: string;
  about: string;
  position: number;
  halfLevels: boolean;
  school: School;
  edition: number;
  version: number;
  /** Of the present edition. */
  criteria: Criterion[];
  /** Of all editions. */
  allCriteria: Criterion[];
  judges: Judge[];
}
export interface Score {
  id: string;
  rubricId: string;
  criterionId: string;
  judgeId: string;
  teamId: string;
  points: number;
  /** What was given first, where it was changed since. */
  firstPoints: number | null;
  remark: string;
  version: number;
}
/** What a judge says of a team as a whole. */
export interface Judgement {
  id: string;
  rubricId: string;
  judgeId: string;
  teamId: string;
  strong: string;
  next: string;
  version: number;
}
export interface Anchor {
  id: string;
  rubricId: string;
  title: string;
  shows: string;
  agreed: { criterion: string; points: number; why: string }[];
  version: number;
}

export const listRubrics = remembered(async (sql: Sql, projectId: string): Promise<Rubric[]> => {
  const [rubrics, criteria, judges] = await Promise.all([
    sql<Omit<Rubric, 'criteria' | 'allCriteria' | 'judges'>[]>`
      select id, name, about, position, half_levels, school, edition, version from rubric
      where project_id = ${projectId} order by position, name`,
    sql<Criterion[]>`
      select id, rubric_id, edition, name, anchors, max, coalesce(weight, max) as weight, scorer, levels, evidence, measure from criterion
      where project_id = ${projectId} order by edition, position, id`,
    sql<Judge[]>`
      select id, rubric_id, name, kind, account_id from judge where project_id = ${projectId} order by name, id`,
  ]);
  return rubrics.map((rubric) => {
    const all = criteria.filter((one) => one.rubricId === rubric.id);
    return {
      ...rubric,
      allCriteria: all,
      criteria: all.filter((one) => one.edition === rubric.edition),
      judges: judges.filter((one) => one.rubricId === rubric.id),
    };
  });
});

export const listScores = remembered(async (sql: Sql, projectId: string): Promise<Score[]> => {
  return sql<Score[]>`
    select id, rubric_id, criterion_id, judge_id, team_id, points, first_points, remark, version from score
    where project_id = ${projectId} order by created_at, id`;
});

export const listJudgements = remembered(async (sql: Sql, projectId: string): Promise<Judgement[]> => {
  return sql<Judgement[]>`
    select id, rubric_id, judge_id, team_id, strong, next, version from judgement
    where project_id = ${projectId} order by created_at, id`;
});

export const listAnchors = remembered(async (sql: Sql, projectId: string): Promise<Anchor[]> => {
  return sql<Anchor[]>`
    select id, rubric_id, title, shows, agreed, version from anchor where project_id = ${projectId} order by title, id`;
});

export interface Judging {
  rubricId: string;
  judgeId: string;
  teamId: string;
  seed: string;
}
/** Who sees whom, of those who stand in a plan. */
export const listJudging = remembered(async (sql: Sql, projectId: string): Promise<Judging[]> => {
  return sql<Judging[]>`
    select rubric_id, judge_id, team_id, seed from judging where project_id = ${projectId} order by rubric_id, judge_id, team_id`;
});

/** How many scores of the present edition each judge has given each team. */
export const countScores = remembered(
  async (
    sql: Sql,
    projectId: string,
  ): Promise<{ rubricId: string; teamId: string; judgeId: string; given: number }[]> => {
    return sql<{ rubricId: string; teamId: string; judgeId: string; given: number }[]>`
    select s.rubric_id, s.team_id, s.judge_id, count(*) as given from score s
    join criterion c on c.id = s.criterion_id join rubric r on r.id = s.rubric_id and r.edition = c.edition
    where s.project_id = ${projectId} group by s.rubric_id, s.team_id, s.judge_id`;
  },
);

/** The teams that somebody scores: those of the plan, or all for whoever is not in it. */
export function teamsOf<T extends { id: string }>(
  judge: Pick<Judge, 'id'>,
  teams: readonly T[],
  judging: readonly Judging[],
): T[] {
  const own = new Set(judging.filter((one) => one.judgeId === judge.id).map((one) => one.teamId));
  return teams.filter((team) => own.size === 0 || own.has(team.id));
}

/** The criteria that somebody scores for a team: those of the edition they began with, else of the present one. */
export function criteriaFor(
  rubric: Rubric,
  judge: Judge | { id: null; kind: JudgeKind },
  given: readonly Score[],
): Criterion[] {
  const begun = rubric.allCriteria.filter((one) => given.some((score) => score.criterionId === one.id));
  const edition = begun.reduce((most, one) => Math.max(most, one.edition), 0) || rubric.edition;
  return rubric.allCriteria.filter((one) => one.edition === edition && one.scorer === judge.kind);
}
