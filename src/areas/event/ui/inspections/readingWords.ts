import { measured, quantity } from '@/core/format';
import type { Look } from '@/core/inspection/look';
import type { Limit } from '@/core/requirements';

/** A limit as an inspector reads it. */
export function limitWords(limit: Limit | null): string {
  if (!limit) return 'no limit any more';
  switch (limit.kind) {
    case 'max':
      return `at most ${quantity(limit.value, limit.unit)}`;
    case 'min':
      return `at least ${quantity(limit.value, limit.unit)}`;
    case 'range':
      return `${quantity(limit.low, limit.unit)} to ${quantity(limit.high, limit.unit)}`;
    case 'target':
      return `${quantity(limit.value, limit.unit)} ± ${quantity(limit.tolerance, limit.unit)}`;
    case 'yes':
      return 'yes';
  }
}

/** What was read, with its uncertainty. */
export const readWords = (
  value: number | null,
  unit: string | null,
  uncertainty: number,
  answer: boolean | null,
): string =>
  value === null
    ? answer === null
      ? 'not measured'
      : answer
        ? 'yes'
        : 'no'
    : measured(value, uncertainty, unit ?? '');

/** What the reading leaves to the inspector, and what would settle it. */
export function lookWords({ simple, guarded, settledBy, may }: Look, unit: string): string {
  if (may.length === 1) return simple === 'passes' ? 'Passes clearly.' : 'Fails clearly.';
  const asRead = simple === 'passes' ? 'As read it passes' : 'As read it fails';
  const settle =
    settledBy === null
      ? 'It lies on the limit itself'
      : `An instrument that is good to better than ± ${quantity(settledBy, unit, 2)} would settle it`;
  return `${asRead}, but it is too close to the limit to be sure (${guarded}). You may decide either way. ${settle}.`;
}
