import type { Finder } from '@/areas/area';

/** Teams by name. */
export const findTeams: Finder = (sql, { project }, like) => sql`
  select 'team' as kind, t.id, t.name as title, 'section ' || s.name as detail, null::uuid as team_id, true as released
  from team t join section s on s.id = t.section_id where t.project_id = ${project.id} and t.name ilike ${like}`;
