import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

/** An action as it is listed: what, by whom, by which meeting, and whether it is done. */
export interface ListedAction {
  id: string;
  what: string;
  owner: string | null;
  dueOn: string | null;
  done: boolean;
  version: number;
}
export interface OpenAction {
  id: string;
  what: string;
  dueOn: string | null;
  team: string | null;
}

/** Open actions, the next due first; a student's are those of the team. */
export const listOpenActions = remembered(
  async (sql: Sql, projectId: string, teamId: string | null): Promise<OpenAction[]> => {
    return sql<OpenAction[]>`
    select a.id, a.what, a.due_on, t.name as team from action a left join team t on t.id = a.team_id
    where a.project_id = ${projectId} and a.state = 'open' ${teamId ? sql`and a.team_id = ${teamId}` : sql``}
    order by a.due_on nulls last, a.what limit 8`;
  },
);
