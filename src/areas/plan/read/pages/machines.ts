import { listMachines } from '@/areas/plan/read/bookings';
import { readSafety } from '@/areas/safety';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Machines” shows. */
export async function readMachinesPage(sql: Sql, frame: Place) {
  const { project } = frame.seat;
  const [machines, safety] = await Promise.all([listMachines(sql, project.id), readSafety(sql, project.id)]);
  const fixed = { projectId: project.id };
  return { machines, safety, fixed };
}
