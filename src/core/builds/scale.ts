import { CoreError } from '../shared/CoreError';
import { finite } from '../shared/check';
import { tidy } from '../shared/decimal';
import { convert } from '../units';

export interface Scaled {
  value: number;
  unit: string;
  /** A thickness below what the material stands. */
  tooThin: boolean;
}

/**
 * Converts a length between full size and a model at 1 : ratio, and between units. With `least`, a result below it is too
 * thin; exactly at it is not, as it is written in decimals.
 * @param input value in `from`; ratio is above 0 (20 for 1 : 20, below 1 for an enlargement); the result is in `to`
 * @throws CoreError for a ratio that is not above 0, or units that are no lengths of one kind ("cannot convert")
 * @example scale({ value: 12, from: 'in', to: 'mm', ratio: 20, towards: 'model' }).value // 15.24
 */
export function scale(input: {
  value: number;
  from: string;
  to: string;
  ratio: number;
  towards: 'model' | 'full size';
  least?: { value: number; unit: string } | null;
}): Scaled {
  const ratio = finite(input.ratio, 'The scale');
  if (ratio <= 0) throw new CoreError(`The scale 1 : ${ratio} must be above 0.`);
  const factor = input.towards === 'model' ? 1 / ratio : ratio;
  const value = tidy(
    convert({ value: finite(input.value, 'The length'), from: input.from, to: input.to }).value * factor,
  );
  const least = input.least
    ? tidy(convert({ value: input.least.value, from: input.least.unit, to: input.to }).value)
    : null;
  return { value, unit: input.to, tooThin: least !== null && value < least };
}
