import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

/** A role in a team, and what it is answerable for. */
export interface TeamRole {
  id: string;
  name: string;
  answerableFor: string;
  /** Every team needs somebody who takes it. */
  needed: boolean;
}

export const listRoles = remembered(async (sql: Sql, projectId: string): Promise<TeamRole[]> => {
  return sql<TeamRole[]>`
    select id, name, answerable_for, needed from team_role where project_id = ${projectId} order by name`;
});
