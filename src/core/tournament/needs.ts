import { CoreError } from '../shared/CoreError';
import { toleranceAt } from '../shared/tolerance';
import type { Tournament } from './description';
import { play } from './play';
import { replay, stateOf, type Replayed } from './replay';
import { teamOf, type Known, type Settled } from './settle';
import { swissPoints } from './swiss';

export interface Needs {
  /** Whether it can still be first. */
  possible: boolean;
  /** The fewest wins with which it can be; null when it can't. */
  minimumWins: number | null;
  /** Whether nobody else can keep it from being first. */
  ownHands: boolean;
  /** Its matches on the way. */
  path: string[];
  /** Whether minimumWins is the answer, or a bound that leaves draws or later pairings aside. */
  exact: boolean;
}

/**
 * What must happen for a team to be first. Knock-outs: win everything that is left. Everyone against everyone: the fewest wins for
 * which the matches left can end with nobody above it, by a maximum flow (Schwartz 1966). Swiss: the fewest wins that reach the
 * most points anybody has now.
 * @throws CoreError for a team that is not in it, and as play
 * @example needs({ format: 'knockout', teams: ['Flint', 'Marl'], team: 'Marl' }).path // ['W1-1']
 */
export function needs(input: Tournament & { team: string }): Needs {
  const replayed = replay(input);
  const { tournament, ledger } = replayed;
  const { format, draws } = tournament;
  const { team } = input;
  if (!tournament.teams.includes(team)) throw new CoreError(`${String(team)} is not in this tournament.`);
  const exact = format === 'round-robin' ? !draws : format !== 'swiss';
  if (play(input).champion === team) return { possible: true, minimumWins: 0, ownHands: true, path: [], exact };
  if (ledger.withdrawn.has(team) || stateOf(team, replayed).out)
    return { possible: false, minimumWins: null, ownHands: false, path: [], exact };
  if (format === 'swiss') return { ...inSwiss(team, replayed), exact };
  return { ...(format === 'round-robin' ? inTable(team, replayed) : inKnockout(team, replayed)), exact };
}

const isOpen = ({ state }: Settled) => state === 'ready' || state === 'waiting';

function inKnockout(team: string, { settled, ledger, tournament }: Replayed): Omit<Needs, 'exact'> {
  const played = settled.filter(({ match }) => match.side !== 'third');
  const easy = (other: Known) => other === 'bye' || (other !== null && ledger.withdrawn.has(other.team));
  const path: string[] = [];
  let wins = 0;
  const take = (id: string, other: Known) => {
    path.push(id);
    if (!easy(other)) wins++;
  };
  let at = played.find((one) => isOpen(one) && (teamOf(one.a) === team || teamOf(one.b) === team));
  let first = at ? teamOf(at.a) === team : true;
  while (at) {
    take(at.match.id, first ? at.b : at.a);
    // From the losers' side the final has to be won twice.
    if (at.match.id === 'F' && !first && tournament.reset) take('F2', at.a);
    const { id } = at.match;
    const leadsTo = (slot: Settled['match']['a']) => slot !== null && 'winnerOf' in slot && slot.winnerOf === id;
    at = played.find(({ match }) => match.id !== 'F2' && (leadsTo(match.a) || leadsTo(match.b)));
    first = at ? leadsTo(at.match.a) : true;
  }
  return { possible: true, minimumWins: wins, ownHands: true, path };
}

function inTable(team: string, { tournament, settled, rounds }: Replayed): Omit<Needs, 'exact'> {
  const { win } = tournament.points;
  const points = swissPoints(tournament, rounds, settled);
  const left = settled.filter(isOpen).map(({ match, a, b }) => ({ id: match.id, sides: [teamOf(a)!, teamOf(b)!] }));
  const own = left.filter(({ sides }) => sides.includes(team));
  const rivals = tournament.teams.filter((one) => one !== team);
  const reach = (wins: number) => points.get(team)! + win * wins;
  /** How many wins leave a rival at most level with so many points. */
  const room = (rival: string, most: number) => Math.floor((most - points.get(rival)!) / win + toleranceAt(most));
  const possibleWith = (wins: number) => {
    const capacity = new Map(rivals.map((rival) => [rival, room(rival, reach(wins))]));
    if ([...capacity.values()].some((one) => one < 0)) return false;
    return canPlace(
      left.map(({ sides }) => sides),
      capacity.set(team, wins),
    );
  };
  const enough = Array.from({ length: own.length + 1 }, (_, wins) => wins).find(possibleWith);
  const ownHands = rivals.every((rival) => {
    const others = left.filter(({ sides }) => sides.includes(rival) && !sides.includes(team)).length;
    return others <= room(rival, reach(own.length));
  });
  const path = own.map(({ id }) => id);
  return { possible: enough !== undefined, minimumWins: enough ?? null, ownHands, path };
}

/** Whether every match can be given a winner of its two sides with nobody winning more often than allowed: augmenting paths. */
function canPlace(matches: readonly (readonly string[])[], capacity: ReadonlyMap<string, number>): boolean {
  const winnerOf = new Map<number, string>();
  const won = (team: string) => [...winnerOf].filter(([, winner]) => winner === team).map(([match]) => match);
  const place = (match: number, tried: Set<string>): boolean =>
    matches[match]!.some((team) => {
      if (tried.has(team)) return false;
      tried.add(team);
      const own = won(team);
      const free = own.length < capacity.get(team)! || own.some((other) => place(other, tried));
      if (free) winnerOf.set(match, team);
      return free;
    });
  return matches.every((_, match) => place(match, new Set()));
}

function inSwiss(team: string, { tournament, settled, rounds, ended }: Replayed): Omit<Needs, 'exact'> {
  const points = swissPoints(tournament, rounds, settled);
  const { win } = tournament.points;
  const done = (round: Replayed['rounds'][number]) =>
    (round.fixed && round.bye === team) ||
    settled.some(
      (one) => one.match.round === round.round && !isOpen(one) && (teamOf(one.a) === team || teamOf(one.b) === team),
    );
  const left = rounds.filter((one) => (ended === null || one.round <= ended.afterRound) && !done(one)).length;
  const most = Math.max(...tournament.teams.filter((one) => one !== team).map((one) => points.get(one)!));
  const lacking = Math.max(0, Math.ceil((most - points.get(team)!) / win - toleranceAt(most)));
  const ready = settled.find((one) => one.state === 'ready' && (teamOf(one.a) === team || teamOf(one.b) === team));
  const path = ready ? [ready.match.id] : [];
  if (lacking > left) return { possible: false, minimumWins: null, ownHands: false, path };
  return { possible: true, minimumWins: lacking, ownHands: lacking === 0, path };
}
