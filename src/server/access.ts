import { cache } from 'react';
import { notFound, redirect } from 'next/navigation';
import { pool, type Sql } from '@/db/connection';
import { sawState } from '@/db/remember';
import { linkHolder, signedIn, type Actor } from './actor';
import { may, type Permission, type Role, type Relation } from './policy';

export interface Project {
  id: string;
  title: string;
  clientName: string;
  timeZone: string;
  units: 'metric' | 'US';
  /** What money is counted in. */
  currency: string;
  eventDate: string;
  pinnedNow: string | null;
  isDemo: boolean;
  normaliseWeights: boolean;
  retentionUntil: string;
  /** Sheets of the index that the course does not use. */
  hiddenSheets: string[];
  /** The school's list of days without class counts here. */
  usesSchoolDays: boolean;
  version: number;
}
/** The person's place in one project. */
export interface Seat {
  actor: Actor;
  project: Project;
  role: Role;
  /** The person owns the project: erases people, and says who leads it beside. */
  owner: boolean;
  /** Team and section of a student. */
  teamId: string | null;
  sectionId: string | null;
  /** Which revision of the project this is: how often it was changed, and who did last; null before anything was. */
  revision: { number: number; at: Date; by: string } | null;
}
/** The object asked for, as far as the policy looks at it. */
export interface Target {
  teamId?: string | null;
  released?: boolean;
  rubricId?: string | null;
  /** Who wrote it, where it belongs to a person and not to a team. */
  authorId?: string;
  /** It is made only now, by whoever asks. */
  fresh?: boolean;
  /** Where it is released to: one section only. */
  sectionId?: string;
  /** Whoever asks is an official of the event it is made in. */
  official?: boolean;
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** Whether a text from outside can be an id at all. */
export function isId(value: unknown): value is string {
  return typeof value === 'string' && UUID.test(value);
}

/** Finds the person's seat in a project; null for strangers, who learn nothing about what exists. */
export async function findSeat(sql: Sql, actor: Actor | null, projectId: unknown): Promise<Seat | null> {
  if (!actor || !isId(projectId)) return null;
  const [row] = await sql<(Project & Place)[]>`
    select p.id, p.title, p.client_name, p.time_zone, p.units, p.currency, p.event_date,
      p.pinned_now, p.is_demo, p.normalise_weights,
      p.retention_until, p.hidden_sheets, p.uses_school_days, p.version,
      (select role from project_instructor i where i.project_id = p.id and i.account_id = ${actor.id}) as leads_as,
      m.team_id, e.section_id, r.number as revision_number, c.at as revised_at, c.actor_name as revised_by,
      concat_ws('/', r.number, r.audit_id,
        (select count(*) from audit where project_id is null and object_kind in ('account', 'school_day')),
        (select oid from pg_database where datname = current_database())) as state
    from project p
    left join project_revision r on r.project_id = p.id
    left join audit c on c.id = r.audit_id
    left join enrolment e on e.project_id = p.id and e.account_id = ${actor.id} and e.left_on is null
    left join team_member m on m.project_id = p.id and m.account_id = ${actor.id}
    where p.id = ${projectId}`;
  if (!row) return null;
  const { leadsAs, teamId, sectionId, revisionNumber, revisedAt, revisedBy, state, ...project } = row;
  sawState(project.id, state);
  const role = roleOf(actor, project.id, leadsAs, sectionId);
  if (role === 'visitor') return null;
  const revision = revisionNumber === null ? null : { number: revisionNumber, at: revisedAt!, by: revisedBy! };
  const owner = role === 'instructor' && leadsAs === 'owner';
  return {
    actor,
    project,
    role,
    owner,
    teamId,
    sectionId: 'sectionId' in actor ? actor.sectionId : sectionId,
    revision,
  };
}

/** How a person stands to a project, and in which state it is: what has been read in it holds until that is another. */
interface Place {
  leadsAs: LeadsAs | null;
  teamId: string | null;
  sectionId: string | null;
  revisionNumber: number | null;
  revisedAt: Date | null;
  revisedBy: string | null;
  state: string;
}

/** As what somebody leads a project, or helps to. */
export type LeadsAs = 'owner' | 'co-instructor' | 'assistant';

function roleOf(actor: Actor, projectId: string, leadsAs: LeadsAs | null, sectionId: string | null): Role {
  if ('projectId' in actor) return actor.projectId === projectId ? actor.kind : 'visitor';
  if (actor.kind === 'student') return sectionId ? 'student' : 'visitor';
  if (!leadsAs) return 'visitor';
  return leadsAs === 'assistant' ? 'assistant' : 'instructor';
}

/** Whether somebody works with every team of the project, as those who lead it and who assist do. */
export function seesAll({ role }: Pick<Seat, 'role'>): boolean {
  return role === 'instructor' || role === 'assistant';
}

/** How the person stands to an object of the project. */
export function relationOf(seat: Seat, target: Target = {}): Relation {
  const isJudge = seat.actor.kind === 'judge';
  const own = isJudge
    ? 'rubricId' in seat.actor && target.rubricId != null && target.rubricId === seat.actor.rubricId
    : target.authorId !== undefined || target.fresh
      ? target.fresh || target.authorId === seat.actor.id
      : seat.teamId !== null && target.teamId === seat.teamId;
  const elsewhere = target.sectionId !== undefined && target.sectionId !== seat.sectionId;
  const { released = false, official = false } = target;
  return { role: seat.role, own, owner: seat.owner, released: released && !elsewhere, official };
}

/** Whether the person may do this to this object. */
export function allowed(seat: Seat, permission: Permission, target?: Target): boolean {
  return may(permission, relationOf(seat, target));
}

/**
 * The seat for a page of a project. Signed out: to the sign-in page. No seat, or not permitted: "not found",
 * so that nobody learns what exists. `target` is checked when the page is about one object.
 */
export async function enter(projectId: string, permission: Permission, target?: Target): Promise<Seat> {
  const person = await signedIn();
  if (!person) redirect(`/sign-in?next=${encodeURIComponent(`/projects/${projectId}`)}`);
  const seat = await seatHere(projectId);
  if (!seat || !allowed(seat, permission, target)) notFound();
  return seat;
}

/** The seat of the person signed in, found once per request; null for strangers. */
export const seatHere = cache(async (projectId: string): Promise<Seat | null> =>
  findSeat(pool(), await signedIn(), projectId),
);

/** The seat of a link's holder for the page its purpose opens. */
export async function enterByLink(permission: Permission): Promise<Seat> {
  const holder = await linkHolder();
  const seat = holder && (await findSeat(pool(), holder, holder.projectId));
  if (!seat || !allowed(seat, permission)) notFound();
  return seat;
}
