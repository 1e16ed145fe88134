import { CoreError } from '../shared/CoreError';
import type { Tournament } from './description';
import { replay } from './replay';
import { teamOf } from './settle';

export interface HeadToHead {
  met: boolean;
  /** Matches that were played, walkovers left out; scores in the order of the question. */
  meetings: { match: string; winner: string | null; scores: [number, number] | null }[];
  wins: [number, number];
  /** A match between the two that can be played now. */
  next: string | null;
}

/**
 * Whether two teams have met, how it ended, and whether they meet next.
 * @throws CoreError for a team that is not in it, a team against itself ("twice"), and as play
 */
export function headToHead(input: Tournament & { a: string; b: string }): HeadToHead {
  const { a, b } = input;
  if (a === b) throw new CoreError(`${a} is named twice.`);
  const { settled, tournament } = replay(input);
  for (const team of [a, b])
    if (!tournament.teams.includes(team)) throw new CoreError(`${team} is not in this tournament.`);
  const between = settled.filter((one) => {
    const sides = [teamOf(one.a), teamOf(one.b)];
    return sides.includes(a) && sides.includes(b);
  });
  const meetings = between
    .filter(({ kept }) => kept !== null && !kept.walkover)
    .map(({ match, kept }) => {
      const { winner, scores } = kept!;
      const turned: [number, number] | null = scores && (kept!.a === a ? scores : [scores[1], scores[0]]);
      return { match: match.id, winner, scores: turned };
    });
  const wins = (team: string) => meetings.filter(({ winner }) => winner === team).length;
  return {
    met: meetings.length > 0,
    meetings,
    wins: [wins(a), wins(b)],
    next: between.find(({ state }) => state === 'ready')?.match.id ?? null,
  };
}
