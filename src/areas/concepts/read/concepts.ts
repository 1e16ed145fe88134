import { remembered } from '@/db/remember';
import type { PendingQuery, Row } from 'postgres';
import { type Sql, type Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { isId, seesAll, type Seat, type Target } from '@/server/access';

/** What a concept says of one requirement: how it answers it, and the number its author expects. */
export interface Claim {
  requirementId: string;
  how: string;
  value: number | null;
  unit: string | null;
  /** Expanded (k = 2), as the author puts it, in the same unit. */
  uncertainty: number | null;
  answer: boolean | null;
}
export interface Concept {
  id: string;
  sectionId: string;
  authorId: string;
  authorName: string;
  /** The author's team by now. */
  teamId: string | null;
  title: string;
  steps: string[];
  risks: string;
  takesOver: string;
  fate: 'open' | 'chosen' | 'not chosen';
  fateReason: string;
  fateBy: string;
  exception: string;
  exceptionBy: string;
  handedInAt: string;
  claims: Claim[];
  pictures: string[];
  comments: number;
  /** Parts that it takes in from others. */
  credits: Credit[];
  version: number;
}
export interface Credit {
  id: string;
  fromId: string;
  fromTitle: string;
  fromAuthor: string;
  what: string;
}
/** What a section asks for: how many concepts, until when, and whether all see all. */
export interface Round {
  id: string;
  sectionId: string;
  wanted: number;
  dueOn: string | null;
  /** Minutes of a pitch. */
  minutes: number;
  releasedAt: string | null;
  version: number;
}

export const listRounds = remembered(async (sql: Sql, projectId: string): Promise<Round[]> => {
  return sql<Round[]>`
    select id, section_id, wanted, due_on, minutes, released_at, version from concept_round where project_id = ${projectId}`;
});

/** The concepts that a person may see: all for the instructor; for a student the own ones, and once released those of the section. */
export function listConcepts(sql: Sql, seat: Seat): Promise<Concept[]> {
  const { project, actor, sectionId } = seat;
  return seesAll(seat) ? listAll(sql, project.id) : listSeenBy(sql, project.id, actor.id, sectionId);
}

const listAll = remembered((sql, projectId) => readConcepts(sql, projectId, sql`true`));
const listSeenBy = remembered((sql, projectId, personId: string, sectionId: string | null) =>
  readConcepts(
    sql,
    projectId,
    sql`(c.author_id = ${personId} or (r.released_at is not null and c.section_id = ${sectionId}))`,
  ),
);

/** Those put before the client: the entries of selections. */
export async function listPutBefore(sql: Sql, projectId: string): Promise<Concept[]> {
  return readConcepts(sql, projectId, sql`exists (select from selection_entry e where e.concept_id = c.id)`);
}

function readConcepts(sql: Sql, projectId: string, seen: PendingQuery<Row[]>): Promise<Concept[]> {
  return sql<Concept[]>`
    select c.id, c.section_id, c.author_id, a.name as author_name, m.team_id, c.title, c.steps, c.risks, c.takes_over,
      c.fate, c.fate_reason, c.fate_by, c.exception, c.exception_by, c.handed_in_at, c.version,
      coalesce((select jsonb_agg(jsonb_build_object('requirementId', k.requirement_id, 'how', k.how, 'value', k.value, 'unit', k.unit,
        'uncertainty', k.uncertainty, 'answer', k.answer) order by q.code)
        from concept_claim k join requirement q on q.id = k.requirement_id where k.concept_id = c.id), '[]') as claims,
      array(select p.id from attachment p where p.object_id = c.id and p.removed_at is null order by p.created_at, p.id) as pictures,
      (select count(*)::int from concept_comment o where o.concept_id = c.id) as comments,
      coalesce((select jsonb_agg(jsonb_build_object('id', t.id, 'fromId', f.id, 'fromTitle', f.title, 'fromAuthor', fa.name, 'what', t.what) order by t.what)
        from concept_credit t join concept f on f.id = t.from_id join account fa on fa.id = f.author_id where t.into_id = c.id), '[]') as credits
    from concept c join account a on a.id = c.author_id
    left join concept_round r on r.section_id = c.section_id
    left join team_member m on m.project_id = c.project_id and m.account_id = c.author_id
    where c.project_id = ${projectId} and c.removed_at is null and ${seen}
    order by c.handed_in_at, c.id`;
}

/** The concepts that were chosen in the sections of some teams, once these see them, by title; and one that is named already. */
export function listChosen(
  sql: Sql,
  projectId: string,
  teamIds: readonly string[],
  named: string | null,
): Promise<{ id: string; title: string }[]> {
  return sql<{ id: string; title: string }[]>`
    select c.id, c.title from concept c left join concept_round r on r.section_id = c.section_id
    where c.project_id = ${projectId}
      and c.section_id in (select section_id from team where project_id = ${projectId} and id = any(${[...teamIds]}))
      and (c.id = ${named} or (c.fate = 'chosen' and c.removed_at is null and r.released_at is not null)) order by c.title`;
}

/** Whose concept it is, in which section, and whether it is released; null when there is none in the project. */
export async function conceptTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ authorId: string; sectionId: string; released: boolean }[]>`
    select c.author_id, c.section_id, r.released_at is not null as released from concept c
    left join concept_round r on r.section_id = c.section_id where c.id = ${id} and c.project_id = ${projectId}`;
  return row ?? null;
}

