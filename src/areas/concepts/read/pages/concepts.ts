import { listConcepts, listRounds } from '@/areas/concepts/read/concepts';
import { listRequirements } from '@/areas/brief';
import { listStudents, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Concepts” shows. */
export async function readConceptsPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const projectId = seat.project.id;
  const leads = seat.role === 'instructor';
  const [concepts, rounds, requirements, students] = await Promise.all([
    listConcepts(sql, seat),
    listRounds(sql, projectId),
    listRequirements(sql, projectId),
    leads ? listStudents(sql, projectId) : [],
  ]);
  const sections = frame.section ? [frame.section] : frame.sections;
  return { leads, concepts, rounds, requirements, students, sections };
}
