import { CoreError } from '../shared/CoreError';
import { finite, notNegative, oneOf } from '../shared/check';
import { convert, convertInterval } from '../units';
import { compare, limitScale } from './compare';
import { checkLimit, type Limit } from './limit';

/** A measured value with its expanded uncertainty U (k = 2) in the same unit; for yes/no a truth value. */
export type Measured = { value: number | boolean; unit?: string; expandedUncertainty?: number } | null;
export type Verdict = 'conforms' | 'fails' | 'inconclusive' | 'not-measured';
export interface Judgement {
  verdict: Verdict;
  margin: number | null;
  unit: string | null;
  withinUncertainty: boolean;
}

/**
 * Judges a measured value against a limit with a guard band as wide as the expanded uncertainty U.
 * The margin is positive inside and in the limit's unit: max: limit − value; min: value − limit; range:
 * the smaller of both; target: tolerance − |value − target|. `conforms` when margin ≥ U, `fails` when
 * margin < −U, else `inconclusive`; decision "simple" conforms for margin ≥ 0 and fails otherwise.
 * A limit includes its edge; nothing measured gives `not-measured` with a null margin; yes/no has no margin.
 * `withinUncertainty` is true exactly when the guarded verdict would be inconclusive.
 * Source: guard-band decision rule as in ISO 14253-1 and JCGM 106.
 * @throws CoreError for an unknown kind or decision, reversed or non-finite limits, a negative U, a wrong unit.
 * @example judge({ limit: { kind: 'max', value: 900, unit: 'g' }, measured: { value: 902, unit: 'g', expandedUncertainty: 5 } })
 * // { verdict: 'inconclusive', margin: -2, unit: 'g', withinUncertainty: true }
 */
export function judge(input: { limit: Limit; measured: Measured; decision?: 'guarded' | 'simple' }): Judgement {
  const limit = checkLimit(input.limit);
  const decision = oneOf(input.decision ?? 'guarded', ['guarded', 'simple'], 'The decision rule');
  const unit = limit.kind === 'yes' ? null : limit.unit;
  const measured = input.measured ?? null;
  if (measured === null) return { verdict: 'not-measured', margin: null, unit, withinUncertainty: false };
  if (limit.kind === 'yes') {
    if (typeof measured.value !== 'boolean') throw new CoreError('A yes/no requirement is answered by yes or no.');
    return { verdict: measured.value ? 'conforms' : 'fails', margin: null, unit, withinUncertainty: false };
  }
  const from = measured.unit;
  if (typeof from !== 'string') throw new CoreError('A measured value needs its unit.');
  const same = from === limit.unit;
  const read = finite(measured.value, 'The measured value');
  const value = same ? read : convert({ value: read, from, to: limit.unit }).value;
  const own = notNegative(measured.expandedUncertainty ?? 0, 'The expanded uncertainty');
  const uncertainty = same ? own : convertInterval({ value: own, from, to: limit.unit }).value;
  const offset = same ? 0 : convert({ value: 0, from, to: limit.unit }).value;
  const { margin, guarded, simple } = compare(limit, value, uncertainty, limitScale(limit, value, offset));
  const within = guarded === 'inconclusive';
  return { verdict: decision === 'guarded' ? guarded : simple, margin, unit: limit.unit, withinUncertainty: within };
}
