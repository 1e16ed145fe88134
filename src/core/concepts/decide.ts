import { CoreError } from '../shared/CoreError';
import { filled, finite, notNegative, own } from '../shared/check';
import { compareExact, exact, minus, numberOf, totalOf, type Exact } from '../shared/exact';
import { distinct } from './distinct';

export interface Criterion {
  id: string;
  /** Relative to the others: only proportions count. */
  weight: number;
}

export interface Scored {
  id: string;
  /** One score for each criterion; more is better. */
  scores: Record<string, number>;
}

/** How far one weight would have to move for another concept to draw level with the winner. */
export interface Flip {
  criterion: string;
  /** The normalised weight now, and the one at which they are level: shares of 1. */
  weight: number;
  newWeight: number;
  newWinner: string;
}

export interface Decision {
  /** The weighted sums with weights that add up to 1, best first; ties in the order of the input. */
  totals: { id: string; total: number }[];
  winner: string;
  /** All that have the winner's total, if more than one; else empty. */
  tied: string[];
  flips: Flip[];
}

/**
 * The weighted decision matrix: the total of a concept is the sum of its scores, each times the criterion's normalised
 * weight. For each criterion the nearest normalised weight in [0, 1] is found at which another concept draws level with
 * the winner while the other weights keep their proportions; a criterion for which there is none is left out, as is one
 * that has all the weight. Totals that are equal in decimal arithmetic are tied, whatever binary says.
 * Source: additive weighting with one-way sensitivity of the weights (Triantaphyllou and Sánchez 1997).
 * @throws CoreError without criteria or concepts, for an id that appears twice, a negative weight, weights that are all 0,
 * or a missing score, naming both.
 * @example decide({ criteria: [{ id: 'mass', weight: 1 }], concepts: [{ id: 'Sled', scores: { mass: 7 } }] }).winner // 'Sled'
 */
export function decide(input: { criteria: readonly Criterion[]; concepts: readonly Scored[] }): Decision {
  const criteria = distinct(filled(input.criteria, 'The criteria'), 'criterion');
  const concepts = distinct(filled(input.concepts, 'The concepts'), 'concept');
  const weights = criteria.map(({ id, weight }) => exact(notNegative(weight, `The weight of ${id}`)));
  const whole = totalOf(weights);
  if (whole.isZero()) throw new CoreError('At least one criterion needs a weight above 0.');
  const scores = concepts.map((concept) => criteria.map(({ id }) => scoreOf(concept, id)));
  const points = scores.map((row) => totalOf(row.map((score, c) => score.times(weights[c]!))));
  const ranked = concepts.map((_, i) => i).sort((a, b) => compareExact(points[b]!, points[a]!) || a - b);
  const best = ranked[0]!;
  const level = ranked.filter((i) => compareExact(points[i]!, points[best]!) === 0);
  return {
    totals: ranked.map((i) => {
      const { id } = concepts[i]!;
      return { id, total: numberOf(points[i]!.div(whole), `The total of ${id}`) };
    }),
    winner: concepts[best]!.id,
    tied: level.length > 1 ? level.map((i) => concepts[i]!.id) : [],
    flips: criteria.flatMap(({ id: criterion }, c) => {
      const share = weights[c]!.div(whole);
      const crossing = nearest({ c, best, share, weights, scores });
      if (!crossing) return [];
      const [weight, newWeight] = [share.toNumber(), crossing.at.toNumber()];
      return [{ criterion, weight, newWeight, newWinner: concepts[crossing.by]!.id }];
    }),
  };
}

interface Place {
  c: number;
  best: number;
  share: Exact;
  weights: readonly Exact[];
  scores: readonly (readonly Exact[])[];
}

/** Where a line of another concept meets the winner's nearest to the present weight; the first of equally near ones. */
function nearest({ c, best, share, weights, scores }: Place): { by: number; at: Exact } | null {
  const others = totalOf(weights.filter((_, i) => i !== c));
  if (others.isZero()) return null;
  const rest = (row: readonly Exact[]) =>
    totalOf(row.flatMap((score, i) => (i === c ? [] : [score.times(weights[i]!)])));
  let found: { by: number; at: Exact } | null = null;
  scores.forEach((row, by) => {
    if (by === best) return;
    // The lead of the winner, times the weight of the others, at weight 0 and at weight 1: a straight line between them.
    const at0 = minus(rest(scores[best]!), rest(row));
    const at1 = minus(scores[best]![c]!, row[c]!).times(others);
    if (at0.eq(at1) || at0.times(at1).gt(0)) return;
    const at = at0.div(minus(at0, at1));
    if (!found || compareExact(minus(at, share).abs(), minus(found.at, share).abs()) < 0) found = { by, at };
  });
  return found;
}

function scoreOf({ id, scores }: Scored, criterion: string): Exact {
  const score = own(scores, criterion);
  if (score === undefined || score === null) throw new CoreError(`${id} has no score for ${criterion}.`);
  return exact(finite(score, `The score of ${id} for ${criterion}`));
}
