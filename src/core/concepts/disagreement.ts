import { CoreError } from '../shared/CoreError';
import { filled, finite } from '../shared/check';
import { sum } from '../shared/decimal';

export interface Rating {
  rater: string;
  concept: string;
  criterion: string;
  score: number;
}

/** What several raters together say of one concept under one criterion. */
export interface Cell {
  concept: string;
  criterion: string;
  mean: number;
  /** The highest less the lowest score; 0 with one rater. */
  spread: number;
  n: number;
  /** Worth talking about: among the cells in which raters differ most. */
  contested: boolean;
}

/**
 * Puts several raters' scores together, cell by cell: mean, spread and number, in the order in which the cells first
 * appear. Contested are the cells whose spread is the largest, up to a quarter of all cells rated by at least two (at least
 * one cell, more when they are level); a spread below `least` (default 2, in units of the scale) is never contested.
 * @throws CoreError without ratings, for a score that is no number, or when a rater scores a cell twice.
 * @example disagreement({ ratings: [{ rater: 'a', concept: 'Sled', criterion: 'mass', score: 1 }, { rater: 'b', concept: 'Sled', criterion: 'mass', score: 5 }] })
 */
export function disagreement(input: { ratings: readonly Rating[]; least?: number }): { cells: Cell[] } {
  const least = finite(input.least ?? 2, 'The least spread');
  const cells = new Map<string, { concept: string; criterion: string; scores: Map<string, number> }>();
  for (const { rater, concept, criterion, score } of filled(input.ratings, 'The ratings')) {
    const key = JSON.stringify([concept, criterion]);
    const cell = cells.get(key) ?? { concept, criterion, scores: new Map<string, number>() };
    if (cell.scores.has(rater)) throw new CoreError(`${rater} scores ${concept} for ${criterion} twice.`);
    cell.scores.set(rater, finite(score, `The score of ${concept} for ${criterion}`));
    cells.set(key, cell);
  }
  const found = [...cells.values()].map(({ concept, criterion, scores }) => {
    const values = [...scores.values()];
    const spread = Math.max(...values) - Math.min(...values);
    return { concept, criterion, mean: sum(values) / values.length, spread, n: values.length };
  });
  const spreads = found.filter(({ n }) => n > 1).map(({ spread }) => spread);
  spreads.sort((a, b) => b - a);
  const edge = Math.max(least, spreads[Math.max(0, Math.floor(spreads.length / 4) - 1)] ?? Infinity);
  return { cells: found.map((cell) => ({ ...cell, contested: cell.n > 1 && cell.spread >= edge })) };
}
