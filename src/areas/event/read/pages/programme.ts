import { allowed } from '@/server/access';
import { loadDay, doubled } from '@/areas/event/read/contests/day';
import { momentOfEntry, clockHere } from '@/server/clock';
import { stopNow } from '@/areas/safety';
import { listEvents } from '@/areas/bench';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Programme” shows. */
export async function readProgrammePage(sql: Sql, frame: Place) {
  const { seat, section, team } = frame;
  const { project } = seat;
  const leads = allowed(seat, 'event.write');
  const [day, stop, events] = await Promise.all([
    loadDay(sql, project, momentOfEntry(project, frame.now, 0).getTime()),
    stopNow(sql, project.id),
    listEvents(sql, project.id),
  ]);
  const clock = clockHere(project);
  const shown = day.contests.filter(
    ({ contest, teams }) =>
      (!section || !contest.sectionId || contest.sectionId === section.id) && (!team || teams.includes(team.id)),
  );
  const twice = doubled(shown, day.elsewhere);
  return { leads, day, stop, events, clock, shown, twice };
}
