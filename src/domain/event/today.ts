import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/domain/today/part';
import { countAttempts, readSources } from '@/domain/bench/read';
import { listLatestIterations } from '@/domain/builds/read';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [latest, sources, attempts] = await Promise.all([
    listLatestIterations(sql, projectId),
    readSources(sql, projectId),
    countAttempts(sql, projectId),
  ]);
  return { latest, sources, attempts };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Teams that have attempts left; the fewest made first. */
export const eventItems = ({ teams, latest, sources, attempts, href }: Given): TodayItem[] =>
  teams
    .filter((team) => latest.some((iteration) => iteration.teamId === team.id))
    .flatMap((team) => {
      const open = sources.events.flatMap((event) => {
        const made = attempts.find((one) => one.eventId === event.id && one.teamId === team.id)?.made ?? 0;
        return made < event.attemptsAllowed ? [{ event, made }] : [];
      });
      if (open.length === 0) return [];
      const detail = open.map(({ event, made }) => `${event.name} ${made} of ${event.attemptsAllowed}`).join(', ');
      return [
        {
          teamId: team.id,
          urgency: 20,
          tone: 'ink' as const,
          headline: 'Attempts left',
          detail: `Made: ${detail}`,
          href: href('bench/enter'),
          label: 'Enter runs',
        },
      ];
    });

export const eventToday = todayPart('event', load, eventItems);
