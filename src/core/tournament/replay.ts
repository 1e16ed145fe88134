import { described, type Described, type Tournament } from './description';
import { draw, type Draw } from './draw';
import { enter, settle, teamOf, withdraw, type Ledger, type Settled } from './settle';
import { emptyRounds, pairRounds, swissMatches, type SwissRound, type SwissState } from './swiss';

export interface TeamState {
  team: string;
  /** Losses that are left; null where nobody goes out. */
  lives: number | null;
  out: boolean;
  /** The match in which the last life was lost. */
  since: string | null;
  withdrawn: boolean;
  played: number;
  won: number;
  drawn: number;
  lost: number;
}
/** A tournament as it stands: what the public functions of the subject are made from. */
export interface Replayed {
  tournament: Described;
  drawn: Draw;
  settled: Settled[];
  ledger: Ledger;
  rounds: readonly SwissRound[];
  ended: SwissState['ended'];
}

/** Replays the entries in their order. @throws CoreError at the entry that is wrong */
export function replay(input: Tournament): Replayed {
  const tournament = described(input);
  const drawn = draw(input);
  const ledger: Ledger = { kept: new Map(), withdrawn: new Set(), void: [] };
  const isSwiss = tournament.format === 'swiss';
  let swiss: SwissState = { rounds: isSwiss ? emptyRounds(tournament) : [], ended: null };
  const now = (since: { settled: Settled[]; entered: string } | null = null): Settled[] => {
    if (!isSwiss) return settle(drawn.matches, ledger, since);
    swiss = pairRounds(tournament, swiss.rounds, ledger);
    return settle(swissMatches(tournament, swiss), ledger);
  };
  let settled = now();
  for (const entry of tournament.results) {
    if (entry.withdraw !== undefined) {
      withdraw(String(entry.withdraw), tournament, ledger);
      settled = now();
    } else {
      enter(entry, settled, tournament, ledger);
      const { round } = settled.find(({ match }) => match.id === entry.match)!.match;
      // With its first result a round's pairing is fixed for good.
      swiss.rounds = swiss.rounds.map((one) => (one.round === round ? { ...one, fixed: true } : one));
      settled = now({ settled, entered: String(entry.match) });
    }
  }
  return { tournament, drawn, settled, ledger, rounds: swiss.rounds, ended: swiss.ended };
}

/** How a team stands. */
export function stateOf(team: string, { tournament, settled, ledger }: Replayed): TeamState {
  const own = settled.filter(({ a, b }) => teamOf(a) === team || teamOf(b) === team);
  const done = own.filter(({ kept }) => kept !== null);
  const won = done.filter(({ kept }) => kept!.winner === team).length;
  const drawn = done.filter(({ kept }) => kept!.winner === null).length;
  const withdrawn = ledger.withdrawn.has(team);
  const counts = { withdrawn, played: done.length, won, drawn, lost: done.length - won - drawn };
  const given = { knockout: 1, double: 2, 'round-robin': null, swiss: null }[tournament.format];
  if (given === null) return { team, lives: null, out: withdrawn, since: null, ...counts };
  let lives = given;
  let since: string | null = null;
  for (const one of own) {
    if (one.match.side === 'third' || since !== null) continue;
    const [lost, all] = lossIn(one, team, tournament);
    if (!lost) continue;
    lives = all ? 0 : lives - 1;
    if (lives === 0) since = one.match.id;
  }
  if (withdrawn) lives = 0;
  return { team, lives, out: lives === 0, since, ...counts };
}

/** Whether the team lost a life in a match, and whether it lost all: against another that withdrew, or in the deciding final. */
function lossIn({ match, state, kept, winner, a, b }: Settled, team: string, { reset }: Described): [boolean, boolean] {
  if (state === 'bye') return teamOf(a) !== null && teamOf(b) !== null ? [true, true] : [false, false];
  if (!kept || teamOf(winner) === team) return [false, false];
  const decides = match.id === 'F2' || (match.id === 'F' && !reset);
  return [true, decides];
}
