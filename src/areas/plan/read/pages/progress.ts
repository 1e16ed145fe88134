import { seesAll } from '@/server/access';
import { listStages } from '@/areas/plan/read/stages';
import { readSafety } from '@/areas/safety';
import { pacesOf } from '@/areas/plan/read/pace';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Progress” shows. */
export async function readProgressPage(sql: Sql, frame: Place) {
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const sees = seesAll(frame.seat);
  const [stages, safety] = await Promise.all([listStages(sql, project.id), readSafety(sql, project.id)]);
  const paces = pacesOf(frame.sections, frame.teams, stages, { eventDate: project.eventDate, now: frame.now });
  const team = sees ? frame.team : (frame.teams.find((one) => one.id === teamId) ?? null);
  const teams = frame.teams.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const pace = team && paces.find((one) => one.teamId === team.id);
  return { leads, sees, stages, safety, paces, team, teams, pace };
}
