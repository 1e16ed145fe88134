import { CoreError } from '../shared/CoreError';
import { finite } from '../shared/check';
import { summarise } from './summarise';

/** What repeated readings of one thing say of an instrument, in its unit. */
export interface OwnAccuracy {
  n: number;
  standardDeviation: number;
  /** How far the mean lies from what the thing is known to be; null where nobody knows. */
  offset: number | null;
  /** Half-width of a rectangular distribution with the same standard uncertainty, rounded up to two figures. */
  accuracy: number;
}
const LEAST = 5;

/**
 * The accuracy of an instrument as a class uses it, from repeated readings of one thing: u = √(s² + offset²), the half-width √3 · u
 * (JCGM 100, 4.3.7 the other way round). Without a known value a standing offset stays hidden.
 * @throws CoreError for fewer than five readings, or readings that are all equal without a known value: they show nothing but the step
 *   of the display.
 * @example ownAccuracy({ readings: [4.9, 5.1, 5.0, 5.2, 4.8] }).accuracy // 0.28
 */
export function ownAccuracy(input: { readings: readonly number[]; known?: number | null }): OwnAccuracy {
  const { readings, known = null } = input;
  if (readings.length < LEAST) throw new CoreError(`At least ${LEAST} readings of the same thing are needed.`);
  const { n, mean, standardDeviation } = summarise({ values: readings });
  const offset = known === null ? null : mean - finite(known, 'The known value');
  const spread = standardDeviation!;
  if (spread === 0 && !offset)
    throw new CoreError('All readings are equal: they show no more than the smallest step of the display.');
  return { n, standardDeviation: spread, offset, accuracy: roundUp(Math.sqrt(3) * Math.hypot(spread, offset ?? 0)) };
}

/** Two significant figures, never less than what was worked out. */
function roundUp(value: number): number {
  const step = 10 ** (Math.floor(Math.log10(value)) - 1);
  return Number((Math.ceil(value / step - 1e-9) * step).toPrecision(2));
}
