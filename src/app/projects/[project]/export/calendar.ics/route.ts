import { calendarOf } from '@/shell/lesson/feed';
import { downloader, file } from '@/server/download';
import { listBookings, listMachines, listStages } from '@/areas/plan';
import { listSections, listTeams } from '@/areas/course';
import { listReviews } from '@/areas/reviews';
import { pool } from '@/db/connection';

/** The meetings, stages, bookings, reviews and event as a calendar file; of one section if the address names it, a student's of the own one and team. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project, role, sectionId, teamId } = await downloader(
    '/projects/[project]/export/calendar.ics',
    (await params).project,
  );
  const [sections, stages, teams, machines, bookings, reviews] = await Promise.all([
    listSections(pool(), project.id),
    listStages(pool(), project.id),
    listTeams(pool(), project.id),
    listMachines(pool(), project.id),
    listBookings(pool(), project.id),
    listReviews(pool(), project.id),
  ]);
  const wanted = role === 'student' ? sectionId : new URL(request.url).searchParams.get('section');
  const shown = sections.filter((section) => !wanted || section.id === wanted);
  const booked = bookings.filter((one) => role !== 'student' || one.teamId === teamId);
  const calendar = calendarOf({ project, sections: shown, stages, teams, machines, bookings: booked, reviews });
  return file(`${project.title}.ics`, 'text/calendar; charset=utf-8', calendar);
}
