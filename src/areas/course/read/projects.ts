import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

export interface ProjectLine {
  id: string;
  title: string;
  clientName: string;
  eventDate: string;
  teams: number;
}

/** The projects a person leads or is enrolled in, next event first. */
export async function listProjects(sql: Sql, accountId: string): Promise<ProjectLine[]> {
  return sql<ProjectLine[]>`
    select p.id, p.title, p.client_name, p.event_date, (select count(*) from team t where t.project_id = p.id) as teams
    from project p
    where exists (select from project_instructor i where i.project_id = p.id and i.account_id = ${accountId})
      or exists (select from enrolment e where e.project_id = p.id and e.account_id = ${accountId} and e.left_on is null)
    order by p.event_date desc, p.title`;
}

/** Which revision of a project is the present one: how often it has been changed; 0 before anything was. */
export async function revisionOf(sql: Sql, projectId: string): Promise<number> {
  const [row] = await sql<{ number: number }[]>`select number from project_revision where project_id = ${projectId}`;
  return row?.number ?? 0;
}

/** By what a project's times are told: its zone, and where its present is pinned. */
export const readClock = remembered(
  async (sql: Sql, projectId: string): Promise<{ id: string; timeZone: string; pinnedNow: string | null }> => {
    const [row] = await sql<[{ id: string; timeZone: string; pinnedNow: string | null }]>`
      select id, time_zone, pinned_now from project where id = ${projectId}`;
    return row;
  },
);
