import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';

/** The team that a write names; null when it is none of the project. */
export async function ofTeam(sql: Sql, { teamId }: Record<string, unknown>, projectId: string): Promise<Target | null> {
  if (!isId(teamId)) return null;
  const [team] = await sql<{ id: string }[]>`select id from team where id = ${teamId} and project_id = ${projectId}`;
  return team ? { teamId: team.id } : null;
}
