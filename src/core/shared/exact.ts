import { Decimal } from 'decimal.js';
import { CoreError } from './CoreError';

/**
 * Decimal arithmetic to 40 digits: numbers are what they are written as (0.1 is a tenth), sums and products of them are exact,
 * quotients and roots as good as exact. What is computed so and turned into a number once is the nearest number to it, so that
 * what is equal on paper is equal here, whatever binary says. Through the package decimal.js.
 */
const Exact = Decimal.clone({ precision: 40, defaults: true });
export type Exact = Decimal;

export const ZERO: Exact = new Exact(0);
/** Terms that cancel to less than this share of the largest cancel wholly: what is left is the rounding of quotients. */
const NOISE = new Exact('1e-30');

/** Numbers that were read lately: a rule's own come again with every attempt, and reading one costs most of all. */
const READ = new Map<number, Exact>();
const MOST_READ = 2000;

/** A number as it is written. */
export function exact(value: number): Exact {
  const known = READ.get(value);
  if (known) return known;
  if (READ.size >= MOST_READ) READ.clear();
  const read = new Exact(value);
  READ.set(value, read);
  return read;
}

/** Orders of ten by which a sum is smaller than its largest term before it can be noise. */
const FAR = 29;

/** The sum of terms. */
export function totalOf(terms: readonly Exact[]): Exact {
  if (terms.length === 1) return terms[0]!;
  let total = ZERO;
  let order = -Infinity;
  for (const term of terms) {
    total = total.plus(term);
    if (!term.isZero() && term.e > order) order = term.e;
  }
  if (total.isZero() || total.e > order - FAR) return total;
  const largest = terms.reduce((most, term) => (term.abs().gt(most) ? term.abs() : most), ZERO);
  return total.abs().lt(largest.times(NOISE)) ? ZERO : total;
}

/** a − b. */
export function minus(a: Exact, b: Exact): Exact {
  return totalOf([a, b.neg()]);
}

/** Words of seven digits that a number has which was typed: in a longer one there may be the rounding of a quotient. */
const TYPED = 3;
/** Two numbers are one when they agree to so many significant digits; what was typed has at most 17. */
const SAME = 25;

/**
 * Below 0 where a is smaller, above 0 where it is larger, 0 where both are equal: typed numbers digit by digit, what was worked
 * out to 25 significant digits.
 * @example compareExact(exact(14).div(exact(7).div(3)), exact(6)) // 0
 */
export function compareExact(a: Exact, b: Exact): number {
  const order = a.cmp(b);
  if (order === 0 || (a.d.length <= TYPED && b.d.length <= TYPED)) return order;
  const apart = a.minus(b);
  return apart.isZero() || apart.e < Math.max(a.e, b.e) - SAME ? 0 : order;
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
