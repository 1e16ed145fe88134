import type { TodayProvider } from '@/domain/today';

/** Teams without an iteration. */
export const buildItems: TodayProvider = ({ teams, latest, href }) =>
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
