import { finite } from '../shared/check';
import { readUnit, sameDimension } from './readUnit';
import { UnitError } from '../shared/CoreError';

/**
 * Converts a value between units of one dimension, temperatures with their offset.
 * Unit spellings are those of mathjs (in, ft, lb, lbf, psi, oz, degF, l/min …) plus mph, rpm and the
 * dimensionless credits, count and %, which do not mix.
 * @throws UnitError "cannot convert" for different dimensions, or naming an unknown unit; CoreError for NaN or Infinity.
 * @example convert({ value: 10, from: 'in', to: 'mm' }) // { value: 254 }
 */
export function convert(input: { value: number; from: string; to: string }): { value: number } {
  const value = finite(input.value, 'The value');
  const [from, to] = pair(input.from, input.to);
  if (from === to) return { value };
  const base = (value + from.offset) * from.scale;
  return { value: finite(base / to.scale - to.offset, 'The converted value') };
}

/** Converts a difference, a tolerance or an uncertainty: as convert, but without offsets (5 degF are 2.78 degC wide). */
export function convertInterval(input: { value: number; from: string; to: string }): { value: number } {
  const value = finite(input.value, 'The interval');
  const [from, to] = pair(input.from, input.to);
  return { value: finite((value * from.scale) / to.scale, 'The converted interval') };
}

function pair(from: string, to: string) {
  const [a, b] = [readUnit(from), readUnit(to)];
  if (!sameDimension(a, b)) {
    throw new UnitError(`Cannot convert ${from} to ${to}: they measure different things.`);
  }
  return [a, b] as const;
}
