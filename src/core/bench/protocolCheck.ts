import { finite, notNegative } from '../shared/check';
import { subtract } from '../shared/decimal';
import { toleranceAt } from '../shared/tolerance';
import { convert } from '../units';

export interface Expected {
  name: string;
  value: number;
  tolerance: number;
  unit: string;
}
export interface Deviation {
  name: string;
  expected: number;
  found: number;
  /** found − expected, in the condition's unit. */
  off: number;
}

/**
 * Holds what was recorded with a run against the conditions of its protocol, each in its own unit. A condition nobody recorded
 * is missing, and the run is not on the protocol; the edge of a tolerance belongs to it.
 * @throws CoreError for a negative tolerance; UnitError for a unit of something else.
 */
export function protocolCheck(input: {
  conditions: readonly Expected[];
  recorded: Readonly<Record<string, { value: number; unit: string }>>;
}): { deviations: Deviation[]; missing: string[]; onProtocol: boolean } {
  const { conditions, recorded } = input;
  const deviations: Deviation[] = [];
  const missing: string[] = [];
  conditions.forEach(({ name, value, tolerance, unit }) => {
    const expected = finite(value, name);
    const allowed = notNegative(tolerance, `The tolerance of ${name}`);
    if (!Object.hasOwn(recorded, name)) return void missing.push(name);
    const own = recorded[name]!;
    const found = convert({ value: finite(own.value, name), from: own.unit, to: unit }).value;
    const off = subtract(found, expected);
    if (Math.abs(off) > allowed + toleranceAt(expected)) deviations.push({ name, expected, found, off });
  });
  return { deviations, missing, onProtocol: deviations.length === 0 && missing.length === 0 };
}
