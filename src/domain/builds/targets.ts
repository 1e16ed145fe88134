import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';
import { conceptTarget } from '@/domain/concepts/read';

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

/** Whose run it is; null when there is none in the project. */
export async function runTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select t.team_id, i.released_at is not null as released from run t join iteration i on i.id = t.iteration_id
    where t.id = ${id} and t.project_id = ${projectId}`;
  return row ?? null;
}

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

/** The team that a write names; null when it is none of the project. */
export async function ofTeam(sql: Sql, { teamId }: Record<string, unknown>, projectId: string): Promise<Target | null> {
  if (!isId(teamId)) return null;
  const [team] = await sql<{ id: string }[]>`select id from team where id = ${teamId} and project_id = ${projectId}`;
  return team ? { teamId: team.id } : null;
}
