import { listSchoolDays } from '@/areas/plan/read/calendar';
import { listLinks, type Place } from '@/areas/course';
import { listStages } from '@/areas/plan/read/stages';
import type { Sql } from '@/db/connection';

/** What the page “Calendar” shows. */
export async function readCalendarPage(sql: Sql, frame: Place) {
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const sections = frame.section ? [frame.section] : frame.sections;
  const when = { eventDate: project.eventDate, now: frame.now };
  const [school, feeds, stages] = await Promise.all([
    leads ? listSchoolDays(sql) : [],
    leads ? listLinks(sql, project.id, 'feed') : [],
    listStages(sql, project.id),
  ]);
  const own = (frame.sections[0]?.noClass ?? [])
    .filter((one) => !one.shared)
    .map(({ from, to, reason }) => ({ firstDay: from, lastDay: to, reason: reason ?? '' }));
  const term = frame.sections.flatMap(({ firstDay, lastDay }) => [firstDay, lastDay]).sort();
  const span = { from: term[0] ?? project.eventDate, to: term.at(-1) ?? project.eventDate };
  return { leads, sections, when, school, feeds, stages, own, span };
}
