import { lineage } from '@/core/builds';
import type { Sql } from '@/db/connection';
import { allowed } from '@/server/access';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';

/** A parent that was chosen, and the field it stands in. */
export interface Chosen {
  id: string;
  path: string;
}

/**
 * Writes what an iteration comes from, the main one first: iterations of its own team, or of others where they are released.
 * @throws FieldError at the parent that is not there to be chosen, named twice, or closes a circle, which is told.
 */
export async function setParents(
  work: Work,
  iterationId: string,
  isNew: boolean,
  chosen: readonly Chosen[],
): Promise<void> {
  const { tx, projectId } = work;
  if (chosen.length > 0) await mustBeOpen(work, iterationId, chosen);
  // A new one has no descendants. Otherwise one after another: two halves of a circle could be written at once.
  if (!isNew && chosen.length > 0) {
    await tx`select pg_advisory_xact_lock(5, hashtext(${projectId}))`;
    await mustNotClose(work, iterationId, chosen);
  }
  const ids = chosen.map(({ id }) => id);
  await tx`delete from iteration_parent where iteration_id = ${iterationId} and project_id = ${projectId} and not (parent_id = any(${ids}))`;
  if (ids.length === 0) return;
  const rows = ids.map((parentId, i) => ({ projectId, iterationId, parentId, position: i + 1 }));
  await tx`
    insert into iteration_parent ${tx(rows)} on conflict (iteration_id, parent_id) do update set position = excluded.position
    where iteration_parent.position <> excluded.position`;
}

async function mustBeOpen(
  { tx, projectId, seat }: Work,
  iterationId: string,
  chosen: readonly Chosen[],
): Promise<void> {
  // What it comes from already stays, also when that was hidden again.
  const known = await tx<{ id: string; teamId: string; open: boolean }[]>`
    select id, team_id, released_at is not null
      or id in (select parent_id from iteration_parent where iteration_id = ${iterationId}) as open from iteration
    where id = any(${[iterationId, ...chosen.map(({ id }) => id)]}) and project_id = ${projectId}`;
  const own = known.find(({ id }) => id === iterationId)!.teamId;
  chosen.forEach(({ id, path }, i) => {
    if (id === iterationId) throw new FieldError(path, 'An iteration can’t come from itself.');
    if (chosen.findIndex((one) => one.id === id) < i) throw new FieldError(path, 'This one is named already.');
    const parent = known.find((one) => one.id === id);
    if (!parent || (parent.teamId !== own && !parent.open && !allowed(seat, 'iteration.release')))
      throw new FieldError(path, 'Choose one of your own iterations, or a released one of another team.');
  });
}

async function mustNotClose({ tx, projectId }: Work, iterationId: string, chosen: readonly Chosen[]): Promise<void> {
  const rows = await readDescent(tx, projectId);
  const parentsOf = (id: string) =>
    id === iterationId
      ? chosen.map((one) => one.id)
      : rows.filter((row) => row.id === id).flatMap((row) => row.parents);
  const { circles } = lineage({ iterations: rows.map(({ id }) => ({ id, parents: parentsOf(id) })) });
  const circle = circles.find((one) => one.includes(iterationId));
  if (!circle) return;
  const at = chosen.find(({ id }) => circle.includes(id))!;
  const nameOf = (id: string) => rows.find((row) => row.id === id)!.name;
  const way = wayBack(parentsOf, at.id, iterationId).map(nameOf);
  throw new FieldError(
    at.path,
    `That closes a circle: ${way.join(' comes from ')}, so ${nameOf(iterationId)} can’t come from ${nameOf(at.id)}.`,
  );
}

/** From one iteration to an ancestor of it, by parents. */
function wayBack(parentsOf: (id: string) => string[], from: string, to: string): string[] {
  const cameFrom = new Map<string, string | null>([[from, null]]);
  const open = [from];
  for (let next = open.shift(); next !== undefined && next !== to; next = open.shift()) {
    for (const parent of parentsOf(next)) {
      if (cameFrom.has(parent)) continue;
      cameFrom.set(parent, next);
      open.push(parent);
    }
  }
  const way: string[] = [];
  for (let at: string | null | undefined = to; at; at = cameFrom.get(at)) way.unshift(at);
  return way;
}

async function readDescent(tx: Sql, projectId: string) {
  return tx<{ id: string; name: string; parents: string[] }[]>`
    select i.id, t.name || ' ' || i.number as name, coalesce(array_agg(p.parent_id::text) filter (where p.id is not null), '{}') as parents
    from iteration i join team t on t.id = i.team_id left join iteration_parent p on p.iteration_id = i.id
    where i.project_id = ${projectId} group by i.id, t.name order by t.name, i.number`;
}
