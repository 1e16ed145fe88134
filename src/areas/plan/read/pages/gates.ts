import { listGates, listJudgedGates } from '@/areas/plan/read/gates';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Gates” shows. */
export async function readGatesPage(sql: Sql, frame: Place) {
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const [gates, judged] = await Promise.all([
    listGates(sql, project.id),
    listJudgedGates(sql, project.id, frame.today),
  ]);
  const teams = frame.teams.filter(
    (team) =>
      (!frame.section || team.sectionId === frame.section.id) &&
      (!frame.team || team.id === frame.team.id) &&
      (leads || team.id === teamId),
  );
  return { leads, gates, judged, teams };
}
