import { listIncidents } from '@/areas/safety/read/incidents';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Incidents” shows. */
export async function readIncidentsPage(sql: Sql, frame: Place) {
  const { project } = frame.seat;
  const incidents = await listIncidents(sql, project.id);
  const fixed = { projectId: project.id };
  return { incidents, fixed };
}
