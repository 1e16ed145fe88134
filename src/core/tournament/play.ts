import type { Tournament } from './description';
import type { Draw, Side } from './draw';
import { placesOf, type Placed } from './places';
import { replay, stateOf, type Replayed, type TeamState } from './replay';
import { teamOf, type State, type Struck } from './settle';
import type { SwissState } from './swiss';
import { table } from './table';

export type { TeamState };

export interface PlayedMatch {
  id: string;
  side: Side;
  round: number;
  a: string | null;
  b: string | null;
  state: State;
  winner: string | null;
  loser: string | null;
  drawn: boolean;
  scores: [number, number] | null;
  walkover: boolean;
}
export interface Played {
  matches: PlayedMatch[];
  ready: string[];
  teams: TeamState[];
  places: Placed[];
  champion: string | null;
  finished: boolean;
  void: Struck[];
  byes: Draw['byes'];
  ended: SwissState['ended'];
}
/**
 * Plays a tournament from the list of what happened: how every match and team stands, what can be played now, who goes on, and
 * which results a correction made void. Replaying any beginning of the list gives what stood then.
 * Source: the contract of tournament.play.
 * @throws CoreError for a match that is not there ("no match"), not known, not played, or done already, a winner who is not in it,
 * a draw where there is none, crooked scores, an unknown team, and a correction with nothing to correct
 * @example play({ format: 'knockout', teams: ['Flint', 'Marl'], results: [{ match: 'W1-1', winner: 'Marl' }] }).champion // 'Marl'
 */
export function play(input: Tournament): Played {
  const replayed = replay(input);
  const { tournament, settled, ledger, ended } = replayed;
  const matches = settled.map(({ match, a, b, state, kept, winner, loser }): PlayedMatch => {
    const { id, side, round } = match;
    return {
      ...{ id, side, round, state },
      a: teamOf(a),
      b: teamOf(b),
      winner: teamOf(winner),
      loser: teamOf(loser),
      drawn: kept !== null && kept.winner === null,
      scores: kept?.scores ?? null,
      walkover: kept?.walkover ?? false,
    };
  });
  const finished = matches.every(({ state }) => state !== 'ready' && state !== 'waiting');
  const teams = tournament.teams.map((team) => stateOf(team, replayed));
  const knockout = tournament.format === 'knockout' || tournament.format === 'double';
  const places = knockout ? placesOf(replayed, teams) : table(replayed, []).map(({ team, place }) => ({ team, place }));
  const first = places.filter(({ place }) => place === 1);
  const alone = knockout || finished ? first : [];
  return {
    matches,
    ready: matches.filter(({ state }) => state === 'ready').map(({ id }) => id),
    teams,
    places,
    champion: alone.length === 1 ? alone[0]!.team : null,
    finished,
    void: ledger.void,
    byes: byesOf(replayed),
    ended,
  };
}

function byesOf({ tournament, drawn, rounds }: Replayed): Draw['byes'] {
  if (tournament.format !== 'swiss') return drawn.byes;
  return rounds.flatMap(({ round, bye }) => (bye === null ? [] : [{ round, team: bye }]));
}
