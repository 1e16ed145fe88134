import { allowed } from '@/server/access';
import { listRubrics } from '@/areas/grades/read/rubrics';
import { loadRubricResults } from '@/areas/grades/read/rubricResults';
import { loadMeasureOptions } from '@/areas/grades/read/measureOptions';
import { listLinks, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Grades” shows. */
export async function readGradesPage(sql: Sql, frame: Place) {
  const { seat, section } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const sees = allowed(seat, 'score.read');
  const [rubrics, grades, measures, links] = await Promise.all([
    listRubrics(sql, id),
    sees ? loadRubricResults(sql, id) : [],
    leads ? loadMeasureOptions(sql, id) : [],
    leads ? listLinks(sql, id, 'judge') : [],
  ]);
  const teams = frame.teams.filter((one) => !section || one.sectionId === section.id);
  const known = rubrics.map((one) => one.name);
  return { leads, sees, rubrics, grades, measures, links, teams, known };
}
