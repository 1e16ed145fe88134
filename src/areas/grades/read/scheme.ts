import type { GradeBand, GradeRule, ROUNDINGS } from '@/core/rubric';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

/** How a project's grades are worked out. */
export interface GradeScheme {
  id: string | null;
  share: 'equal' | 'peers';
  peerRoundId: string | null;
  /** What is missing waits and has no weight, or counts 0. */
  missing: 'waits' | 'zero';
  perDay: number;
  graceDays: number;
  mostLate: number | null;
  step: number;
  rounding: (typeof ROUNDINGS)[number];
  bands: GradeBand[];
  cap: number | null;
  floor: number | null;
  /** The total below which a student has not passed. */
  pass: number;
  version: number | null;
}
export const USUAL_SCHEME: GradeScheme = {
  id: null,
  share: 'equal',
  peerRoundId: null,
  missing: 'waits',
  perDay: 0,
  graceDays: 0,
  mostLate: null,
  step: 0.1,
  rounding: 'half-up',
  bands: [],
  cap: null,
  floor: null,
  pass: 50,
  version: null,
};

export const findScheme = remembered(async (sql: Sql, projectId: string): Promise<GradeScheme> => {
  const [row] = await sql<GradeScheme[]>`
    select id, share, peer_round_id, missing, per_day, grace_days, most_late, step, rounding, bands, cap, floor, pass, version
    from grade_scheme where project_id = ${projectId}`;
  return row ?? USUAL_SCHEME;
});

export interface GradeComponent {
  id: string;
  name: string;
  position: number;
  weight: number;
  source: 'rubric' | 'event' | 'marks';
  rubricId: string | null;
  eventId: string | null;
  rule: GradeRule | null;
  usesFactor: boolean;
  dropLowest: number;
  cap: number | null;
  floor: number | null;
  version: number;
}
export const listGradeComponents = remembered(async (sql: Sql, projectId: string): Promise<GradeComponent[]> => {
  return sql<GradeComponent[]>`
    select id, name, position, weight, source, rubric_id, event_id, rule, uses_factor, drop_lowest, cap, floor, version
    from grade_component where project_id = ${projectId} order by position, name`;
});

export interface Mark {
  id: string;
  componentId: string;
  accountId: string;
  task: string;
  score: number | null;
  max: number;
  daysLate: number;
  excused: boolean;
  note: string;
  version: number;
}
export const listMarks = remembered(async (sql: Sql, projectId: string): Promise<Mark[]> => {
  return sql<Mark[]>`
    select id, component_id, account_id, task, score, max, days_late, excused, note, version from mark
    where project_id = ${projectId} order by created_at, id`;
});

export interface CountedTeam {
  id: string;
  componentId: string;
  accountId: string;
  teamId: string;
  reason: string;
  version: number;
}
export const listCountedTeams = remembered(async (sql: Sql, projectId: string): Promise<CountedTeam[]> => {
  return sql<CountedTeam[]>`
    select id, component_id, account_id, team_id, reason, version from counted_team where project_id = ${projectId} order by id`;
});

/** A grade as it was shown to the student. */
export interface ReleasedGrade {
  id: string;
  accountId: string;
  number: number;
  content: GradePage;
  reason: string;
  releasedAt: Date;
  releasedBy: string;
}
/** What a student reads: the arithmetic as it stood, and words on it. */
export interface GradePage {
  rounded: number;
  grade: string | null;
  components: {
    id: string;
    name: string;
    percent: number | null;
    weight: number | null;
    contribution: number | null;
    /** Where the percentage comes from. */
    from: string[];
  }[];
  because: string[];
  strong: string[];
  next: string[];
}
export const listReleasedGrades = remembered(async (sql: Sql, projectId: string): Promise<ReleasedGrade[]> => {
  return sql<ReleasedGrade[]>`
    select id, account_id, number, content, reason, released_at, released_by from released_grade
    where project_id = ${projectId} order by account_id, number`;
});

export async function listOwnReleasedGrades(sql: Sql, projectId: string, accountId: string): Promise<ReleasedGrade[]> {
  return sql<ReleasedGrade[]>`
    select id, account_id, number, content, reason, released_at, released_by from released_grade
    where project_id = ${projectId} and account_id = ${accountId} order by number`;
}

export interface FormerResults {
  id: string;
  eventId: string;
  season: string;
  unit: string;
  results: number[];
  version: number;
}
export const listFormerResults = remembered(async (sql: Sql, projectId: string): Promise<FormerResults[]> => {
  return sql<FormerResults[]>`
    select id, event_id, season, unit, results, version from former_results where project_id = ${projectId} order by season desc, id`;
});

/** What a column of a school's own system holds. */
export const COLUMNS = ['number', 'name', 'section', 'team', 'total', 'grade', 'component', 'blank'] as const;
export interface SchoolColumn {
  head: string;
  what: (typeof COLUMNS)[number];
  componentId?: string | null;
}
export interface SchoolSystem {
  id: string;
  name: string;
  separator: ',' | ';' | 'tab';
  decimal: '.' | ',';
  columns: SchoolColumn[];
  version: number;
}
export const listSchoolSystems = remembered(async (sql: Sql, projectId: string): Promise<SchoolSystem[]> => {
  return sql<SchoolSystem[]>`
    select id, name, separator, decimal, columns, version from school_system where project_id = ${projectId} order by name`;
});
