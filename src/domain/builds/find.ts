import type { Finder } from '../find';

/** Iterations by what was changed and why, or by team and number. */
export const findIterations: Finder = (sql, { project }, like) => sql`
  select 'iteration', i.id, t.name || ' ' || i.number || ': ' || i.change, i.state, i.team_id, i.released_at is not null
  from iteration i join team t on t.id = i.team_id
  where i.project_id = ${project.id} and (i.change ilike ${like} or i.reason ilike ${like} or t.name || ' ' || i.number ilike ${like})`;
