import { CLAIMS, HIGHER, LOWER, type ClaimWord } from '../changes';
import { measured, number, quantity, unitName } from '../format';
import { finite, notNegative, oneOf } from '../shared/check';
import { CoreError } from '../shared/CoreError';
import { toleranceAt } from '../shared/tolerance';
import { convert, convertInterval } from '../units';
import { readUnit } from '../units/readUnit';

export interface Figure {
  value: number;
  unit: string;
  /** In the same unit; left out or 0 for what is counted exactly. */
  standardUncertainty?: number | null;
}
export type ClaimVerdict = 'confirmed' | 'contradicted' | 'not-confirmed' | 'not-measured';
export interface ClaimCheck {
  verdict: ClaimVerdict;
  /** Child less parent, in the parent's unit. */
  difference: number | null;
  unit: string | null;
  /** 2√(u² of the parent + u² of the child), in the parent's unit. */
  expandedUncertainty: number | null;
  because: string;
}

/**
 * Holds a claim ("lighter") against what was measured before and after the change, uncertainties taken as independent and
 * expanded by k = 2. "confirmed" and "contradicted" need a difference of at least that; a difference of nought, within 1e-9 of
 * the parent's value, is neither. What nobody measured on one of the two is "not-measured".
 * @throws CoreError for an unknown claim, "faster" or "slower" in a unit of neither time nor rate, a negative uncertainty;
 *   UnitError where the two measure different things.
 * @example claim({ claim: 'lighter', parent: { value: 412, unit: 'g' }, child: { value: 395, unit: 'g' } }) // confirmed, −17 g
 */
export function claim(input: { claim: string; parent: Figure | null; child: Figure | null }): ClaimCheck {
  const word = oneOf(input.claim, CLAIMS, 'The claim');
  const { parent, child } = input;
  if (!parent || !child) {
    const which = parent ? 'after the change' : child ? 'before the change' : 'before or after the change';
    const because = `Not measured ${which}.`;
    return { verdict: 'not-measured', difference: null, unit: null, expandedUncertainty: null, because };
  }
  const sign = claimedDirection(word, parent.unit);
  const before = finite(parent.value, 'The figure before');
  const after = convert({ value: finite(child.value, 'The figure after'), from: child.unit, to: parent.unit }).value;
  const own = notNegative(parent.standardUncertainty ?? 0, 'The uncertainty before');
  const other = convertInterval({
    value: notNegative(child.standardUncertainty ?? 0, 'The uncertainty after'),
    from: child.unit,
    to: parent.unit,
  }).value;
  const expandedUncertainty = 2 * Math.hypot(own, other);
  const difference = after - before;
  const gained = Math.abs(difference) <= 1e-9 * Math.abs(before) ? 0 : sign * difference;
  // As everywhere a limit is compared: within 1e-9 of it counts as reaching it.
  const told = gained !== 0 && Math.abs(gained) >= expandedUncertainty - toleranceAt(expandedUncertainty);
  const verdict = !told ? 'not-confirmed' : gained > 0 ? 'confirmed' : 'contradicted';
  const because = inWords(verdict, {
    before,
    after,
    difference: sign * gained,
    unit: parent.unit,
    expandedUncertainty,
  });
  return { verdict, difference, unit: parent.unit, expandedUncertainty, because };
}

/**
 * Where a claim says the figure goes: 1 up, −1 down. "Faster" is less of a time and more of a speed.
 * @throws CoreError for "faster" or "slower" in a unit of neither time nor rate.
 */
export function claimedDirection(word: ClaimWord, unit: string): 1 | -1 {
  if ((LOWER as readonly string[]).includes(word)) return -1;
  if ((HIGHER as readonly string[]).includes(word)) return 1;
  const { dimension } = readUnit(unit);
  const faster = dimension === TIME ? -1 : RATES.includes(dimension) ? 1 : null;
  if (faster === null) throw new CoreError(`"${word}" goes with a time or a speed, not with ${unitName(unit)}.`);
  return word === 'faster' ? faster : faster === 1 ? -1 : 1;
}
const TIME = readUnit('s').dimension;
const RATES = ['m/s', 'Hz', 'rad/s', 'rpm'].map((unit) => readUnit(unit).dimension);

/** What was found, and what would settle it where it is open. */
function inWords(
  verdict: ClaimVerdict,
  found: { before: number; after: number; difference: number; unit: string; expandedUncertainty: number },
): string {
  const { before, after, difference, unit, expandedUncertainty } = found;
  const figures = `${number(before)} → ${quantity(after, unit)}`;
  if (difference === 0) return `${figures}, no change.`;
  const change = expandedUncertainty ? measured(difference, expandedUncertainty, unit) : quantity(difference, unit);
  const open =
    verdict === 'not-confirmed' ? ': too small to tell. More runs or a finer instrument would settle it' : '';
  return `${figures}, a change of ${change}${open}.`;
}
