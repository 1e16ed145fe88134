import { listRequirements, inForce } from '@/areas/brief/read/requirements';
import { listResearch } from '@/areas/brief/read/research';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Research” shows. */
export async function readResearchPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const { id } = seat.project;
  const [requirements, notes] = [await listRequirements(sql, id), await listResearch(sql, id)];
  const offered = inForce(requirements).map(({ id, code, statement, kind, unit }) => ({
    id,
    code,
    statement,
    kind,
    unit,
  }));
  const leads = seat.role === 'instructor';
  return { requirements, notes, offered, leads };
}
