import { CoreError } from '../shared/CoreError';
import { finite } from '../shared/check';
import { subtract, sum, tidy } from '../shared/decimal';
import { convert } from '../units';

export interface Budget {
  /** Sum of the parts, in the limit's unit. */
  total: number;
  /** limit − total; negative when the parts overdraw it. */
  remaining: number;
  unit: string;
  overdrawn: boolean;
  /** Each part in the limit's unit, and as a fraction of the limit (null when the limit is 0). */
  parts: { name: string; value: number; fraction: number | null }[];
}

/**
 * Splits a limit on a sum (mass, cost, count) over parts: what they add up to, and what remains. Units are converted;
 * decimals add up as they do on paper, and parts that use up the limit exactly do not overdraw it. No parts: all remains.
 * @throws CoreError for a negative or non-finite amount, and for a unit of another dimension ("cannot convert").
 * @example budget({ limit: { value: 900, unit: 'g' }, parts: [{ name: 'frame', value: 0.4, unit: 'kg' }] })
 * // { total: 400, remaining: 500, unit: 'g', overdrawn: false, parts: [{ name: 'frame', value: 400, fraction: 0.444… }] }
 */
export function budget(input: {
  limit: { value: number; unit: string };
  parts: readonly { name: string; value: number; unit: string }[];
}): Budget {
  const { unit } = input.limit;
  const limit = finite(input.limit.value, 'The limit');
  const parts = input.parts.map(({ name, value, unit: from }) => {
    if (finite(value, `The part "${name}"`) < 0) throw negative(name, value);
    const own = tidy(convert({ value, from, to: unit }).value);
    return { name, value: own, fraction: limit === 0 ? null : own / limit };
  });
  const total = tidy(sum(parts.map((part) => part.value)));
  const remaining = subtract(limit, total);
  return { total, remaining, unit, overdrawn: remaining < 0, parts };
}

function negative(name: string, value: number) {
  return new CoreError(`The part "${name}" must not be negative, got ${value}.`);
}
