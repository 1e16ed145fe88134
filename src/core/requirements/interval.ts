import { CoreError } from '../shared/CoreError';
import { convert, convertInterval } from '../units';
import { tidy } from '../shared/decimal';
import type { Limit } from './limit';

/** The values a limit allows, both ends included; an open end is infinite. */
export interface Interval {
  low: number;
  high: number;
}

/**
 * The values that a limit allows, in `unit`.
 * @throws CoreError for a yes/no limit, which allows no interval, and for a unit of another dimension ("cannot convert").
 */
export function allowedInterval(limit: Limit, unit: string): Interval {
  if (limit.kind === 'yes') throw new CoreError('A yes/no requirement allows no interval of values.');
  const to = (value: number) => tidy(convert({ value, from: limit.unit, to: unit }).value);
  if (limit.kind === 'max') return { low: -Infinity, high: to(limit.value) };
  if (limit.kind === 'min') return { low: to(limit.value), high: Infinity };
  if (limit.kind === 'range') return { low: to(limit.low), high: to(limit.high) };
  const [middle, width] = [
    convert({ value: limit.value, from: limit.unit, to: unit }).value,
    convertInterval({ value: limit.tolerance, from: limit.unit, to: unit }).value,
  ];
  return { low: tidy(middle - width), high: tidy(middle + width) };
}
