import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';

/** Whose run it is; null when there is none in the project. */
export async function runTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select t.team_id, i.released_at is not null as released from run t join iteration i on i.id = t.iteration_id
    where t.id = ${id} and t.project_id = ${projectId}`;
  return row ?? null;
}
