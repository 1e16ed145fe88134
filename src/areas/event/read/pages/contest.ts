import { loadDay, nextOf } from '@/areas/event/read/contests/day';
import { momentOfEntry, clockHere } from '@/server/clock';
import { stopNow } from '@/areas/safety';
import { listEvents } from '@/areas/bench';
import { listProtests } from '@/areas/event/read/contests';
import { notFound } from 'next/navigation';
import { allowed } from '@/server/access';
import { worksAt } from '@/areas/event/write/contests/commands';
import { namesOf } from '@/areas/event/shared/contests/atDesk';
import { isTable } from '@/areas/event/shared/contests/words';
import { withQuery } from '@/core/format';
import { hrefIn, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Contest” shows. */
export async function readContestPage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat, team } = frame;
  const { project } = seat;
  const [day, stop, events, protests] = await Promise.all([
    loadDay(sql, project, momentOfEntry(project, frame.now, 0).getTime()),
    stopNow(sql, project.id),
    listEvents(sql, project.id),
    listProtests(sql, project.id),
  ]);
  const one = day.contests.find(({ contest }) => contest.id === id);
  if (!one) notFound();
  const { contest, stand } = one;
  const leads = allowed(seat, 'event.write');
  const desk = allowed(seat, 'desk.write', { official: await worksAt(sql, seat, contest) });
  const teams = one.teams.flatMap((of) => frame.teams.filter((known) => known.id === of));
  const people = teams.map(({ id: of, name, colour }) => ({ id: of, name, colour }));
  const nameOf = namesOf(people);
  const clock = clockHere(project);
  const open = contest.openedAt !== null;
  const knockout = !isTable(contest.format);
  const own = team ?? frame.teams.find((known) => known.id === seat.teamId) ?? null;
  const next = own && nextOf(one, own.id);
  const place = { projectId: project.id, id: contest.id };
  const deskHref =
    contest.format === 'lanes'
      ? withQuery(hrefIn(frame, 'bench/enter'), { event: contest.eventId! })
      : hrefIn(frame, `event/contests/${contest.id}/desk`, { team: null });
  return {
    stop,
    events,
    protests,
    one,
    contest,
    stand,
    leads,
    desk,
    people,
    nameOf,
    clock,
    open,
    knockout,
    own,
    next,
    place,
    deskHref,
  };
}
