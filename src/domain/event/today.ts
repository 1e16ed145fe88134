import type { TodayProvider } from '@/domain/today';

/** Teams that have attempts left; the fewest made first. */
export const eventItems: TodayProvider = ({ teams, latest, sources, attempts, href }) =>
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
