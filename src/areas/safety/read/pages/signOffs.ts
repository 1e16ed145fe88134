import { readSafety } from '@/areas/safety/read/safety';
import { listStudents, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “SignOffs” shows. */
export async function readSignOffsPage(sql: Sql, frame: Place) {
  const { project, role, teamId, actor } = frame.seat;
  const leads = role === 'instructor';
  const [safety, everybody] = await Promise.all([readSafety(sql, project.id), listStudents(sql, project.id)]);
  const students = everybody.filter((one) =>
    leads
      ? (!frame.section || one.sectionId === frame.section.id) && (!frame.team || one.teamId === frame.team.id)
      : one.accountId === actor.id || (teamId !== null && one.teamId === teamId),
  );
  const trainings = safety.hazards.filter((hazard) => hazard.needsTraining);
  const nameOf = new Map(frame.teams.map((team) => [team.id, team.name]));
  return { leads, safety, students, trainings, nameOf };
}
