import type { EventRecord } from '@/areas/bench';
import type { Team } from '@/areas/course';

/** What the form of a contest offers. */
export function offersOf(
  {
    sections,
    teams,
  }: { sections: readonly { id: string; name: string }[]; teams: readonly Pick<Team, 'id' | 'name'>[] },
  events: readonly EventRecord[],
) {
  return {
    sections: sections.map(({ id, name }) => [id, name] as const),
    teams: teams.map(({ id, name }) => [id, name] as const),
    events: events.map(({ id, name }) => [id, name] as const),
  };
}
