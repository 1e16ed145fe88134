import type { Happened, Tournament } from './description';
import { play } from './play';

/** What one more entry changes beside the match that it is about. */
export interface Changes {
  /** Results that it makes void. */
  struck: { match: string; winner: string | null; because: string }[];
  /** Matches between others than before: null for a side that is not known, or for a bye. */
  sides: { match: string; was: [string | null, string | null]; now: [string | null, string | null] }[];
  /** Teams that lose or get back lives. */
  lives: { team: string; was: number; now: number }[];
  champion: { was: string | null; now: string | null } | null;
}

/**
 * What an entry would change, above all a correction: which later results are struck, who meets whom instead, who is out or in
 * again. Both ways are played and compared.
 * @throws CoreError as play
 */
export function changes(input: Tournament, entry: Happened): Changes {
  const before = play(input);
  const after = play({ ...input, results: [...(input.results ?? []), entry] });
  const sides = after.matches.flatMap((now) => {
    const was = before.matches.find(({ id }) => id === now.id);
    if (!was || (was.a === now.a && was.b === now.b)) return [];
    return [{ match: now.id, was: [was.a, was.b] as Pair, now: [now.a, now.b] as Pair }];
  });
  const lives = after.teams.flatMap(({ team, lives: now }) => {
    const was = before.teams.find((one) => one.team === team)!.lives;
    return was === null || now === null || was === now ? [] : [{ team, was, now }];
  });
  return {
    struck: after.void.slice(before.void.length),
    sides,
    lives,
    champion: before.champion === after.champion ? null : { was: before.champion, now: after.champion },
  };
}
type Pair = [string | null, string | null];
