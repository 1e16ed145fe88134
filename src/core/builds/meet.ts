import { finite, notNegative } from '../shared/check';
import { subtract, tidy } from '../shared/decimal';
import { convert, convertInterval } from '../units';

/** What one side of an interface says of the dimension in which two parts meet. */
export interface Side {
  value: number;
  unit: string;
  /** The largest deviation, to both sides, in the same unit. */
  tolerance: number;
}

export interface Met {
  agree: boolean;
  /** The other side less this one, in this side's unit. */
  difference: number;
  /** The largest difference that both accept: the smaller tolerance. */
  allowed: number;
  unit: string;
}

/**
 * Checks that both sides of an interface say the same: they agree when they differ by no more than the smaller of the two
 * tolerances, so that each lies within what the other accepts. A limit includes its edge, in decimal arithmetic.
 * @throws CoreError for values that are not finite, negative tolerances, or units of different dimensions ("cannot convert")
 * @example meet({ one: { value: 120, unit: 'mm', tolerance: 0.5 }, other: { value: 11.8, unit: 'cm', tolerance: 0.1 } }).agree // false
 */
export function meet({ one, other }: { one: Side; other: Side }): Met {
  const own = finite(one.value, 'The dimension of the one side');
  const theirs = convert({
    value: finite(other.value, 'The dimension of the other side'),
    from: other.unit,
    to: one.unit,
  }).value;
  const tolerances = [
    notNegative(one.tolerance, 'The tolerance of the one side'),
    convertInterval({
      value: notNegative(other.tolerance, 'The tolerance of the other side'),
      from: other.unit,
      to: one.unit,
    }).value,
  ];
  const allowed = tidy(Math.min(...tolerances));
  const difference = subtract(theirs, own);
  return { agree: Math.abs(difference) <= allowed, difference, allowed, unit: one.unit };
}
