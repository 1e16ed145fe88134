import { allowed } from '@/server/access';
import { loadDay } from '@/areas/event';
import { momentOfEntry } from '@/server/clock';
import { loadAwards } from '@/areas/standings/read/awards/winners';
import { listEvents } from '@/areas/bench';
import { listRubrics } from '@/areas/grades';
import { listShownResults } from '@/areas/standings/read/awards';
import { listLinks, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Awards” shows. */
export async function readAwardsPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const { project } = seat;
  const leads = allowed(seat, 'event.write');
  const day = await loadDay(sql, project, momentOfEntry(project, frame.now, 0).getTime());
  const [awards, events, rubrics, shown, links] = await Promise.all([
    loadAwards(sql, project, day.contests),
    listEvents(sql, project.id),
    listRubrics(sql, project.id),
    listShownResults(sql, project.id),
    leads ? listLinks(sql, project.id, 'audience') : [],
  ]);
  const names = new Map<string, string>([
    ...events.map(({ id, name }) => [id, name] as const),
    ...rubrics.map(({ id, name }) => [id, name] as const),
    ...day.contests.map(({ contest }) => [contest.id, contest.name] as const),
  ]);
  const offers = {
    events: events.map(({ id, name }) => [id, name] as const),
    contests: day.contests
      .filter(({ contest }) => contest.format !== 'lanes')
      .map(({ contest }) => [contest.id, contest.name] as const),
    rubrics: rubrics.map(({ id, name }) => [id, name] as const),
    teams: day.teams.map(({ id, name }) => [id, name] as const),
  };
  const place = { projectId: project.id };
  return { leads, day, awards, shown, links, names, offers, place };
}
