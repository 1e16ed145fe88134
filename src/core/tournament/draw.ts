import { described, type Described, type Tournament } from './description';

/** Who stands on a side of a match; null where nobody can say yet (Swiss). */
export type Slot = { team: string } | { bye: true } | { winnerOf: string } | { loserOf: string } | null;
export type Side = 'winners' | 'losers' | 'final' | 'third' | 'all';
export interface DrawnMatch {
  id: string;
  side: Side;
  /** From 1, within its side. */
  round: number;
  a: Slot;
  b: Slot;
}
export interface Draw {
  /** Places of the first round: a power of two for knock-outs, else the number of teams. */
  size: number;
  matches: DrawnMatch[];
  byes: { round: number; team: string }[];
  /** Fewest and most matches that are really played. */
  matchesToPlay: [number, number];
}

/**
 * The matches of a tournament before anything is played. Knock-outs seed by the usual fold and give byes to the best; double
 * knock-outs send losers across so that rematches come late; everyone against everyone follows the circle method with sides as
 * equal as can be; of Swiss rounds the first is paired, top half against bottom half.
 * Source: circle method and Monrad pairing as in common use.
 * @throws CoreError for fewer than two teams ("two teams"), a name twice ("twice"), an unknown format, and rounds or legs out of range
 * @example draw({ format: 'knockout', teams: ['Flint', 'Marl'] }).matches[0]!.id // 'W1-1'
 */
export function draw(input: Tournament): Draw {
  const tournament = described(input);
  switch (tournament.format) {
    case 'knockout':
      return knockout(tournament);
    case 'double':
      return double(tournament);
    case 'round-robin':
      return roundRobin(tournament);
    case 'swiss':
      return swiss(tournament);
  }
}

const winnerOf = (id: string): Slot => ({ winnerOf: id });
const loserOf = (id: string): Slot => ({ loserOf: id });
const count = (n: number) => Array.from({ length: n }, (_, i) => i + 1);

/** The winners' side: how many rounds, how many places, and its matches. */
function winners(teams: readonly string[]): { q: number; size: number; matches: DrawnMatch[] } {
  const q = Math.ceil(Math.log2(teams.length));
  const size = 2 ** q;
  let seeds = [1];
  while (seeds.length < size) seeds = seeds.flatMap((seed) => [seed, 2 * seeds.length + 1 - seed]);
  const seeded = (seed: number): Slot => (seed <= teams.length ? { team: teams[seed - 1]! } : { bye: true });
  const matches = count(q).flatMap((round) =>
    count(size / 2 ** round).map((k): DrawnMatch => {
      const [first, second] = [2 * k - 1, 2 * k];
      const [a, b] =
        round === 1
          ? [seeded(seeds[first - 1]!), seeded(seeds[second - 1]!)]
          : [winnerOf(`W${round - 1}-${first}`), winnerOf(`W${round - 1}-${second}`)];
      return { id: `W${round}-${k}`, side: 'winners', round, a, b };
    }),
  );
  return { q, size, matches };
}

function knockout({ teams, thirdPlace }: Described): Draw {
  const { q, size, matches } = winners(teams);
  const third = thirdPlace && teams.length >= 4;
  const before = `W${q - 1}`;
  const p3: DrawnMatch = { id: 'P3', side: 'third', round: q, a: loserOf(`${before}-1`), b: loserOf(`${before}-2`) };
  const played = third ? teams.length : teams.length - 1;
  return { size, matches: third ? [...matches, p3] : matches, byes: [], matchesToPlay: [played, played] };
}

/** In which order the losers of winners' round r come across, so that those who met meet late. */
function crossing(r: number, m: number): number[] {
  const straight = count(m);
  if (m === 1) return straight;
  const [top, bottom] = [straight.slice(0, m / 2), straight.slice(m / 2)];
  switch ((r - 2) % 4) {
    case 0:
      return straight.reverse();
    case 1:
      return [...bottom, ...top];
    case 2:
      return [...top.reverse(), ...bottom.reverse()];
    default:
      return straight;
  }
}

function double({ teams, reset }: Described): Draw {
  const { q, size, matches } = winners(teams);
  const losers = count(2 * q - 2).flatMap((round): DrawnMatch[] => {
    const match = (k: number, a: Slot, b: Slot): DrawnMatch => ({ id: `L${round}-${k}`, side: 'losers', round, a, b });
    if (round === 1) return count(size / 4).map((k) => match(k, loserOf(`W1-${2 * k - 1}`), loserOf(`W1-${2 * k}`)));
    const r = Math.floor(round / 2) + 1;
    if (round % 2 === 0) {
      const across = crossing(r, size / 2 ** r);
      return across.map((j, i) => match(i + 1, winnerOf(`L${round - 1}-${i + 1}`), loserOf(`W${r}-${j}`)));
    }
    return count(size / 2 ** (r + 1)).map((k) =>
      match(k, winnerOf(`L${round - 1}-${2 * k - 1}`), winnerOf(`L${round - 1}-${2 * k}`)),
    );
  });
  const last = q > 1 ? winnerOf(`L${2 * q - 2}-1`) : loserOf('W1-1');
  const final: DrawnMatch = { id: 'F', side: 'final', round: 1, a: winnerOf(`W${q}-1`), b: last };
  const again: DrawnMatch = { id: 'F2', side: 'final', round: 2, a: loserOf('F'), b: winnerOf('F') };
  const least = 2 * teams.length - 2;
  return {
    size,
    matches: [...matches, ...losers, final, ...(reset ? [again] : [])],
    byes: [],
    matchesToPlay: [least, reset ? least + 1 : least],
  };
}

function roundRobin({ teams, legs }: Described): Draw {
  const places: (string | null)[] = teams.length % 2 === 0 ? [...teams] : [null, ...teams];
  const m = places.length;
  const matches: DrawnMatch[] = [];
  const byes: Draw['byes'] = [];
  for (let leg = 0; leg < legs; leg++)
    for (let r = 0; r < m - 1; r++) {
      const round = leg * (m - 1) + r + 1;
      const rest = places.slice(1);
      const list = [places[0]!, ...rest.slice(rest.length - r), ...rest.slice(0, rest.length - r)];
      let k = 0;
      for (let i = 0; i < m / 2; i++) {
        const [one, other] = [list[i] ?? null, list[m - 1 - i] ?? null];
        const first = (i === 0 ? r % 2 === 0 : i % 2 === 1) === (leg === 0);
        const [a, b] = first ? [one, other] : [other, one];
        if (a === null || b === null) byes.push({ round, team: (a ?? b)! });
        else matches.push({ id: `R${round}-${++k}`, side: 'all', round, a: { team: a }, b: { team: b } });
      }
    }
  return { size: teams.length, matches, byes, matchesToPlay: [matches.length, matches.length] };
}

function swiss({ teams, rounds }: Described): Draw {
  const half = Math.floor(teams.length / 2);
  const matches = count(rounds).flatMap((round) =>
    count(half).map((k): DrawnMatch => {
      const known = round === 1;
      const [a, b] = known ? [{ team: teams[k - 1]! }, { team: teams[k - 1 + half]! }] : [null, null];
      return { id: `R${round}-${k}`, side: 'all', round, a, b };
    }),
  );
  const byes = teams.length % 2 === 1 ? [{ round: 1, team: teams.at(-1)! }] : [];
  return { size: teams.length, matches, byes, matchesToPlay: [matches.length, matches.length] };
}
