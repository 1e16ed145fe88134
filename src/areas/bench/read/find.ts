import type { Finder } from '@/areas/area';

/** Runs by their note, or by team and event or protocol. */
export const findRuns: Finder = (sql, { project }, like) => sql`
  select 'run', r.id, t.name || ', ' || coalesce(e.name || ', attempt ' || a.number, p.name || ', practice run'),
    coalesce(v.value || ' ' || v.unit, w.value || ' ' || w.unit, r.status), r.team_id, i.released_at is not null
  from run r join team t on t.id = r.team_id join iteration i on i.id = r.iteration_id join protocol p on p.id = r.protocol_id
  join quantity q on q.protocol_id = p.id and q.position = 0
  left join attempt a on a.run_id = r.id left join event e on e.id = a.event_id
  left join reading v on v.run_id = r.id and v.quantity_id = coalesce(e.quantity_id, q.id) and v.observer = 1
  -- What an event counts by may be derived; then the first that was read tells the run.
  left join reading w on w.run_id = r.id and w.quantity_id = q.id and w.observer = 1
  where r.project_id = ${project.id} and r.stands
    and (r.note ilike ${like} or t.name || ' ' || coalesce(e.name, p.name) ilike ${like})`;
