import { CoreError } from '../shared/CoreError';
import { finite, notNegative } from '../shared/check';
import { toleranceAt } from '../shared/tolerance';

/** A level of a criterion: what it is worth, and for what the program counts, from how much on it is reached. */
export interface Level {
  points: number;
  atLeast?: number | null;
}
/** Where a criterion is judged on a plain scale, this share of its most points is spoken of as one level. */
const LEVEL_OF_SCALE = 1 / 4;

/**
 * Checks the levels of a criterion: at least two, points rising from one to the next, the last above 0.
 * @param counted whether the program counts it, so that every level above 0 points says from how much on
 * @throws CoreError naming what is wrong
 */
export function checkLevels(levels: readonly Level[], criterion: string, counted = false): void {
  if (levels.length < 2) throw new CoreError(`${criterion} needs at least two levels, each with a description.`);
  levels.forEach(({ points, atLeast }, i) => {
    notNegative(points, `The points of level ${i + 1} of ${criterion}`);
    if (i > 0 && points <= levels[i - 1]!.points)
      throw new CoreError(
        `The levels of ${criterion} go up in points; level ${i + 1} has ${points} after ${levels[i - 1]!.points}.`,
      );
    if (counted && points > 0 && typeof atLeast !== 'number')
      throw new CoreError(`Level ${i + 1} of ${criterion} needs the number from which on it is reached.`);
    const before = levels[i - 1]?.atLeast ?? null;
    if (typeof atLeast === 'number' && before !== null && finite(atLeast, 'Where a level begins') <= before)
      throw new CoreError(
        `The levels of ${criterion} begin at rising numbers; level ${i + 1} begins at ${atLeast} after ${before}.`,
      );
  });
}

/**
 * Where points stand among levels, counted in levels from the lowest (0): half-way between the second and the third is 1.5. On a
 * plain scale a quarter of the most points is one level.
 */
export function levelAt(points: number, levels: readonly Level[], max: number): number {
  if (levels.length < 2) return points / (max * LEVEL_OF_SCALE);
  const above = levels.findIndex((level) => level.points >= points - toleranceAt(points));
  if (above <= 0) return above === 0 ? 0 : levels.length - 1;
  const [low, high] = [levels[above - 1]!.points, levels[above]!.points];
  return above - 1 + Math.min(1, (points - low) / (high - low));
}

/** The points that may be given: those of the levels and, where it is allowed, those half-way between two. */
export function pointsOffered(levels: readonly Level[], halves: boolean): number[] {
  return levels.flatMap(({ points }, i) =>
    halves && i > 0 ? [(levels[i - 1]!.points + points) / 2, points] : [points],
  );
}

/** The highest level that a counted number reaches, and its points: 0 below the first. */
export function levelReached(value: number, levels: readonly Level[]): { level: number | null; points: number } {
  const reached = levels.findLastIndex(
    ({ atLeast }) => typeof atLeast === 'number' && value >= atLeast - toleranceAt(atLeast),
  );
  return reached < 0 ? { level: null, points: 0 } : { level: reached, points: levels[reached]!.points };
}
