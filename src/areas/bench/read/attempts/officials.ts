import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { isId, type Seat } from '@/server/access';

/** Somebody of the class who enters the attempts of an event. */
export interface Official {
  eventId: string;
  accountId: string;
  name: string;
}

export const listOfficials = remembered(async (sql: Sql, projectId: string): Promise<Official[]> => {
  return sql<Official[]>`
    select o.event_id, o.account_id, a.name from official o join account a on a.id = o.account_id
    where o.project_id = ${projectId} order by a.name, a.id`;
});

/** Whether somebody is named for an event: the holder of a link for it or for all, or a student of the class. */
export async function isOfficial(sql: Sql, { actor, project, role }: Seat, eventId: unknown): Promise<boolean> {
  if (!isId(eventId)) return false;
  if (role === 'official') return 'eventId' in actor && (actor.eventId === null || actor.eventId === eventId);
  if (role !== 'student') return false;
  const named = await sql`
    select 1 from official where project_id = ${project.id} and event_id = ${eventId} and account_id = ${actor.id}`;
  return named.length > 0;
}

/** Whether somebody of the class is named for any event of the project. */
export async function isOfficialOfAny(sql: Sql, { actor, project, role }: Seat): Promise<boolean> {
  if (role === 'official') return true;
  if (role !== 'student') return false;
  const named = await sql`select 1 from official where project_id = ${project.id} and account_id = ${actor.id} limit 1`;
  return named.length > 0;
}
