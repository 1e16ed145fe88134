import type { Sql } from '@/db/connection';
import { listEvents } from '@/areas/bench';
import { listTeams } from '@/areas/course';
import { listContests, listDeskEntries, type Contest } from '@/areas/event/read/contests';
import { stopNow, hazardsOf, readSafety } from '@/areas/safety';
import { busyElsewhere } from './busy';
import { standOf } from '@/areas/event/shared/contests/stand';
import { notCleared, readInspections } from '@/areas/event/read/inspections';
import { ownerId } from '@/server/actor';
import { allowed, type Seat } from '@/server/access';
import { instantOf, momentOfEntry, projectNow, zoneHere } from '@/server/clock';
import type { DeskProps } from '@/areas/event/shared/contests/atDesk';

/** What the desk of a contest is given; null while it is not open, where heats are entered as attempts, and where its entries can't be played. */
export async function loadDesk(sql: Sql, seat: Seat, contest: Contest): Promise<DeskProps | null> {
  const { project } = seat;
  if (!contest.openedAt || contest.format === 'lanes') return null;
  const [all, entries, stop, inspected, busy, safety, events] = await Promise.all([
    listTeams(sql, project.id),
    listDeskEntries(sql, project.id),
    stopNow(sql, project.id),
    readInspections(sql, project.id),
    busyElsewhere(sql, project.id, contest.id),
    readSafety(sql, project.id),
    listEvents(sql, project.id),
  ]);
  const own = entries.filter(({ contestId }) => contestId === contest.id);
  if (!standOf(contest, own)) return null;
  const teams = contest.teams.flatMap((id) => all.filter((team) => team.id === id));
  const event = events.find(({ id }) => id === contest.eventId);
  const hazards = event ? hazardsOf(safety.hazards, 'protocols', event.protocolId) : [];
  return {
    projectId: project.id,
    path: seat.role === 'official' ? '/api/v1/official-desk' : '/api/v1/desk',
    me: { id: ownerId(seat.actor), name: seat.actor.name },
    contest,
    teams: teams.map(({ id, name, colour }) => ({ id, name, colour })),
    entries: own,
    beginsAt: beginsAt(seat, contest),
    now: momentOfEntry(project, projectNow(project), 0).getTime(),
    zone: zoneHere(project),
    stop,
    held: Object.fromEntries(
      teams.flatMap(({ id }) => {
        const why = notCleared(inspected, id);
        return why ? [[id, why]] : [];
      }),
    ),
    busy,
    own: seat.role === 'student' ? seat.teamId : null,
    cautions: hazards.map(({ name, cautions }) => `${name}: ${cautions}`).join(' '),
    incident: allowed(seat, 'incident.write') ? `/projects/${project.id}/safety/incidents?panel=new` : null,
  };
}

/** The planned start of a contest, in ms. */
export function beginsAt({ project }: Pick<Seat, 'project'>, { day, start }: Pick<Contest, 'day' | 'start'>): number {
  return instantOf(project, `${day}T${start}`).getTime();
}

/** The contest asked for; else the first that is open. */
export async function contestAsked(sql: Sql, projectId: string, id: unknown): Promise<Contest | undefined> {
  const contests = await listContests(sql, projectId);
  return (
    contests.find((one) => one.id === id) ?? contests.find(({ openedAt, format }) => openedAt && format !== 'lanes')
  );
}
