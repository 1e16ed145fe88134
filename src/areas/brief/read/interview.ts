import { remembered } from '@/db/remember';
import { allowed, type Seat } from '@/server/access';
import { type Sql } from '@/db/connection';

export interface Visit {
  id: string;
  title: string;
  saidBy: string;
  heldOn: string;
  minutes: number;
  state: 'planned' | 'running' | 'held';
  version: number;
}
export interface Note {
  id: string;
  questionId: string;
  authorId: string | null;
  /** Who heard it, or whose link the client used. */
  author: string;
  byClient: boolean;
  text: string;
  version: number;
}
export interface Question {
  id: string;
  visitId: string;
  teamId: string | null;
  askedBy: string | null;
  author: string | null;
  text: string;
  must: boolean;
  hidden: boolean;
  minutes: number | null;
  mergedInto: string | null;
  version: number;
  answer: { id: string; text: string; version: number } | null;
}
/** A sentence that something may be made from. */
export interface Statement {
  id: string;
  sentence: string;
  saidBy: string;
  saidOn: string;
  answerId: string | null;
  version: number;
  /** Codes of the requirements made from it. */
  codes: string[];
}

export const listVisits = remembered(async (sql: Sql, projectId: string): Promise<Visit[]> => {
  return sql<Visit[]>`
    select id, title, said_by, held_on, minutes, state, version from visit where project_id = ${projectId} order by held_on, created_at`;
});

/** The visit asked for, else the one that is running, the next one planned, or the last one held. */
export function visitFor(visits: Visit[], wanted: unknown): Visit | null {
  const open = (state: Visit['state']) => visits.find((one) => one.state === state);
  return visits.find((one) => one.id === wanted) ?? open('running') ?? open('planned') ?? visits.at(-1) ?? null;
}

/** The questions of a visit in their order; hidden ones only for the instructor and the team that put them. */
export async function listQuestions(sql: Sql, seat: Seat, visitId: string | null): Promise<Question[]> {
  const rows = await sql<Question[]>`
    select q.id, q.visit_id, q.team_id, q.asked_by, a.name as author, q.text, q.must, q.hidden, q.minutes, q.merged_into, q.version,
      case when w.id is null then null else jsonb_build_object('id', w.id, 'text', w.text, 'version', w.version) end as answer
    from question q left join account a on a.id = q.asked_by left join answer w on w.question_id = q.id
    where q.project_id = ${seat.project.id} ${visitId ? sql`and q.visit_id = ${visitId}` : sql``}
    order by q.position, q.created_at, q.id`;
  return rows.filter((one) => !one.hidden || allowed(seat, 'question.change', one));
}

/** What was heard, question by question, in the order it was written down. */
export const listNotes = remembered(async (sql: Sql, projectId: string, visitId: string): Promise<Note[]> => {
  return sql<Note[]>`
    select n.id, n.question_id, n.author_id, coalesce(a.name, n.by_link) as author, n.author_id is null as by_client, n.text, n.version
    from note n join question q on q.id = n.question_id left join account a on a.id = n.author_id
    where n.project_id = ${projectId} and q.visit_id = ${visitId} and n.withdrawn_at is null order by n.made_at, n.created_at, n.id`;
});

/** What the client said, sentence by sentence. */
export const listStatements = remembered(async (sql: Sql, projectId: string): Promise<Statement[]> => {
  return sql<Statement[]>`
    select s.id, s.sentence, s.said_by, s.said_on, s.answer_id, s.version,
      coalesce((select array_agg(distinct r.code order by r.code) from requirement_source x join requirement r on r.id = x.requirement_id
        where x.statement_id = s.id), '{}') as codes
    from statement s where s.project_id = ${projectId} order by s.said_on, s.created_at, s.id`;
});
