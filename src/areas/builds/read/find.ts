import type { Finder } from '@/areas/area';

/** Iterations by what was changed and why, or by team and number. */
export const findIterations: Finder = (sql, { project }, like) => sql`
  select 'iteration', i.id, t.name || ' ' || i.number || ': ' || i.change, i.state, i.team_id, i.released_at is not null
  from iteration i join team t on t.id = i.team_id
  where i.project_id = ${project.id} and (i.change ilike ${like} or i.reason ilike ${like} or t.name || ' ' || i.number ilike ${like})`;

/** Features by name, once for each team whose design has it. */
export const findFeatures: Finder = (sql, { project }, like) => sql`
  select 'feature', f.id, f.name, 'feature of ' || t.name, i.team_id, bool_or(i.released_at is not null)
  from feature f join iteration_change c on c.feature_id = f.id join iteration i on i.id = c.iteration_id join team t on t.id = i.team_id
  where f.project_id = ${project.id} and f.name ilike ${like} group by f.id, i.team_id, t.name`;
