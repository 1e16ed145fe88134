import { seesAll } from '@/server/access';
import { teamIdsIn, hrefIn, listOpenActions } from '@/areas/course';
import { momentOfEntry } from '@/server/clock';
import { readToday } from '@/shell/today';
import { opensTo } from '@/shell/today/opensTo';
import { listStages, storiesOf, pacesOf } from '@/areas/plan';
import { listBenchmarks } from '@/areas/builds';
import { endOf } from '@/core/calendar';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Today” shows. */
export async function readTodayPage(sql: Sql, frame: Frame) {
  const { seat, clock, today } = frame;
  const { id, eventDate, retentionUntil } = seat.project;
  const { now } = frame;
  const leads = seesAll(seat);
  const shown = teamIdsIn(frame.teams, clock?.id ?? null, leads ? (frame.team?.id ?? null) : seat.teamId);
  const teams = frame.teams.filter((team) => shown.includes(team.id));
  const since = frame.meetings.findLast((meeting) => meeting.date < today)?.date ?? today;
  const href = (sheet: string) => hrefIn(frame, sheet);
  const asked = {
    projectId: id,
    personId: seat.actor.id,
    leads,
    teams,
    today,
    now,
    at: momentOfEntry(seat.project, now, 0),
    since,
    eventDate,
    retentionUntil,
    href,
  };
  const [items, stages, actions, benchmarks] = await Promise.all([
    readToday(sql, seat.project.hiddenSheets, asked).then((all) => all.filter((item) => opensTo(seat, item.href))),
    listStages(sql, id),
    listOpenActions(sql, id, leads ? null : seat.teamId),
    listBenchmarks(sql, id),
  ]);
  const stories = storiesOf(frame.section ? [frame.section] : frame.sections, frame.teams, stages, { eventDate, now });
  const paces = pacesOf(clock ? [clock] : [], teams, stages, { eventDate, now });
  const next = frame.meetings.filter((meeting) => endOf(meeting) > frame.now).slice(0, 4);
  return { leads, teams, href, items, actions, benchmarks, stories, paces, next };
}
