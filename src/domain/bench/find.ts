import type { Finder } from '../find';

/** Runs by their note, or by team and event. */
export const findRuns: Finder = (sql, { project }, like) => sql`
  select 'trial', r.id, t.name || ', ' || e.name || coalesce(', attempt ' || r.attempt, ', practice run'),
    coalesce(r.value || ' ' || r.unit, r.status), r.team_id, i.released_at is not null
  from trial r join team t on t.id = r.team_id join event e on e.id = r.event_id join iteration i on i.id = r.iteration_id
  where r.project_id = ${project.id} and r.taken_back_at is null and (r.note ilike ${like} or t.name || ' ' || e.name ilike ${like})`;
