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
