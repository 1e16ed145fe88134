import { Decimal } from 'decimal.js';
import { CoreError } from './CoreError';

/**
 * Decimal arithmetic to 60 digits: numbers are what they are written as (0.1 is a tenth), sums and products of them are exact,
 * quotients and roots as good as exact. What is computed so and turned into a number once is the nearest number to it, so that
 * what is equal on paper is equal here, whatever binary says. Through the package decimal.js.
 */
const Exact = Decimal.clone({ precision: 60, defaults: true });
export type Exact = Decimal;

export const ZERO: Exact = new Exact(0);
/** Terms that cancel to less than this share of the largest cancel wholly: what is left is the rounding of quotients. */
const NOISE = new Exact('1e-40');

/** A number as it is written. */
export function exact(value: number): Exact {
  return new Exact(value);
}

/** The sum of terms. */
export function totalOf(terms: readonly Exact[]): Exact {
  let total = ZERO;
  let largest = ZERO;
  for (const term of terms) {
    total = total.plus(term);
    if (term.abs().gt(largest)) largest = term.abs();
  }
  return total.abs().lt(largest.times(NOISE)) ? ZERO : total;
}

/** a − b. */
export function minus(a: Exact, b: Exact): Exact {
  return totalOf([a, b.neg()]);
}

/** Below 0 where a is smaller, above 0 where it is larger, 0 where both are equal. */
export function compareExact(a: Exact, b: Exact): number {
  return a.eq(b) ? 0 : minus(a, b).comparedTo(ZERO);
}

/** The mean of at least one term. */
export function meanOf(terms: readonly Exact[]): Exact {
  return totalOf(terms).div(terms.length);
}

/** The nearest number. @throws CoreError where there is none; `what` names the value: "The points of Flint". */
export function numberOf(value: Exact, what: string): number {
  const number = value.toNumber();
  if (!Number.isFinite(number)) throw new CoreError(`${what} can't be told: it is too large for a number.`);
  return number + 0;
}
