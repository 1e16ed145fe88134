import type { Finder } from '@/areas/area';

/** Gates by name, with the stage they stand before. */
export const findGates: Finder = (sql, { project }, like) => sql`
  select 'gate', g.id, g.name, 'before ' || s.name, null::uuid, true from gate g join stage s on s.id = g.stage_id
  where g.project_id = ${project.id} and g.name ilike ${like}`;
