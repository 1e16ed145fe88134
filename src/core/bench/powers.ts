import { parse, type MathNode } from 'mathjs';
import { CoreError } from '../shared/CoreError';
import { own } from '../shared/check';
import type { NodeParts } from '../shared/formula';
import { readUnit } from '../units/readUnit';

/** Powers of the base quantities; trailing zeros are left out. */
export type Powers = readonly number[];
const MOST_EXPONENT = 12;
const ROOTS: Record<string, number> = { sqrt: 1 / 2, cbrt: 1 / 3 };
const ALIKE = new Set(['add', 'subtract', 'min', 'max']);
/** Whether each of the lists has the same powers. */
export const samePowers = (a: Powers, b: Powers): boolean =>
  Array.from({ length: Math.max(a.length, b.length) }).every((_, i) => Math.abs((a[i] ?? 0) - (b[i] ?? 0)) < 1e-9);

const slotOf = (unit: string): number =>
  readUnit(unit)
    .dimension.split(' ')
    .findIndex((power) => power !== '0');
/** What is a plain number in a formula: an angle in radians, a count, a share as a fraction. */
const PLAIN = ['rad', 'count', '%'].map(slotOf);
const SHARE = slotOf('%');

/** A unit as formulas have it: `(value + offset) × scale` is in the coherent units of the SI. */
export interface CoherentUnit {
  powers: Powers;
  scale: number;
  offset: number;
}

/** @throws UnitError for what is no unit. */
export function coherent(unit: string): CoherentUnit {
  const { scale, offset, dimension } = readUnit(unit);
  const powers = dimension.split(' ').map(Number);
  const hundredths = powers[SHARE] ?? 0;
  return {
    powers: powers.map((power, i) => (PLAIN.includes(i) ? 0 : power)),
    scale: scale * 0.01 ** hundredths,
    offset,
  };
}

/**
 * What a formula that readFormula has read comes out in. Strict: only like things are added or compared, exponents are plain numbers
 * of at most 12, and functions other than roots take plain numbers.
 * @throws CoreError naming what does not fit.
 */
export function powersOf(text: string, names: Readonly<Record<string, Powers>>): Powers {
  return walk(parse(text), names);
}

function walk(node: MathNode, names: Readonly<Record<string, Powers>>): Powers {
  const { type, name, content, args = [], fn } = node as unknown as NodeParts;
  if (type === 'ParenthesisNode' && content) return walk(content, names);
  if (type === 'SymbolNode') return own(names as Record<string, Powers>, name!) ?? [];
  if (type === 'ConstantNode') return [];
  const called = type === 'FunctionNode' ? String((fn as NodeParts).name) : String(fn);
  const [first, second] = args as [MathNode, MathNode | undefined];
  const a = walk(first, names);
  if (ALIKE.has(called)) {
    for (const other of args.slice(1))
      if (!samePowers(a, walk(other, names)))
        throw new CoreError(`The formula adds or compares unlike things: ${first.toString()} and ${other.toString()}.`);
    return a;
  }
  if (called === 'unaryMinus' || called === 'unaryPlus' || called === 'abs') return a;
  if (called === 'multiply' || called === 'divide')
    return product(a, walk(second!, names), called === 'divide' ? -1 : 1);
  if (called === 'pow') return raised(a, second!, names);
  const root = own(ROOTS, called);
  if (root !== undefined) return a.map((power) => power * root);
  for (const arg of args)
    if (!samePowers(walk(arg, names), []))
      throw new CoreError(`${called} takes a plain number or an angle, and ${arg.toString()} has a unit.`);
  return [];
}

const product = (a: Powers, b: Powers, sign: 1 | -1): Powers =>
  Array.from({ length: Math.max(a.length, b.length) }, (_, i) => (a[i] ?? 0) + sign * (b[i] ?? 0));

function raised(base: Powers, exponent: MathNode, names: Readonly<Record<string, Powers>>): Powers {
  if (!samePowers(walk(exponent, names), [])) throw new CoreError(`The exponent ${exponent.toString()} has a unit.`);
  const power = plainNumber(exponent);
  if (power !== null && Math.abs(power) > MOST_EXPONENT)
    throw new CoreError(`The exponent ${power} is too large; at most ${MOST_EXPONENT}.`);
  if (samePowers(base, [])) return [];
  if (power === null) throw new CoreError(`The exponent ${exponent.toString()} must be a plain number.`);
  return base.map((one) => one * power);
}

/** The value of an exponent that is written down; null for one that is worked out. */
function plainNumber(node: MathNode): number | null {
  const { type, value, content, args, fn } = node as unknown as NodeParts;
  if (type === 'ParenthesisNode' && content) return plainNumber(content);
  if (type === 'OperatorNode' && fn === 'unaryMinus') {
    const inner = plainNumber(args![0]!);
    return inner === null ? null : -inner;
  }
  return type === 'ConstantNode' && typeof value === 'number' ? value : null;
}
