import { listDraws } from '@/areas/course/read/draws';
import { listStudents } from '@/areas/course/read/classes';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course/read/classes/place';

/** What the page “Draws” shows. */
export async function readDrawsPage(sql: Sql, frame: Place) {
  const { project, role } = frame.seat;
  const section = frame.section;
  const leads = role === 'instructor';
  const [all, students] = await Promise.all([listDraws(sql, project.id), leads ? listStudents(sql, project.id) : []]);
  const draws = all.filter((one) => !one.forPitches && (!section || !one.sectionId || one.sectionId === section.id));
  const here = students.filter((one) => !section || one.sectionId === section.id);
  const teams = frame.teams.filter((team) => !section || team.sectionId === section.id);
  return { leads, draws, here, teams };
}
