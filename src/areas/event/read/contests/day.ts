import type { Sql } from '@/db/connection';
import { remembered } from '@/db/remember';
import { countAttempts, planOf, listSessions } from '@/areas/bench';
import { listTeams, type Team } from '@/areas/course';
import { loadEventResults } from '@/areas/event/read/results';
import { instantOf } from '@/server/clock';
import { draw } from '@/core/tournament/draw';
import { happenings } from '@/core/desk/entry';
import type { Stand } from '@/core/desk/stand';
import { standings, type Row } from '@/core/tournament/table';
import type { Programme } from '@/core/tournament/programme';
import { listContests, listDeskEntries, type Contest, type StoredEntry } from '@/areas/event/read/contests';
import { seeded } from './seeding';
import { isTable } from '@/areas/event/shared/contests/words';
import { describe, heatsOf, standOf, timesOf } from '@/areas/event/shared/contests/stand';

/** A contest of the day as it stands and as it is timed; times in minutes from its planned start. */
export interface DayContest {
  contest: Contest;
  /** Ids, best seed first; those it would have now while it is not open. */
  teams: string[];
  entries: StoredEntry[];
  beginsAt: number;
  /** null for heats, and where too few teams are in it. */
  stand: Stand | null;
  times: Programme | null;
  heats: ReturnType<typeof heatsOf> | null;
  /** Matches that are played at least and at most; heats. */
  count: [number, number];
  finish: number;
  latest: number;
  fits: boolean;
  /** When it ends if a team needs some minutes more before the next match: worked out where it is asked. */
  delayed: () => number;
  over: boolean;
  /** Best first; empty for formats that end with who is left, and for heats. */
  table: Row[];
  /** Its entries or its plan can’t be played as they are. */
  broken: boolean;
}
/** Something else on the same day that teams are needed for. */
export interface Elsewhere {
  name: string;
  teams: string[];
  from: number;
  to: number;
}
/** What a team needs more, in the question that the programme answers. */
export const FIVE_MORE = 5;

/** What a day holds: its contests, what else teams are needed for, and the teams. */
export interface Day {
  contests: DayContest[];
  elsewhere: Elsewhere[];
  teams: Team[];
}
const MINUTE = 60_000;

/**
 * The contests of a project as they stand at a moment (ms; told to the minute), with what else is planned on their days: a constant
 * number of queries, and worked out once a minute for all who look.
 */
export function loadDay(
  sql: Sql,
  { id, pinnedNow, timeZone }: { id: string; pinnedNow: string | null; timeZone: string },
  now: number,
): Promise<Day> {
  return dayAt(sql, id, pinnedNow, timeZone, Math.floor(now / MINUTE) * MINUTE);
}

const dayAt = remembered(
  async (sql: Sql, projectId: string, pinnedNow: string | null, timeZone: string, now: number): Promise<Day> => {
    const project = { id: projectId, pinnedNow, timeZone };
    const [contests, entries, teams, results, attempts, sessions] = await Promise.all([
      listContests(sql, projectId),
      listDeskEntries(sql, projectId),
      listTeams(sql, projectId),
      loadEventResults(sql, projectId),
      countAttempts(sql, projectId),
      listSessions(sql, projectId),
    ]);
    const start = ({ day, start: at }: { day: string; start: string }) => instantOf(project, `${day}T${at}`).getTime();
    return {
      teams,
      contests: contests.map((contest) => {
        const made = attempts
          .filter(({ eventId }) => eventId === contest.eventId)
          .map((one) => [one.teamId, one.made] as const);
        return dayContest(
          { ...contest, teams: seeded(contest, teams, results) },
          {
            entries: entries.filter(({ contestId }) => contestId === contest.id),
            beginsAt: start(contest),
            now,
            made: new Map(made),
          },
        );
      }),
      elsewhere: sessions
        .filter(({ endedAt }) => endedAt === null)
        .map((session) => {
          const from = start(session);
          return {
            name: `Test session: ${session.eventName}`,
            teams: session.teams,
            from,
            to: from + planOf(session).finish * 60_000,
          };
        }),
    };
  },
);

