import { listCharters, listLogos, listStudents, listRoles } from '@/areas/course';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Charters” shows. */
export async function readChartersPage(sql: Sql, frame: Frame) {
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const [charters, logos, students, roles] = await Promise.all([
    listCharters(sql, project.id),
    listLogos(sql, project.id),
    listStudents(sql, project.id),
    listRoles(sql, project.id),
  ]);
  const chosen = frame.team
    ? [frame.team]
    : frame.teams.filter((team) => !frame.section || team.sectionId === frame.section.id);
  const teams = leads ? chosen : frame.teams.filter((team) => team.id === teamId);
  return { leads, charters, logos, students, roles, teams };
}