/** A concept and its sketches stay as they were handed in once its section sees them. @throws FieldError then. */
export async function mustNotBeReleased(tx: Tx, conceptId: string): Promise<void> {
  const [released] = await tx`
    select 1 from concept c join concept_round r on r.section_id = c.section_id
    where c.id = ${conceptId} and r.released_at is not null`;
  if (released) throw new FieldError('', 'The concepts are released; from now on yours stays as it was handed in.');
}

/** What is open about concepts, wishes and charters, counted for Today. */
export interface IdeasOpen {
  rounds: {
    sectionId: string;
    wanted: number;
    dueOn: string | null;
    released: boolean;
    missing: number;
    own: number;
  }[];
  /** Sections that are asked for wishes: how many have said nothing yet, and whether the person has. */
  asks: { sectionId: string; missing: number; said: boolean }[];
  /** Teams whose charter not all members have agreed to; `own`: the person among them. */
  charters: { teamId: string; missing: number; own: boolean }[];
}

/** In one query, whatever the size of the class. */
export const readIdeasOpen = remembered(async (sql: Sql, projectId: string, personId: string): Promise<IdeasOpen> => {
  const students = sql`enrolment e where e.project_id = ${projectId} and e.left_on is null and e.section_id`;
  const [row] = await sql<[IdeasOpen]>`
    select coalesce((select jsonb_agg(jsonb_build_object('sectionId', r.section_id, 'wanted', r.wanted, 'dueOn', r.due_on,
        'released', r.released_at is not null,
        'missing', (select count(*) from ${students} = r.section_id and r.wanted > (select count(*) from concept c
          where c.project_id = ${projectId} and c.author_id = e.account_id and c.removed_at is null)),
        'own', (select count(*) from concept c where c.project_id = ${projectId} and c.author_id = ${personId} and c.removed_at is null)))
        from concept_round r where r.project_id = ${projectId}), '[]') as rounds,
      coalesce((select jsonb_agg(jsonb_build_object('sectionId', f.section_id,
        'missing', (select count(*) from ${students} = f.section_id and not exists (select from preference w
          where w.project_id = ${projectId} and w.account_id = e.account_id)),
        'said', exists (select from preference w where w.project_id = ${projectId} and w.account_id = ${personId})))
        from forming f where f.project_id = ${projectId} and f.asks), '[]') as asks,
      coalesce((select jsonb_agg(jsonb_build_object('teamId', h.team_id, 'missing', h.missing, 'own', h.own)) from (
        select h.team_id, count(*) as missing, bool_or(m.account_id = ${personId}) as own from charter h
        join team_member m on m.team_id = h.team_id
        where h.project_id = ${projectId} and not exists (select from charter_agreement g
          where g.team_id = h.team_id and g.account_id = m.account_id and g.text_version = h.text_version)
        group by h.team_id) h), '[]') as charters`;
  return row;
});
