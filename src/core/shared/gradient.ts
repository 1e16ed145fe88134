import { parse, type MathNode } from 'mathjs';
import { own } from './check';
import { FUNCTIONS, type NodeParts } from './formula';

/** A value with its slopes in the names it depends on. */
interface Dual {
  value: number;
  slopes: ReadonlyMap<string, number>;
}
/** Derivatives of functions of one argument. */
const SLOPES: Record<string, (x: number) => number> = {
  sqrt: (x) => 0.5 / Math.sqrt(x),
  cbrt: (x) => 1 / (3 * Math.cbrt(x) ** 2),
  abs: Math.sign,
  exp: Math.exp,
  ln: (x) => 1 / x,
  log10: (x) => 1 / (x * Math.LN10),
  sin: Math.cos,
  cos: (x) => -Math.sin(x),
  tan: (x) => 1 + Math.tan(x) ** 2,
  asin: (x) => 1 / Math.sqrt(1 - x * x),
  acos: (x) => -1 / Math.sqrt(1 - x * x),
  atan: (x) => 1 / (1 + x * x),
};
/** The slopes of a formula that readFormula has read, in each name it uses, at these values: by the rules, not by differences. */
export function gradientOf(text: string, values: Readonly<Record<string, number>>): ReadonlyMap<string, number> {
  return walk(parse(text), values).slopes;
}

function walk(node: MathNode, values: Readonly<Record<string, number>>): Dual {
  const { type, name, value, content, args = [], fn } = node as unknown as NodeParts;
  if (type === 'ParenthesisNode') return walk(content!, values);
  if (type === 'SymbolNode') return symbol(name!, values);
  if (type === 'ConstantNode') return constant(Number(value));
  const parts = args.map((arg) => walk(arg, values));
  const called = type === 'FunctionNode' ? String((fn as NodeParts).name) : String(fn);
  const [a, b] = parts as [Dual, Dual | undefined];
  if (called === 'unaryPlus') return a;
  if (called === 'unaryMinus') return combine(-a.value, [a, -1]);
  if (called === 'min' || called === 'max') {
    const best = Math[called](...parts.map((part) => part.value));
    return parts.find((part) => part.value === best)!;
  }
  if (called === 'log' && b) return quotient(applied('ln', a), applied('ln', b));
  if (!b) return applied(called === 'log' ? 'ln' : called, a);
  if (called === 'add') return combine(a.value + b.value, [a, 1], [b, 1]);
  if (called === 'subtract') return combine(a.value - b.value, [a, 1], [b, -1]);
  if (called === 'multiply') return combine(a.value * b.value, [a, b.value], [b, a.value]);
  if (called === 'divide') return quotient(a, b);
  return power(a, b);
}

const constant = (value: number): Dual => ({ value, slopes: new Map() });

function symbol(name: string, values: Readonly<Record<string, number>>): Dual {
  const value = own(values, name);
  if (value === undefined) return constant(name === 'pi' ? Math.PI : Math.E);
  return { value, slopes: new Map([[name, 1]]) };
}

const applied = (name: string, of: Dual): Dual => combine(FUNCTIONS[name]!(of.value), [of, SLOPES[name]!(of.value)]);
const quotient = (a: Dual, b: Dual): Dual => combine(a.value / b.value, [a, 1 / b.value], [b, -a.value / b.value ** 2]);

function power(a: Dual, b: Dual): Dual {
  const value = a.value ** b.value;
  const base = b.value === 0 ? 0 : b.value * a.value ** (b.value - 1);
  // The exponent of a number below 0 may not vary; one that is written down does not.
  return b.slopes.size === 0
    ? combine(value, [a, base])
    : combine(value, [a, base], [b, a.value === 0 ? 0 : value * Math.log(a.value)]);
}

/** A value whose slopes are those of its parts, each times a factor. */
function combine(value: number, ...parts: [Dual, number][]): Dual {
  const slopes = new Map<string, number>();
  for (const [part, factor] of parts)
    for (const [name, slope] of part.slopes) slopes.set(name, (slopes.get(name) ?? 0) + slope * factor);
  return { value, slopes };
}
