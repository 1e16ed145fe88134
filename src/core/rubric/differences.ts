import { tidy } from '../shared/decimal';
import { toleranceAt } from '../shared/tolerance';
import { levelAt, type Level } from './levels';

export interface Difference {
  team: string;
  criterion: string;
  /** Whoever gave least and most; of several the first in the order of the input. */
  low: { judge: string; points: number };
  high: { judge: string; points: number };
  /** How many levels lie between them. */
  levels: number;
}

/**
 * What judges should talk about: every criterion of a team for which two of them differ by more than a level, the widest first.
 * Where a criterion has no levels, a quarter of its most points stands for one.
 * @param input.apart how many levels may lie between two; 1 when left out
 */
export function differences(input: {
  criteria: readonly { id: string; max: number; levels: readonly Level[] }[];
  scores: readonly { judge: string; team: string; criterion: string; points: number }[];
  apart?: number;
}): Difference[] {
  const apart = input.apart ?? 1;
  const groups = new Map<string, { judge: string; team: string; criterion: string; points: number }[]>();
  for (const score of input.scores) {
    const key = JSON.stringify([score.team, score.criterion]);
    groups.set(key, [...(groups.get(key) ?? []), score]);
  }
  const found = [...groups.values()].flatMap((scores): Difference[] => {
    const criterion = input.criteria.find((one) => one.id === scores[0]!.criterion);
    if (!criterion) return [];
    const [low, high] = [
      scores.reduce((least, one) => (one.points < least.points ? one : least)),
      scores.reduce((most, one) => (one.points > most.points ? one : most)),
    ];
    const level = (points: number) => levelAt(points, criterion.levels, criterion.max);
    const levels = tidy(level(high.points) - level(low.points));
    if (levels <= apart + toleranceAt(apart)) return [];
    const of = ({ judge, points }: { judge: string; points: number }) => ({ judge, points });
    return [{ team: low.team, criterion: criterion.id, low: of(low), high: of(high), levels }];
  });
  return found.sort((a, b) => b.levels - a.levels);
}
