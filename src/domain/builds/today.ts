import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/domain/today/part';
import { listLatestIterations } from './read';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [latest] = await Promise.all([listLatestIterations(sql, projectId)]);
  return { latest };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Teams without an iteration. */
export const buildItems = ({ teams, latest, href }: Given): TodayItem[] =>
  teams
    .filter((team) => !latest.some((iteration) => iteration.teamId === team.id))
    .map((team) => ({
      teamId: team.id,
      urgency: 40,
      tone: 'ink' as const,
      headline: 'No iteration yet',
      detail: 'Nothing is measured before the first one is recorded.',
      href: href('builds'),
      label: 'Builds',
    }));

export const buildsToday = todayPart('builds', load, buildItems);
