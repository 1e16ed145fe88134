import { parse, type MathNode } from 'mathjs';
import { CoreError } from './CoreError';
import { own } from './check';
import { tidy } from './decimal';
import { exact, minus, totalOf, type Exact } from './exact';

/** The elementary functions that a formula may use. */
export const FUNCTIONS: Record<string, (...x: number[]) => number> = {
  sqrt: Math.sqrt,
  cbrt: Math.cbrt,
  abs: Math.abs,
  exp: Math.exp,
  log: (x, base) => (base === undefined ? Math.log(x) : Math.log(x) / Math.log(base)),
  ln: Math.log,
  log10: Math.log10,
  sin: Math.sin,
  cos: Math.cos,
  tan: Math.tan,
  asin: Math.asin,
  acos: Math.acos,
  atan: Math.atan,
  min: Math.min,
  max: Math.max,
};
/** The four operations are exact, powers where the exponent is a small whole number. */
const OPERATORS: Record<string, (a: Exact, b: Exact) => Exact> = {
  add: (a, b) => totalOf([a, b]),
  subtract: minus,
  multiply: (a, b) => a.times(b),
  divide: (a, b) => a.div(b),
  pow: (a, b) => (b.isInteger() && b.abs().lte(MOST_POWER) ? a.pow(b) : inDoubles(Math.pow, [a, b])),
};
const MOST_POWER = 100;
const CONSTANTS: Record<string, number> = { pi: Math.PI, e: Math.E };

/** What is no operation of decimals is done in doubles, whose noise is taken off. */
function inDoubles(apply: (...x: number[]) => number, args: readonly Exact[]): Exact {
  return exact(tidy(apply(...args.map((arg) => arg.toNumber()))));
}

/** A formula that was read and found harmless: its text, the names it uses, and its value for given names. */
export interface Formula {
  text: string;
  names: string[];
  evaluateExact(values: Record<string, number>): Exact;
}

/**
 * Reads an expression of numbers, names, + − × / ^, brackets and elementary functions.
 * Anything else (assignments, text, ranges, indexing, unknown functions) throws CoreError, so a
 * formula typed by a person can never run code. A value that is given wins over a constant of the same name (e, pi).
 * The value must come out finite.
 */
export function readFormula(text: string): Formula {
  if (typeof text !== 'string' || text.trim() === '' || text.length > 200) {
    throw new CoreError('A formula is a text of 1 to 200 characters.');
  }
  let root: MathNode;
  try {
    root = parse(text);
  } catch (error) {
    throw new CoreError(`The formula "${text}" can't be read: ${(error as Error).message}.`);
  }
  const names = new Set<string>();
  const run = build(root, names, text);
  const evaluateExact = (values: Record<string, number>): Exact => {
    const result = run(values);
    if (Number.isFinite(result.toNumber())) return result;
    const given = [...names].map((name) => `${name} = ${values[name]}`).join(', ');
    const why = result.isNaN() ? '' : ': it is too large for a number, or divides by 0';
    throw new CoreError(`The formula "${text}" has no finite value for ${given}${why}.`);
  };
  return { text, names: [...names], evaluateExact };
}

type Run = (values: Record<string, number>) => Exact;

/** A node of a formula, as far as it is walked. */
export interface NodeParts {
  type: string;
  value?: unknown;
  name?: string;
  content?: MathNode;
  args?: MathNode[];
  fn?: unknown;
}

function build(node: MathNode, names: Set<string>, text: string): Run {
  const part = node as unknown as NodeParts;
  const inside = (child: MathNode) => build(child, names, text);
  if (part.type === 'ConstantNode' && typeof part.value === 'number') {
    const value = exact(part.value);
    return () => value;
  }
  if (part.type === 'ParenthesisNode' && part.content) return inside(part.content);
  if (part.type === 'SymbolNode' && part.name) return symbol(part.name, names);
  if (part.type === 'OperatorNode' && part.args) {
    const operands = part.args.map(inside);
    const [first, second] = operands;
    if (part.fn === 'unaryMinus' && first) return (values) => first(values).neg();
    if (part.fn === 'unaryPlus' && first) return first;
    const apply = own(OPERATORS, String(part.fn));
    if (apply && first && second) return (values) => apply(first(values), second(values));
  }
  if (part.type === 'FunctionNode' && part.args?.length) {
    const apply = own(FUNCTIONS, String((part.fn as NodeParts | undefined)?.name));
    const args = part.args.map(inside);
    if (apply)
      return (values) =>
        inDoubles(
          apply,
          args.map((arg) => arg(values)),
        );
  }
  throw new CoreError(
    `The formula "${text}" may only use numbers, names, + - * / ^, brackets and elementary functions.`,
  );
}

function symbol(name: string, names: Set<string>): Run {
  const constant = own(CONSTANTS, name);
  if (constant === undefined) names.add(name);
  return (values) => {
    const value = own(values, name) ?? constant;
    if (value === undefined) throw new CoreError(`The formula needs a value for "${name}", which is not given.`);
    return exact(value);
  };
}
