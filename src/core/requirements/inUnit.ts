import { convert, convertInterval } from '@/core/units';
import type { Measured } from './judge';

/** A measured value with its uncertainty in a limit's unit. */
export function inUnit(measured: Measured, unit: string | null) {
  if (measured === null) return { value: null, answer: null, uncertainty: 0 };
  if (typeof measured.value === 'boolean') return { value: null, answer: measured.value, uncertainty: 0 };
  const from = measured.unit!;
  const to = unit ?? from;
  return {
    value: convert({ value: measured.value, from, to }).value,
    answer: null,
    uncertainty: convertInterval({ value: measured.expandedUncertainty ?? 0, from, to }).value,
  };
}
