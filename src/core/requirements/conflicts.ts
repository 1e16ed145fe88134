import { CoreError } from '../shared/CoreError';
import { allowedInterval, type Interval } from './interval';
import { checkLimit, type Limit } from './limit';

export interface Conflict {
  a: string;
  b: string;
  /** In words: what each asks for. */
  reason: string;
}

/**
 * Finds the pairs of requirements on one parameter that no value can satisfy together. Units are converted; limits
 * that touch do not conflict, and decimal limits touch as they are written, whatever binary says. Pairs come in the
 * order of the input, a before b; yes/no requirements never conflict with each other. No requirement: no conflict.
 * @throws CoreError for a broken limit, for units of one parameter that measure different things ("cannot convert"),
 * and for a yes/no limit on a parameter that another requirement measures.
 * @example conflicts({ requirements: [
 *   { code: 'R-01', parameter: 'mass', limit: { kind: 'max', value: 0.9, unit: 'kg' } },
 *   { code: 'R-02', parameter: 'mass', limit: { kind: 'min', value: 950, unit: 'g' } }] })
 * // { conflicts: [{ a: 'R-01', b: 'R-02', reason: 'R-01 asks for at most 0.9 kg, R-02 for at least 950 g: no value is both.' }] }
 */
export function conflicts(input: { requirements: readonly { code: string; parameter: string; limit: Limit }[] }): {
  conflicts: Conflict[];
} {
  const { requirements } = input;
  if (!Array.isArray(requirements)) throw new CoreError('A list of requirements is needed.');
  const units = new Map<string, string | null>();
  const allowed = requirements.map(({ code, parameter, limit }) => {
    checkLimit(limit);
    const own = limit.kind === 'yes' ? null : limit.unit;
    if (!units.has(parameter)) units.set(parameter, own);
    const unit = units.get(parameter)!;
    if ((unit === null) !== (own === null))
      throw new CoreError(
        `${code}: "${parameter}" is answered by yes or no in one requirement and measured in another.`,
      );
    return unit === null ? null : allowedInterval(limit, unit);
  });
  const found: Conflict[] = [];
  requirements.forEach((a, i) => {
    for (let j = i + 1; j < requirements.length; j++) {
      const b = requirements[j]!;
      const [x, y] = [allowed[i], allowed[j]];
      if (a.parameter !== b.parameter || !x || !y || !apart(x, y)) continue;
      const reason = `${a.code} asks for ${inWords(a.limit)}, ${b.code} for ${inWords(b.limit)}: no value is both.`;
      found.push({ a: a.code, b: b.code, reason });
    }
  });
  return { conflicts: found };
}

/** Whether two intervals have no value in common, beyond what binary makes of decimals. */
function apart(a: Interval, b: Interval): boolean {
  const sizes = [a.low, a.high, b.low, b.high].filter(Number.isFinite).map(Math.abs);
  const noise = Math.max(0, ...sizes) * 1e-12;
  return a.low > b.high + noise || b.low > a.high + noise;
}

/** A limit as one says it: "at most 900 g". */
function inWords(limit: Limit): string {
  switch (limit.kind) {
    case 'max':
      return `at most ${limit.value} ${limit.unit}`;
    case 'min':
      return `at least ${limit.value} ${limit.unit}`;
    case 'range':
      return `${limit.low} to ${limit.high} ${limit.unit}`;
    case 'target':
      return `${limit.value} ± ${limit.tolerance} ${limit.unit}`;
    case 'yes':
      return 'yes';
  }
}
