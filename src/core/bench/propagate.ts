import { finite } from '../shared/check';
import { CoreError } from '../shared/CoreError';
import { readFormula } from '../shared/formula';
import { gradientOf } from '../shared/gradient';

export interface Propagated {
  value: number;
  standardUncertainty: number;
  /** How much of the variance each input brings, largest first; all 0 where everything is known exactly. */
  contributions: { name: string; share: number }[];
}

/**
 * The value of a formula and how well it is known: first-order propagation of independent standard uncertainties, each in the
 * unit of its value. Source: JCGM 100 (GUM) 5.1.2, with exact derivatives.
 * @throws CoreError for anything but arithmetic, powers and elementary functions, a name without a value, a negative uncertainty,
 *   a value that is not finite, or a formula that has no slope where it is looked at.
 * @example propagate({ expression: 'V * I', inputs: { V: { value: 2.4, standardUncertainty: 0.02 }, I: { value: 0.18, standardUncertainty: 0 } } })
 */
export function propagate(input: {
  expression: string;
  inputs: Readonly<Record<string, { value: number; standardUncertainty: number }>>;
}): Propagated {
  const { expression, inputs } = input;
  const formula = readFormula(expression);
  const names = Object.keys(inputs ?? {});
  const values = Object.fromEntries(names.map((name) => [name, finite(inputs[name]!.value, name)]));
  const uncertainties = names.map((name) => {
    const uncertainty = finite(inputs[name]!.standardUncertainty, `The uncertainty of ${name}`);
    if (uncertainty < 0) throw new CoreError(`The uncertainty of ${name} must not be negative.`);
    return uncertainty;
  });
  const value = formula.evaluateExact(values).toNumber();
  const gradient = gradientOf(expression, values);
  const parts = names.map((name, i) => {
    const own = uncertainties[i]!;
    const part = own === 0 ? 0 : own * (gradient.get(name) ?? 0);
    if (!Number.isFinite(part))
      throw new CoreError(`The formula "${expression}" has no finite slope in ${name} at ${values[name]}.`);
    return { name, part: Math.abs(part) };
  });
  const standardUncertainty = Math.hypot(...parts.map(({ part }) => part));
  const shares = parts.map(({ name, part }) => ({
    name,
    share: standardUncertainty === 0 ? 0 : (part / standardUncertainty) ** 2,
  }));
  return { value, standardUncertainty, contributions: shares.sort((a, b) => b.share - a.share) };
}
