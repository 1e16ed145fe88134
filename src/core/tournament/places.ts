import type { Replayed, TeamState } from './replay';
import { teamOf } from './settle';

export interface Placed {
  team: string;
  /** null: still in, or gone before it lost. */
  place: number | null;
}

/** The places of a knock-out: who goes out in the same round shares one. Those without a place come first. */
export function placesOf({ tournament, drawn, settled }: Replayed, teams: readonly TeamState[]): Placed[] {
  const champion = championOf(settled);
  const third = settled.find(({ match }) => match.id === 'P3');
  const placeOf = ({ team, since }: TeamState): number | null => {
    if (team === champion) return 1;
    if (third?.kept && teamOf(third.winner) === team) return 3;
    if (third?.kept && teamOf(third.loser) === team) return 4;
    const match = settled.find((one) => one.match.id === since)?.match;
    if (!match) return null;
    if (match.side === 'final') return 2;
    if (match.side === 'losers') {
      const later = drawn.matches.filter(({ side, round }) => side === 'losers' && round > match.round);
      return 3 + later.length;
    }
    return tournament.format === 'knockout' ? drawn.size / 2 ** match.round + 1 : null;
  };
  const places = teams.map((one) => ({ team: one.team, place: placeOf(one) }));
  return places.sort((x, y) => (x.place ?? 0) - (y.place ?? 0));
}

/** The winner of the match that decides it. */
function championOf(settled: Replayed['settled']): string | null {
  const again = settled.find(({ match }) => match.id === 'F2');
  const final =
    settled.find(({ match }) => match.id === 'F') ?? settled.filter(({ match }) => match.side === 'winners').at(-1)!;
  if (again && again.state !== 'not-needed') return teamOf(again.winner);
  return final.state === 'done' || final.state === 'bye' ? teamOf(final.winner) : null;
}
