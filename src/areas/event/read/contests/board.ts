import type { Sql } from '@/db/connection';
import type { Played } from '@/core/tournament/play';
import type { Tournament } from '@/core/tournament/description';
import { instantOf } from '@/server/clock';
import { dayContest, type DayContest } from './day';
import type { Contest, StoredEntry } from '@/areas/event/read/contests';
import { describe } from '@/areas/event/shared/contests/stand';

/** A published place, as a board shows it. */
export interface BoardRow {
  /** None for a team that nothing counts for yet. */
  place: number | null;
  team: string;
  colour: number;
}
/** What a projector shows of a contest: names of teams and nothing else about people. */
export interface BoardContest {
  id: string;
  name: string;
  format: DayContest['contest']['format'];
  over: boolean;
  /** For the figure of a knock-out. */
  description: Omit<Tournament, 'results'> | null;
  played: Played | null;
  called: string[];
  /** Who is on: ring or lane, since when (ms) once it has begun. */
  now: { ring: number; a: string | null; b: string | null; startedAt: number | null }[];
  /** Who follows, with the time at which they are expected (ms). */
  next: { ring: number; a: string | null; b: string | null; at: number; heat: string | null }[];
  table: { team: string; place: number; points: number }[];
  champion: string | null;
}
export interface Board {
  places: BoardRow[];
  teams: { id: string; name: string; colour: number }[];
  contests: BoardContest[];
  stopped: boolean;
}
const NEXT = 3;

interface BoardRead {
  places: BoardRow[] | null;
  teams: Board['teams'];
  contests: Contest[];
  entries: StoredEntry[];
  attempts: { eventId: string; teamId: string; made: number }[];
  stopped: boolean;
}

/** Everything that a board shows, in one query a change for all its viewers. */
export async function loadBoard(
  sql: Sql,
  project: { id: string; pinnedNow: string | null; timeZone: string },
  sectionId: string | null,
  now: number,
): Promise<Board> {
  const [found] = await sql<[BoardRead]>`
    with contests as (select * from contest where project_id = ${project.id} and opened_at is not null
      and (section_id is null or ${sectionId}::uuid is null or section_id = ${sectionId}))
    select
      (select rows from publication where project_id = ${project.id} and (section_id is null or section_id = ${sectionId})
        order by published_at desc limit 1) as places,
      coalesce((select jsonb_agg(jsonb_build_object('id', id, 'name', name, 'colour', colour)) from team
        where project_id = ${project.id}), '[]') as teams,
      coalesce((select jsonb_agg(jsonb_build_object('id', id, 'name', name, 'format', format, 'eventId', event_id, 'teams', teams,
        'thirdPlace', third_place, 'reset', reset, 'legs', legs, 'rounds', rounds, 'draws', draws, 'ties', ties, 'rings', rings,
        'minutesPerMatch', minutes_per_match, 'changeover', changeover, 'restMinutes', rest_minutes, 'day', day, 'start', start,
        'minutes', minutes, 'confirmed', confirmed, 'openedAt', opened_at) order by day, position, start, name) from contests), '[]') as contests,
      coalesce((select jsonb_agg(jsonb_build_object('id', id, 'contestId', contest_id, 'number', number, 'does', does, 'match', match,
        'ring', ring, 'a', a_id, 'b', b_id, 'team', team_id, 'drawn', drawn, 'scores', scores, 'state', state, 'at', made_at)
        order by contest_id, number) from desk_entry where project_id = ${project.id}), '[]') as entries,
      coalesce((select jsonb_agg(jsonb_build_object('eventId', event_id, 'teamId', team_id, 'made', made)) from (
        select event_id, team_id, count(*) as made from attempt where project_id = ${project.id} and stands
          and event_id in (select event_id from contests where format = 'lanes') group by event_id, team_id) a), '[]') as attempts,
      exists (select from stop_call where project_id = ${project.id} and lifted_at is null) as stopped`;
  const shown = found.contests.map((contest) =>
    dayContest(contest, {
      entries: found.entries.filter(({ contestId }) => contestId === contest.id),
      beginsAt: instantOf(project, `${contest.day}T${contest.start}`).getTime(),
      now,
      made: new Map(
        found.attempts.filter(({ eventId }) => eventId === contest.eventId).map((one) => [one.teamId, one.made]),
      ),
    }),
  );
  const inIt = new Set(shown.flatMap(({ teams }) => teams));
  return {
    // Place and team, nothing else.
    places: (found.places ?? []).map(({ place, team, colour }) => ({ place, team, colour })),
    teams: found.teams.filter(({ id }) => inIt.has(id)),
    contests: shown.map(boardContest),
    stopped: found.stopped,
  };
}

function boardContest(one: DayContest): BoardContest {
  const { contest, stand, times, heats, table, beginsAt, over } = one;
  const base = { id: contest.id, name: contest.name, format: contest.format, over };
  if (heats || !stand || !times) {
    const left = (heats?.heats ?? []).filter(({ done }) => !done);
    const running = left[0];
    return {
      ...base,
      ...{ description: null, played: null, called: [], table: [], champion: null },
      now: (running?.lanes ?? []).flatMap((team, i) =>
        team ? [{ ring: i + 1, a: team, b: null, startedAt: null }] : [],
      ),
      next: left.slice(1, 3).flatMap(({ lanes, start, round, heat }) =>
        lanes.flatMap((team, i) =>
          team
            ? [
                {
                  ring: i + 1,
                  a: team,
                  b: null,
                  at: beginsAt + (start ?? 0) * 60_000,
                  heat: `round ${round}, heat ${heat}`,
                },
              ]
            : [],
        ),
      ),
    };
  }
  const { played, called } = stand;
  const sides = (match: string) => played.matches.find(({ id }) => id === match)!;
  return {
    ...base,
    description: describe(contest),
    played,
    called: called.map(({ match }) => match),
    now: called.map(({ match, ring, startedAt }) => {
      const { a, b } = sides(match);
      return { ring, a, b, startedAt: startedAt === null ? null : Date.parse(startedAt) };
    }),
    next: times.matches
      .filter(({ match }) => !called.some((of) => of.match === match))
      .slice(0, NEXT)
      .map(({ ring, a, b, start }) => ({ ring, a, b, at: beginsAt + start * 60_000, heat: null })),
    table: table.map(({ team, place, points }) => ({ team, place, points })),
    champion: played.champion,
  };
}
