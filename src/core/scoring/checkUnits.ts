import { parse, type MathNode } from 'mathjs';
import { CoreError } from '../shared/CoreError';
import { own } from '../shared/check';
import { readFormula, type NodeParts } from '../shared/formula';
import { readUnit } from '../units/readUnit';

/** What a part of a formula measures. A number alone goes with anything; one that a number was multiplied with has no scale. */
interface Measure {
  /** Powers of the base quantities; null: a number. */
  powers: number[] | null;
  scale: number | null;
  text: string;
}
const LIKE_SUMS = new Set(['add', 'subtract']);
const ROOTS: Record<string, number> = { sqrt: 2, cbrt: 3 };

/**
 * Checks that a formula adds, subtracts and compares only what is measured in the same unit; products, quotients and powers
 * may mix. A plain number goes with everything ("value + 5"), and so does what a number was multiplied with: it is a weight
 * ("value / 10 + mass / 100"). `units` gives each name its unit.
 * @throws CoreError for a name without a unit, naming those there are, and for a sum of unlike things, naming both.
 * @example checkUnits('value + mass', { value: 's', mass: 'g' }) // CoreError: "value" is in s and "mass" in g …
 */
export function checkUnits(text: string, units: Record<string, string>): void {
  const unknown = readFormula(text).names.find((name) => !Object.hasOwn(units, name));
  if (unknown !== undefined)
    throw new CoreError(
      `The formula uses "${unknown}", which is not measured. It can use ${Object.keys(units).join(', ')}.`,
    );
  walk(parse(text), units);
}

function walk(node: MathNode, units: Record<string, string>): Measure {
  const { type, name, content, args = [], fn } = node as unknown as NodeParts;
  const text = node.toString();
  if (type === 'ParenthesisNode' && content) return { ...walk(content, units), text };
  if (type === 'SymbolNode') return symbol(name!, units);
  if (type === 'ConstantNode') return { powers: null, scale: null, text };
  const parts = args.map((arg) => walk(arg, units));
  const called = type === 'FunctionNode' ? String((fn as NodeParts).name) : String(fn);
  if (LIKE_SUMS.has(called) || called === 'min' || called === 'max') return { ...alike(parts), text };
  const [first, second] = parts as [Measure, Measure | undefined];
  if (called === 'multiply' || called === 'divide') return product(first, second!, called === 'divide' ? -1 : 1, text);
  if (called === 'pow') return raised(first, exponentOf(args[1]!), text);
  const root = own(ROOTS, called);
  if (root) return raised(first, 1 / root, text);
  if (called === 'unaryMinus' || called === 'unaryPlus' || called === 'abs') return { ...first, text };
  return { powers: null, scale: null, text };
}

function symbol(name: string, units: Record<string, string>): Measure {
  const unit = own(units, name);
  if (unit === undefined) return { powers: null, scale: null, text: name };
  const { dimension, scale } = readUnit(unit);
  return { powers: dimension.split(' ').map(Number), scale, text: `"${name}" is in ${unit}` };
}

/** What a sum, a least or a greatest measures. @throws CoreError where two of its parts are unlike. */
function alike(parts: Measure[]): Measure {
  const [first, ...rest] = parts.filter((part) => part.powers !== null);
  if (!first) return parts[0]!;
  for (const part of rest) {
    if (first.scale === null || part.scale === null) continue; // a weight was put to it: points, not quantities
    if (!alikeIn(first.powers!, part.powers!) || first.scale !== part.scale)
      throw new CoreError(`The formula adds or compares unlike things: ${named(first)}, ${named(part)}.`);
  }
  return { ...first, scale: rest.some((part) => part.scale === null) ? null : first.scale };
}
const named = ({ text }: Measure) => (text.startsWith('"') ? text : `"${text}" is in something else`);
const alikeIn = (a: number[], b: number[]) =>
  Array.from({ length: Math.max(a.length, b.length) }).every((_, i) => (a[i] ?? 0) === (b[i] ?? 0));

function product(a: Measure, b: Measure, sign: 1 | -1, text: string): Measure {
  if (a.powers === null && b.powers === null) return { powers: null, scale: null, text };
  const length = Math.max(a.powers?.length ?? 0, b.powers?.length ?? 0);
  const powers = Array.from({ length }, (_, i) => (a.powers?.[i] ?? 0) + sign * (b.powers?.[i] ?? 0));
  const scale = a.scale === null || b.scale === null ? null : a.scale * b.scale ** sign;
  return { powers, scale, text };
}

function raised(base: Measure, exponent: number | null, text: string): Measure {
  if (base.powers === null || exponent === null) return { powers: null, scale: null, text };
  const scale = base.scale === null ? null : base.scale ** exponent;
  return { powers: base.powers.map((power) => power * exponent), scale, text };
}

/** The value of an exponent that is a plain number; null for one that is worked out. */
function exponentOf(node: MathNode): number | null {
  const { type, value, content } = node as unknown as NodeParts;
  if (type === 'ParenthesisNode' && content) return exponentOf(content);
  return type === 'ConstantNode' && typeof value === 'number' ? value : null;
}
