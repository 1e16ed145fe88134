import { parse, type MathNode } from 'mathjs';
import { CoreError } from './CoreError';
import { own } from './check';

const FUNCTIONS: Record<string, (...x: number[]) => number> = {
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
const OPERATORS: Record<string, (a: number, b: number) => number> = {
  add: (a, b) => a + b,
  subtract: (a, b) => a - b,
  multiply: (a, b) => a * b,
  divide: (a, b) => a / b,
  pow: Math.pow,
};
const CONSTANTS: Record<string, number> = { pi: Math.PI, e: Math.E };

/** A formula that was read and found harmless: its text, the names it uses, and its value for given names. */
export interface Formula {
  text: string;
  names: string[];
  evaluate(values: Record<string, number>): number;
}

/**
 * Reads an expression of numbers, names, + − × / ^, brackets and elementary functions.
 * Anything else (assignments, text, ranges, indexing, unknown functions) throws CoreError, so a
 * formula typed by a person can never run code. The value must come out finite.
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
  return {
    text,
    names: [...names],
    evaluate(values) {
      const result = run(values);
      if (!Number.isFinite(result)) {
        const given = [...names].map((name) => `${name} = ${values[name]}`).join(', ');
        throw new CoreError(`The formula "${text}" has no finite value for ${given}.`);
      }
      return result;
    },
  };
}

type Run = (values: Record<string, number>) => number;

interface Parts {
  type: string;
  value?: unknown;
  name?: string;
  content?: MathNode;
  args?: MathNode[];
  fn?: unknown;
}

function build(node: MathNode, names: Set<string>, text: string): Run {
  const part = node as unknown as Parts;
  const inside = (child: MathNode) => build(child, names, text);
  if (part.type === 'ConstantNode' && typeof part.value === 'number') {
    const value = part.value;
    return () => value;
  }
  if (part.type === 'ParenthesisNode' && part.content) return inside(part.content);
  if (part.type === 'SymbolNode' && part.name) return symbol(part.name, names);
  if (part.type === 'OperatorNode' && part.args) {
    const operands = part.args.map(inside);
    const [first, second] = operands;
    if (part.fn === 'unaryMinus' && first) return (values) => -first(values);
    if (part.fn === 'unaryPlus' && first) return first;
    const apply = own(OPERATORS, String(part.fn));
    if (apply && first && second) return (values) => apply(first(values), second(values));
  }
  if (part.type === 'FunctionNode' && part.args?.length) {
    const apply = own(FUNCTIONS, String((part.fn as Parts | undefined)?.name));
    const args = part.args.map(inside);
    if (apply) return (values) => apply(...args.map((arg) => arg(values)));
  }
  throw new CoreError(
    `The formula "${text}" may only use numbers, names, + - * / ^, brackets and elementary functions.`,
  );
}

function symbol(name: string, names: Set<string>): Run {
  const constant = own(CONSTANTS, name);
  if (constant !== undefined) return () => constant;
  names.add(name);
  return (values) => {
    const value = own(values, name);
    if (value === undefined) throw new CoreError(`The formula needs a value for "${name}", which is not given.`);
    return value;
  };
}
