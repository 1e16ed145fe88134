import type { Described } from './description';
import type { DrawnMatch } from './draw';
import { settle, type Ledger, type Settled } from './settle';

export interface SwissRound {
  round: number;
  /** null: not paired yet. */
  pairs: [string, string][] | null;
  bye: string | null;
  /** For good, since its first result. */
  fixed: boolean;
}
export interface SwissState {
  rounds: SwissRound[];
  ended: { afterRound: number; because: string } | null;
}

export function emptyRounds({ rounds }: Described): SwissRound[] {
  return Array.from({ length: rounds }, (_, i) => ({ round: i + 1, pairs: null, bye: null, fixed: false }));
}

/** The matches of the rounds: those of a paired one are its pairs; of one that is not, as many as there can be. */
export function swissMatches({ teams }: Described, { rounds, ended }: SwissState): DrawnMatch[] {
  return rounds
    .filter(({ round }) => ended === null || round <= ended.afterRound)
    .flatMap(({ round, pairs }): DrawnMatch[] => {
      const sides = pairs ?? Array.from({ length: Math.floor(teams.length / 2) }, () => null);
      return sides.map((pair, i) => ({
        id: `R${round}-${i + 1}`,
        side: 'all',
        round,
        a: pair && { team: pair[0] },
        b: pair && { team: pair[1] },
      }));
    });
}

/** Points so far: results, and the byes of rounds that have begun. */
export function swissPoints(
  { teams, points }: Described,
  rounds: readonly SwissRound[],
  settled: readonly Settled[],
): Map<string, number> {
  const sum = new Map(teams.map((team) => [team, 0]));
  const add = (team: string, more: number) => sum.set(team, sum.get(team)! + more);
  for (const { kept } of settled) {
    if (!kept) continue;
    if (kept.winner !== null) add(kept.winner, points.win);
    else for (const team of [kept.a, kept.b]) add(team, points.draw);
  }
  for (const { bye, fixed } of rounds) if (bye !== null && fixed) add(bye, points.win);
  return sum;
}

/** Pairs what can be paired: rounds that have a result stay; the first that has none follows the ones before it. */
export function pairRounds(tournament: Described, before: readonly SwissRound[], ledger: Ledger): SwissState {
  const fixed = before.filter((one) => one.fixed);
  const open = before.filter((one) => !one.fixed).map((one): SwissRound => ({ ...one, pairs: null, bye: null }));
  const [next, ...later] = open;
  const settled = settle(swissMatches(tournament, { rounds: fixed, ended: null }), ledger);
  if (!next || settled.some(({ state }) => state !== 'done' && state !== 'bye'))
    return { rounds: [...fixed, ...open], ended: null };
  const paired = pairRound(tournament, fixed, settled, ledger);
  if (typeof paired === 'string')
    return { rounds: [...fixed, ...open], ended: { afterRound: fixed.length, because: paired } };
  return { rounds: [...fixed, { ...next, ...paired }, ...later], ended: null };
}

function pairRound(
  tournament: Described,
  rounds: readonly SwissRound[],
  settled: readonly Settled[],
  ledger: Ledger,
): Pick<SwissRound, 'pairs' | 'bye'> | string {
  const present = tournament.teams.filter((team) => !ledger.withdrawn.has(team));
  if (present.length < 2) return 'Fewer than two teams are left.';
  if (rounds.length === 0) {
    const half = Math.floor(present.length / 2);
    const pairs = present.slice(0, half).map((team, i): [string, string] => [team, present[i + half]!]);
    return { pairs, bye: present.length % 2 ? present.at(-1)! : null };
  }
  const points = swissPoints(tournament, rounds, settled);
  // Equal points keep the seed order: sorting is stable.
  const order = [...present].sort((x, y) => points.get(y)! - points.get(x)!);
  const met = new Set(rounds.flatMap((round) => (round.pairs ?? []).flatMap(([x, y]) => [key(x, y), key(y, x)])));
  const asA = (team: string) => rounds.flatMap((round) => round.pairs ?? []).filter(([a]) => a === team).length;
  const byes = (team: string) => rounds.filter((round) => round.bye === team).length;
  const resting = order.length % 2 === 0 ? [null] : [...order].reverse().sort((x, y) => byes(x) - byes(y));
  for (const bye of resting) {
    const found = pairUp(
      order.filter((team) => team !== bye),
      met,
    );
    if (found) return { bye, pairs: found.map(([high, low]) => (asA(low) < asA(high) ? [low, high] : [high, low])) };
  }
  return 'There is no pairing left without a rematch.';
}

const key = (a: string, b: string) => JSON.stringify([a, b]);

/** The first pairing of the search: the highest with the next highest it has not met, going back where the rest can't be paired. */
function pairUp(order: readonly string[], met: ReadonlySet<string>): [string, string][] | null {
  const [first, ...rest] = order;
  if (first === undefined) return [];
  for (const other of rest) {
    if (met.has(key(first, other))) continue;
    const left = pairUp(
      rest.filter((team) => team !== other),
      met,
    );
    if (left) return [[first, other], ...left];
  }
  return null;
}
