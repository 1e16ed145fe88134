import { CoreError } from '../shared/CoreError';
import { filled, oneOf } from '../shared/check';

export const VOTES = ['approval', 'borda', 'condorcet'] as const;
export type VoteMethod = (typeof VOTES)[number];

export interface Vote {
  /** All candidates, most points first; equal points in the order of the candidates. */
  order: { id: string; points: number }[];
  /** null when nobody is ahead of all others. */
  winner: string | null;
}

/**
 * Counts ballots that list candidates, best first.
 * - approval: a point for each candidate that is listed, wherever.
 * - borda: m − 1 points for the first of m candidates, m − 2 for the next, and so on; those not listed share what is left.
 * - condorcet: each pair is a contest; whom more ballots put ahead wins it, a draw is half. Points are contests won. Those
 *   not listed stand behind all that are, level with each other.
 * The winner has the most points alone; by condorcet, who wins every contest. Candidates default to those on the
 * ballots, in the order in which they first appear. An empty ballot is a vote for nobody.
 * Source: Borda 1781, Condorcet 1785, Brams and Fishburn 1978.
 * @throws CoreError without ballots or candidates, for a candidate that appears twice, or that the vote does not know.
 * @example vote({ ballots: [['A', 'B'], ['A'], ['B']], method: 'approval' }) // { order: [{ id: 'A', points: 2 }, { id: 'B', points: 2 }], winner: null }
 */
export function vote(input: {
  ballots: readonly (readonly string[])[];
  method: VoteMethod;
  candidates?: readonly string[];
}): Vote {
  const method = oneOf(input.method, VOTES, 'The method');
  const ballots = filled(input.ballots, 'The ballots');
  const names = filled(input.candidates ?? [...new Set(ballots.flat())], 'The candidates');
  if (new Set(names).size < names.length) throw new CoreError('Each candidate may stand only once.');
  const places = ballots.map((ballot, i) => placesOf(ballot, names, i));
  const points = { approval, borda, condorcet }[method](places, names);
  const order = names
    .map((id) => ({ id, points: points.get(id)! }))
    .sort((a, b) => (Math.abs(a.points - b.points) < 1e-9 ? 0 : b.points - a.points));
  const [first, second] = order;
  const ahead =
    method === 'condorcet' ? first!.points === names.length - 1 : !second || first!.points - second.points >= 1e-9;
  return { order, winner: ahead ? first!.id : null };
}

/** The place of each listed candidate, from 0. */
type Places = Map<string, number>;

function placesOf(ballot: readonly string[], names: readonly string[], index: number): Places {
  if (!Array.isArray(ballot)) throw new CoreError(`Ballot ${index + 1} is not a list.`);
  const places: Places = new Map();
  for (const id of ballot) {
    if (!names.includes(id)) throw new CoreError(`Ballot ${index + 1} names ${String(id)}, who is no candidate.`);
    if (places.has(id)) throw new CoreError(`Ballot ${index + 1} names ${id} twice.`);
    places.set(id, places.size);
  }
  return places;
}

const approval = (ballots: readonly Places[], names: readonly string[]) =>
  new Map(names.map((id) => [id, ballots.filter((places) => places.has(id)).length]));

function borda(ballots: readonly Places[], names: readonly string[]): Map<string, number> {
  const points = new Map(names.map((id) => [id, 0]));
  const m = names.length;
  for (const places of ballots) {
    const shared = (m - places.size - 1) / 2; // the mean of m − k − 1, …, 0
    for (const id of names) {
      const place = places.get(id);
      points.set(id, points.get(id)! + (place === undefined ? shared : m - 1 - place));
    }
  }
  return points;
}

function condorcet(ballots: readonly Places[], names: readonly string[]): Map<string, number> {
  const ahead = (a: string, b: string) =>
    ballots.filter((places) => (places.get(a) ?? Infinity) < (places.get(b) ?? Infinity)).length;
  return new Map(
    names.map((a) => [
      a,
      names.filter((b) => b !== a).reduce((won, b) => won + (1 + Math.sign(ahead(a, b) - ahead(b, a))) / 2, 0),
    ]),
  );
}
