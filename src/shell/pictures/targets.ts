import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';
import { runTarget } from '@/areas/bench';
import { iterationTarget } from '@/areas/builds';
import { conceptTarget } from '@/areas/concepts';
import { ofTeam } from '@/areas/course';

/** The kinds of thing that pictures belong to. */
export const PICTURED = ['iteration', 'run', 'concept', 'team', 'inspection'] as const;

/** Whose thing a picture belongs to; null when there is none in the project. */
export async function picturedTarget(
  sql: Sql,
  { objectKind, objectId }: Record<string, unknown>,
  projectId: string,
): Promise<Target | null> {
  if (objectKind === 'iteration') return iterationTarget(sql, objectId, projectId);
  if (objectKind === 'concept') return conceptTarget(sql, objectId, projectId);
  if (objectKind === 'team') return logoTarget(sql, objectId, projectId);
  if (objectKind === 'inspection') return inspectionTarget(sql, objectId, projectId);
  return objectKind === 'run' ? runTarget(sql, objectId, projectId) : null;
}

/** Whose device was looked at. */
async function inspectionTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<
    { teamId: string }[]
  >`select team_id from inspection where id = ${id} and project_id = ${projectId}`;
  return row ?? null;
}

/** A team's logo is seen by the whole class. */
async function logoTarget(sql: Sql, teamId: unknown, projectId: string): Promise<Target | null> {
  const team = await ofTeam(sql, { teamId }, projectId);
  return team && { ...team, released: true };
}
