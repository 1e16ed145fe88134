import { draw } from '@/core/teams/draw';
import type { Team } from '@/areas/course';
import type { EventResults } from '@/areas/event/read/scoring';
import type { Contest } from '@/areas/event/read/contests';

/**
 * The teams of a contest, best seed first: as they were frozen when it was opened; before, as they are listed, by the places of an
 * event (teams without a place come last, in the order listed), or drawn by a seed once one is called.
 */
export function seeded(
  contest: Pick<Contest, 'teams' | 'seeding' | 'eventId' | 'takes' | 'seed' | 'openedAt' | 'sectionId'>,
  teams: readonly Team[],
  results: readonly EventResults[],
): string[] {
  if (contest.openedAt) return contest.teams;
  const inIt = teams.filter(({ sectionId }) => !contest.sectionId || sectionId === contest.sectionId);
  const listed = contest.teams.filter((id) => inIt.some((team) => team.id === id));
  const all = listed.length > 0 ? listed : inIt.map(({ id }) => id);
  const order =
    contest.seeding === 'event'
      ? byPlace(
          all,
          results.find(({ event }) => event.id === contest.eventId),
        )
      : contest.seeding === 'drawn' && contest.seed
        ? draw({ names: all, seed: contest.seed }).order
        : all;
  return contest.takes === null ? order : order.slice(0, contest.takes);
}

function byPlace(teams: readonly string[], results: EventResults | undefined): string[] {
  const placeOf = (id: string) => results?.results.find(({ teamId }) => teamId === id)?.place ?? Infinity;
  // Level ones stay in the order listed; Infinity minus itself is no number.
  return [...teams].sort((a, b) => (placeOf(a) === placeOf(b) ? 0 : placeOf(a) - placeOf(b)));
}
