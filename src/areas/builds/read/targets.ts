import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';

/** Whose iteration it is and whether it is released; null when there is none in the project. */
export async function iterationTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select team_id, released_at is not null as released from iteration where id = ${id} and project_id = ${projectId}`;
  return row ?? null;
}

/** The team that had a feature first; null when there is no such feature in the project. */
export async function featureTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string }[]>`
    select i.team_id from iteration_change c join iteration i on i.id = c.iteration_id
    where c.feature_id = ${id} and c.project_id = ${projectId} order by i.built_on, i.number, i.id limit 1`;
  return row ?? null;
}