/** A contest as it stands and is timed. */
export function dayContest(
  contest: Contest,
  at: { entries: StoredEntry[]; beginsAt: number; now: number; made: ReadonlyMap<string, number> },
): DayContest {
  const { entries, beginsAt, now, made } = at;
  const nothing = {
    stand: null,
    times: null,
    heats: null,
    count: [0, 0] as [number, number],
    finish: 0,
    latest: 0,
    fits: true,
    delayed: () => 0,
    over: false,
    table: [] as Row[],
    broken: false,
  };
  const shared = { contest, teams: contest.teams, entries, beginsAt };
  if (contest.teams.length < 2) return { ...shared, ...nothing };
  const begun = contest.openedAt !== null && now > beginsAt;
  if (contest.format === 'lanes') {
    const minutes = begun ? (now - beginsAt) / 60_000 : 0;
    const heats = heatsOf(contest, made, minutes);
    const left = heats.heats.filter(({ done }) => !done).length;
    const { finish } = heats;
    const delayed = () => (left > 0 ? heatsOf(contest, made, minutes + FIVE_MORE).finish : finish);
    return {
      ...shared,
      ...nothing,
      heats,
      count: [heats.heats.length, heats.heats.length],
      ...{ finish, latest: finish, delayed, fits: finish <= contest.minutes },
      over: contest.openedAt !== null && left === 0,
    };
  }
  const stand = standOf(contest, entries);
  if (!stand) return { ...shared, ...nothing, broken: true };
  const moment = { beginsAt, now: begun ? now : null };
  const played = { entries, stand };
  const times = timesOf(contest, played, moment);
  const description = describe(contest);
  return {
    ...shared,
    ...nothing,
    stand,
    times,
    table: isTable(contest.format)
      ? standings({ ...description, results: happenings(entries), ties: contest.ties }).table
      : [],
    count: draw(description).matchesToPlay,
    finish: times.finish,
    latest: times.latest,
    fits: times.latest <= contest.minutes,
    delayed: () => timesOf(contest, played, { ...moment, delay: FIVE_MORE }).latest,
    over: stand.played.finished,
  };
}

/** Pairs of things that need the same teams at the same time. */
export function doubled(contests: readonly DayContest[], elsewhere: readonly Elsewhere[]) {
  const all = [
    ...contests
      .filter(({ over, teams }) => !over && teams.length > 1)
      .map(({ contest, teams, beginsAt, latest }) => ({
        name: contest.name,
        teams,
        from: beginsAt,
        to: beginsAt + latest * 60_000,
      })),
    ...elsewhere,
  ];
  return all.flatMap((one, i) =>
    all.slice(i + 1).flatMap((other) => {
      const both = one.teams.filter((id) => other.teams.includes(id));
      const meet = one.from < other.to && other.from < one.to;
      return meet && both.length > 0
        ? [
            {
              one: one.name,
              other: other.name,
              teams: both,
              from: Math.max(one.from, other.from),
              to: Math.min(one.to, other.to),
            },
          ]
        : [];
    }),
  );
}

/** When and where a team is needed next in a contest: the match that it is in or comes to, and the latest it may be called. */
export function nextOf(
  { stand, times, heats, beginsAt }: DayContest,
  teamId: string,
): { match: string; against: string | null; ring: number; at: number; state: 'on' | 'called' | 'waits' } | null {
  if (heats) {
    const heat = heats.heats.find((one) => !one.done && one.lanes.includes(teamId));
    if (!heat || heat.start === null) return null;
    const ring = heat.lanes.indexOf(teamId) + 1;
    return {
      match: `round ${heat.round}, heat ${heat.heat}`,
      against: null,
      ring,
      at: beginsAt + heat.start * 60_000,
      state: 'waits',
    };
  }
  if (!stand || !times) return null;
  const slot = times.matches.find(({ a, b }) => a === teamId || b === teamId);
  if (!slot) return null;
  const called = stand.called.find(({ match }) => match === slot.match);
  return {
    match: slot.match,
    against: slot.a === teamId ? slot.b : slot.a,
    ring: called?.ring ?? slot.ring,
    at: beginsAt + slot.start * 60_000,
    state: called ? (called.startedAt ? 'on' : 'called') : 'waits',
  };
}
