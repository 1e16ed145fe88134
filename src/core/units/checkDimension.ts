import { DIMENSIONS, type Dimension } from '../dimensions';
import { UnitError } from '../shared/CoreError';
import { readUnit, sameDimension } from './readUnit';

/**
 * Throws UnitError unless the unit measures the dimension; the message says which units do.
 * @example checkDimension('g', 'mass') // passes
 */
export function checkDimension(unit: string, dimension: Dimension): void {
  const { base, offered } = DIMENSIONS[dimension];
  if (base === null || !sameDimension(readUnit(unit), readUnit(base))) {
    throw new UnitError(`"${unit}" does not measure ${dimension}; use ${offered.join(', ') || 'yes or no'}.`);
  }
}
