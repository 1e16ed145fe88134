import { readFormula } from '../shared/formula';
import type { EventRule } from './rule';

/**
 * The facts that a rule looks at besides the value of an attempt: the names of its formula, then those its ties are broken by,
 * each once. @throws CoreError for a formula that can't be read.
 * @example factsUsed({ ...rule, value: 'value / mass', ties: ['lower:cost'] }) // ['mass', 'cost']
 */
export function factsUsed({ value, ties = [] }: Pick<EventRule, 'value' | 'ties'>): string[] {
  const inFormula = value === undefined ? [] : readFormula(value).names.filter((name) => name !== 'value');
  const inTies = ties.filter((tie) => tie.includes(':')).map((tie) => tie.slice(tie.indexOf(':') + 1));
  return [...new Set([...inFormula, ...inTies])];
}
