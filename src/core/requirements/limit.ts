import { CoreError } from '../shared/CoreError';
import { finite, notNegative, oneOf } from '../shared/check';
import { convert } from '../units';

export type Limit =
  | { kind: 'max'; value: number; unit: string }
  | { kind: 'min'; value: number; unit: string }
  | { kind: 'range'; low: number; high: number; unit: string }
  | { kind: 'target'; value: number; tolerance: number; unit: string }
  | { kind: 'yes' };

/** Returns the limit if it is whole: known kind, finite numbers, a known unit, bounds in order, a tolerance of at least 0. */
export function checkLimit(limit: Limit): Limit {
  oneOf(limit?.kind, ['max', 'min', 'range', 'target', 'yes'], 'The kind of limit');
  if (limit.kind === 'yes') return limit;
  convert({ value: 0, from: limit.unit, to: limit.unit });
  if (limit.kind === 'range') {
    if (finite(limit.low, 'The lower limit') > finite(limit.high, 'The upper limit')) {
      throw new CoreError(`The lower limit ${limit.low} lies above the upper limit ${limit.high}.`);
    }
    return limit;
  }
  finite(limit.value, 'The limit');
  if (limit.kind === 'target') notNegative(limit.tolerance, 'The tolerance');
  return limit;
}
