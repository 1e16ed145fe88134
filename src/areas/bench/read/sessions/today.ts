import { number, plural } from '@/core/format';
import { planOf } from './plan';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listSessions } from '@/areas/bench/read/sessions';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [sessions] = await Promise.all([listSessions(sql, projectId)]);
  return { sessions };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Test sessions of today: when, and whether they fit. */
export const sessionItems = ({ sessions, teams, today, href }: Given): TodayItem[] =>
  sessions.flatMap((session): TodayItem[] => {
    const here = teams.some((team) => session.teams.includes(team.id));
    if (session.day !== today || session.endedAt !== null || !here) return [];
    const { fits, finish, runs } = planOf(session);
    const runsNow = session.begunAt !== null;
    return [
      {
        teamId: null,
        urgency: runsNow ? 90 : fits ? 44 : 71,
        tone: runsNow ? 'iron' : fits ? 'ink' : 'brick',
        headline: `${session.eventName}: test session ${runsNow ? 'is on' : `at ${session.start}`}`,
        detail: `${plural(runs.length, 'run')}, ${number(finish, 1)} of ${session.minutes} min${fits ? '' : ': does not fit'}`,
        href: href(`bench/sessions/${session.id}`),
        label: 'Run sheet',
      },
    ];
  });

export const sessionsToday = todayPart('bench', load, sessionItems);
