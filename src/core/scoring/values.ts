import { compareExact, exact, minus, type Exact } from '../shared/exact';
import type { Better } from './rule';

/** Sorts values so that the better one comes first; 0 for values that are equal as decimals. */
export function compareValues(better: Better, target = 0): (a: Exact, b: Exact) => number {
  if (better === 'higher') return (a, b) => compareExact(b, a);
  if (better === 'lower') return compareExact;
  const goal = exact(target);
  return (a, b) => compareExact(minus(a, goal).abs(), minus(b, goal).abs());
}
