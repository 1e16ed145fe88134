import { cache } from 'react';
import type { Meeting } from '@/core/calendar';
import { meetsNext, type Place, type Search, listSections, listTeams, meetingsOf, type Section } from '@/areas/course';
import { pool, type Sql } from '@/db/connection';
import { remembered } from '@/db/remember';
import { seesAll, type Seat } from '@/server/access';
import { listSharing } from '@/server/actor';
import { inZone, projectNow } from '@/server/clock';
import { flexibles, layOutLine, listStages } from '@/areas/plan';
import { fieldPage } from '@/ui/outbox/field';
import { shortName } from '@/core/format';

export interface Frame extends Place {
  meetings: readonly Meeting[];
  /** Gates on the meeting line: before which of the meetings. */
  posts: Post[];
  /** Who enters on this device: the person signed in, then the others who share it. */
  people: { id: string; name: string }[];
  /** Pages that the device keeps for use without a connection. */
  fieldPages: string[];
  counts: Counts;
  /** Which revision of the project this is, and who made it. */
  revision: { number: number; at: string; by: string } | null;
}
export interface Post {
  name: string;
  before: number;
}
export interface Counts {
  requirements: number;
  iterations: number;
  runs: number;
  events: number;
  /** Runs that count in an event. */
  attempts: number;
  actions: number;
  students: number;
  /** All for the instructor, the own ones for a student. */
  concepts: number;
  /** Visits to the client that are planned or running. */
  openVisits: number;
  /** Whether concepts are handed in at present: 1, or 0. */
  openRounds: number;
  /** Findings of reviews that must or should be mended. */
  findings: number;
  /** Reviews that are held today. */
  reviewsToday: string[];
}

/** What every sheet of a project shows around its content: five queries, one more with gates, whatever the size of the class. */
export const loadFrame = cache(async (seat: Seat, sectionId: string, teamId: string): Promise<Frame> => {
  const projectId = seat.project.id;
  const now = projectNow(seat.project);
  const today = now.slice(0, 10);
  const [sections, teams, counts, sharing, gates] = await Promise.all([
    listSections(pool(), projectId),
    listTeams(pool(), projectId),
    readCounts(pool(), projectId, ...countedFor(seat), today),
    'sessionId' in seat.actor ? listSharing(pool(), seat.actor) : [],
    listGatePlaces(pool(), projectId),
  ]);
  const team = teams.find((candidate) => candidate.id === teamId) ?? null;
  const chosen = sectionId || (seat.role === 'student' ? seat.sectionId : null) || team?.sectionId;
  const section = sections.find((candidate) => candidate.id === chosen) ?? null;
  const clock = section ?? meetsNext(sections, now);
  return {
    seat,
    now,
    today,
    sections,
    teams,
    section,
    team,
    clock,
    meetings: clock ? meetingsOf(clock) : [],
    posts: clock && gates.length > 0 ? await postsOf(seat.project, clock, gates) : [],
    people: [seat.actor, ...sharing.filter((one) => one.id !== seat.actor.id)].map(({ id, name }) => ({
      id,
      name: shortName(name),
    })),
    fieldPages: fieldPages(seat, clock, counts),
    counts,
    revision: seat.revision && { ...seat.revision, at: inZone(seat.revision.at, seat.project.timeZone) },
  };
});

/** The pages of the field for this person; a student's lie in the own section by themselves. */
function fieldPages(seat: Seat, clock: Section | null, { openVisits, openRounds, reviewsToday }: Counts): string[] {
  const at = (route: Parameters<typeof fieldPage>[0]) => fieldPage(route, seat.project.id);
  const student = seat.role === 'student';
  const enter = at('/projects/[project]/bench/enter');
  return [
    at('/projects/[project]'),
    enter,
    ...(!student && clock ? [`${enter}?section=${clock.id}`] : []),
    at('/projects/[project]/builds'),
    '/help',
    ...(student ? [at('/projects/[project]/builds/new'), at('/projects/[project]/schedule/progress')] : []),
    ...(openVisits > 0 ? [at('/projects/[project]/interview'), at('/projects/[project]/interview/notes')] : []),
    ...(seesAll(seat)
      ? reviewsToday.map((id) => at('/projects/[project]/reviews/[review]/room').replace('[review]', id))
      : student
        ? reviewsToday.map((id) => at('/projects/[project]/reviews/[review]/peers').replace('[review]', id))
        : []),
    ...(student && openRounds > 0 ? [at('/projects/[project]/concepts/new')] : []),
  ];
}

/** Reads the choice of section and team from the address. */
export function frameFor(seat: Seat, search: Search): Promise<Frame> {
  const one = (key: string) => (typeof search[key] === 'string' ? search[key] : '');
  return loadFrame(seat, one('section'), one('team'));
}

interface GatePlace {
  name: string;
  stageId: string;
}

const listGatePlaces = remembered(
  (sql, projectId) =>
    sql<GatePlace[]>`select name, stage_id from gate where project_id = ${projectId} order by position, name`,
);

/** Where gates stand on a section's meetings: before the first one of the stage behind them, as the plan lays it. */
async function postsOf(
  { id, eventDate }: { id: string; eventDate: string },
  section: Section,
  gates: readonly GatePlace[],
): Promise<Post[]> {
  const stages = await listStages(pool(), id);
  const meetings = meetingsOf(section);
  const { stages: placed } = layOutLine({ id: section.id, meetings, eventDate, stages: flexibles(stages) });
  return gates.flatMap(({ name, stageId }) => {
    const at = placed.get(stageId);
    return at ? [{ name, before: at.start }] : [];
  });
}

/** Whose things are counted: a student's own team's and own, everybody's else. */
function countedFor({ role, teamId, actor, sectionId }: Seat) {
  return role === 'student' ? ([teamId, actor.id, sectionId] as const) : (['all', 'all', sectionId] as const);
}

const readCounts = remembered(
  async (
    sql: Sql,
    projectId: string,
    team: string | null,
    author: string,
    sectionId: string | null,
    today: string,
  ): Promise<Counts> => {
    const mine = team === 'all' ? sql`` : sql`and team_id = ${team}`;
    const own = author === 'all' ? sql`` : sql`and author_id = ${author}`;
    const [row] = await sql<[Counts]>`
    select (select count(*) from requirement where project_id = ${projectId} and state <> 'withdrawn') as requirements,
      (select count(*) from iteration where project_id = ${projectId} ${mine}) as iterations,
      (select count(*) from run where project_id = ${projectId} and stands ${mine}) as runs,
      (select count(*) from event where project_id = ${projectId}) as events,
      (select count(*) from attempt where project_id = ${projectId} and stands) as attempts,
      (select count(*) from action where project_id = ${projectId} and state = 'open' ${mine}) as actions,
      (select count(*) from enrolment where project_id = ${projectId} and left_on is null) as students,
      (select count(*) from concept where project_id = ${projectId} and removed_at is null ${own}) as concepts,
      (select count(*) from concept_round where section_id = ${sectionId} and released_at is null) as open_rounds,
      (select count(*) from visit where project_id = ${projectId} and state <> 'held') as open_visits,
      (select count(*) from review_finding f join review_slot s on s.id = f.slot_id
        where f.project_id = ${projectId} and f.kind in ('must', 'should') and f.closed_on is null and f.merged_into is null
          and f.withdrawn_at is null ${team === 'all' ? sql`` : sql`and f.team_id = ${team} and s.released_at is not null`}) as findings,
      array(select id from review where project_id = ${projectId} and meetings::text like ${`%"${today} %`}) as reviews_today`;
    return row;
  },
);
