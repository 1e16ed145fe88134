import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/domain/today/part';
import { FIRST_CHANGE } from './first';
import { listLatestIterations } from './read';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [latest] = await Promise.all([listLatestIterations(sql, projectId)]);
  return { latest };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Teams without an iteration, and those whose first one was made by itself and says nothing yet. */
export const buildItems = (given: Given): TodayItem[] => [...missing(given), ...undescribed(given)];

const undescribed = ({ teams, latest, href }: Given): TodayItem[] =>
  latest
    .filter(({ change, teamId }) => change === FIRST_CHANGE && teams.some((team) => team.id === teamId))
    .map(({ id, teamId, number }) => ({
      teamId,
      urgency: 41,
      tone: 'ochre' as const,
      headline: `Iteration ${number} is to be completed`,
      detail: 'It was made with its first run: say what it is, and enter what was measured on it.',
      href: href(`builds/${id}`),
      label: 'Complete it',
    }));

const missing = ({ teams, latest, href }: Given): TodayItem[] =>
  teams
    .filter((team) => !latest.some((iteration) => iteration.teamId === team.id))
    .map((team) => ({
      teamId: team.id,
      urgency: 40,
      tone: 'ink' as const,
      headline: 'No iteration yet',
      detail: 'The first one is recorded under Builds, or made with the team’s first run.',
      href: href('builds'),
      label: 'Builds',
    }));

export const buildsToday = todayPart('builds', load, buildItems);
