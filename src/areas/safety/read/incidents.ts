import { type Sql } from '@/db/connection';

export interface Incident {
  id: string;
  kind: 'incident' | 'near miss';
  happenedOn: string;
  place: string;
  what: string;
  done: string;
  version: number;
}

/** Incidents and near misses, the latest first; for instructors alone. */
export async function listIncidents(sql: Sql, projectId: string): Promise<Incident[]> {
  return sql<Incident[]>`
    select id, kind, happened_on, place, what, done, version from incident
    where project_id = ${projectId} order by happened_on desc, created_at desc`;
}
