import { allowed } from '@/server/access';
import { listSessions } from '@/areas/bench/read/sessions';
import { listEvents } from '@/areas/bench/read/runs';
import { listMachines } from '@/areas/plan';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Sessions” shows. */
export async function readSessionsPage(sql: Sql, frame: Place) {
  const { project } = frame.seat;
  const leads = allowed(frame.seat, 'session.write');
  const [sessions, events, machines] = await Promise.all([
    listSessions(sql, project.id),
    listEvents(sql, project.id),
    listMachines(sql, project.id),
  ]);
  const shown = sessions.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const sectionOf = new Map(frame.sections.map((one) => [one.id, one.name]));
  return { leads, sessions, events, machines, shown, sectionOf };
}
