import { notFound } from 'next/navigation';
import { pool } from '@/db/connection';
import { calendarOf } from '@/shell/lesson/feed';
import { findFeed } from '@/server/actor';
import { slowDown } from '@/server/rate';
import { listBookings, listMachines, listStages } from '@/areas/plan';
import { listSections, listTeams } from '@/areas/course';
import { listReviews } from '@/areas/reviews';

/** The calendar behind a secret link, for programs that subscribe; an ended or unknown link is not found. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
  const refusal = slowDown(request, 'feeds');
  if (refusal) return refusal;
  const token = (await params).token.replace(/\.ics$/, '');
  const feed = token.length < 100 ? await findFeed(pool(), token) : null;
  if (!feed) notFound();
  const { projectId, sectionId } = feed;
  const [[project], sections, stages, teams, machines, bookings, reviews] = await Promise.all([
    pool()<{ id: string; title: string; clientName: string; timeZone: string; eventDate: string }[]>`
      select id, title, client_name, time_zone, event_date from project where id = ${projectId}`,
    listSections(pool(), projectId),
    listStages(pool(), projectId),
    listTeams(pool(), projectId),
    listMachines(pool(), projectId),
    listBookings(pool(), projectId),
    listReviews(pool(), projectId),
  ]);
  const shown = sections.filter((section) => !sectionId || section.id === sectionId);
  return new Response(calendarOf({ project: project!, sections: shown, stages, teams, machines, bookings, reviews }), {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'private, max-age=300' },
  });
}
