import type { Sql } from '@/db/connection';
import { standings } from '@/core/tournament/table';
import { happenings } from '@/core/desk/entry';
import type { Played } from '@/core/tournament/play';
import type { Tournament } from '@/core/tournament/description';
import { boardRows, type BoardRow } from '@/domain/links/board';
import { loadDay, type DayContest } from './day';
import { stopNow } from './read';
import { describe } from './stand';

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
const NEXT = 6;

/** Everything that a board shows, loaded once a change for all its viewers. */
export async function loadBoard(
  sql: Sql,
  project: { id: string; pinnedNow: string | null; timeZone: string },
  sectionId: string | null,
  now: number,
): Promise<Board> {
  const [places, day, stop] = await Promise.all([
    boardRows(sql, project.id, sectionId),
    loadDay(sql, project, now),
    stopNow(sql, project.id),
  ]);
  const shown = day.contests.filter(
    ({ contest }) => contest.openedAt !== null && (!sectionId || !contest.sectionId || contest.sectionId === sectionId),
  );
  const inIt = new Set(shown.flatMap(({ teams }) => teams));
  return {
    places,
    teams: day.teams.filter(({ id }) => inIt.has(id)).map(({ id, name, colour }) => ({ id, name, colour })),
    contests: shown.map(boardContest),
    stopped: stop !== null,
  };
}

function boardContest(one: DayContest): BoardContest {
  const { contest, stand, times, heats, entries, beginsAt, over } = one;
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
  const knockout = contest.format === 'knockout' || contest.format === 'double';
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
    table: knockout
      ? []
      : standings({ ...describe(contest), results: happenings(entries), ties: contest.ties }).table.map(
          ({ team, place, points }) => ({ team, place, points }),
        ),
    champion: played.champion,
  };
}
