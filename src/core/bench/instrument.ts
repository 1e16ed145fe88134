import { CoreError } from '../shared/CoreError';
import { notNegative, whole } from '../shared/check';

/**
 * Combines what is known of an instrument into the uncertainty of a reading, all in one unit:
 * u = √((resolution/√12)² + (accuracy/√3)² + (s/√n)²) and U = 2u. `resolution` is the smallest step shown,
 * `accuracy` the half-width the maker states, `standardDeviation` s that of n averaged readings (without n: one).
 * Source: JCGM 100 (GUM), type B evaluation with rectangular distributions.
 * @throws CoreError when nothing is given, or a value is negative or not finite, or n is no whole number from 1.
 */
export function instrument(input: { resolution?: number; accuracy?: number; standardDeviation?: number; n?: number }): {
  standardUncertainty: number;
  expandedUncertainty: number;
} {
  const { resolution, accuracy, standardDeviation } = input;
  if (resolution == null && accuracy == null && standardDeviation == null) {
    throw new CoreError('An instrument needs its resolution, its accuracy or the spread of its readings.');
  }
  const n = input.n == null ? 1 : whole(input.n, 'The number of readings', 1);
  const standardUncertainty = Math.hypot(
    notNegative(resolution ?? 0, 'The resolution') / Math.sqrt(12),
    notNegative(accuracy ?? 0, 'The accuracy') / Math.sqrt(3),
    notNegative(standardDeviation ?? 0, 'The standard deviation') / Math.sqrt(n),
  );
  return { standardUncertainty, expandedUncertainty: 2 * standardUncertainty };
}
