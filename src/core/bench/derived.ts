import { parse, type MathNode } from 'mathjs';
import { CoreError } from '../shared/CoreError';
import { own } from '../shared/check';
import { tidy } from '../shared/decimal';
import { readFormula, type Formula } from '../shared/formula';
import { coherent, powersOf, samePowers, type CoherentUnit } from './powers';
import { propagate } from './propagate';

/** Something that a protocol measures: read where it has no formula. */
export interface FormulaQuantity {
  symbol: string;
  unit: string;
  formula: string | null;
}
/** Something that is known of every run and can stand in a formula: a condition, or a setting that is a figure. */
export interface Given {
  symbol: string;
  unit: string;
}
/** A formula that was checked, written out in what is read and given. */
export interface Derived {
  symbol: string;
  unit: string;
  /** As it was typed. */
  text: string;
  written: Formula;
  names: readonly string[];
  units: Readonly<Record<string, CoherentUnit>>;
  to: CoherentUnit;
}
/** What is wrong with the formula of one quantity, or with its symbol. */
export class DerivedError extends CoreError {
  override name = 'DerivedError';
  constructor(
    readonly symbol: string,
    message: string,
  ) {
    super(message);
  }
}

/** Acceleration of free fall, m/s² (CGPM 1901): a formula may name it. */
const CONSTANTS: Record<string, { value: number; unit: string }> = { gravity: { value: 9.80665, unit: 'm/s^2' } };
const SYMBOL = /^[A-Za-z][A-Za-z0-9_]*$/;

/**
 * Reads the formulas of a protocol, each written out in what is read and given: everything in coherent units of the SI (an angle is
 * in radians, a share a fraction, a count a number), so no formula carries factors of units. A formula may use other derived
 * quantities, and `gravity`.
 * @throws DerivedError, with the symbol of the quantity: for a symbol that is none or stands twice, a name that the protocol does not
 *   know, quantities that depend on each other in a loop, unlike things added, or a value that is not in the unit of the quantity.
 * @example readDerived([{ symbol: 'V', unit: 'V', formula: null }, { symbol: 'I', unit: 'mA', formula: null }, { symbol: 'P', unit: 'W', formula: 'V * I' }], [])
 */
export function readDerived(quantities: readonly FormulaQuantity[], given: readonly Given[]): Derived[] {
  const units: Record<string, CoherentUnit> = {};
  for (const [name, { unit }] of Object.entries(CONSTANTS)) units[name] = coherent(unit);
  for (const { symbol, unit } of given) if (SYMBOL.test(symbol)) units[symbol] = coherent(unit);
  const formulas = new Map<string, FormulaQuantity>();
  const symbols = new Set<string>();
  for (const one of quantities) {
    if (!SYMBOL.test(one.symbol))
      throw new DerivedError(
        one.symbol,
        `"${one.symbol.slice(0, 40)}" can't be used in a formula: take letters, digits and _, a letter first.`,
      );
    if (symbols.has(one.symbol)) throw new DerivedError(one.symbol, `${one.symbol} appears twice.`);
    symbols.add(one.symbol);
    if (one.formula === null) units[one.symbol] = coherent(one.unit);
    else formulas.set(one.symbol, one);
  }
  const known = [
    ...symbols,
    ...given.map(({ symbol }) => symbol).filter((symbol) => SYMBOL.test(symbol) && !symbols.has(symbol)),
  ];
  const done = new Map<string, Derived>();
  const read = (symbol: string, above: readonly string[]): Derived => {
    const ready = done.get(symbol);
    if (ready) return ready;
    const path = [...above, symbol];
    if (above.includes(symbol))
      throw new DerivedError(path[0]!, `The formulas go in a circle: ${path.slice(path.indexOf(symbol)).join(' → ')}.`);
    const { formula, unit } = formulas.get(symbol)!;
    const derived = saidOf(symbol, () => {
      const unknown = readFormula(formula!).names.find((name) => !formulas.has(name) && !Object.hasOwn(units, name));
      if (unknown !== undefined)
        throw new CoreError(
          `"${unknown}" is nothing this protocol knows. A formula can use ${known.filter((name) => name !== symbol).join(', ')}.`,
        );
      const text = parse(formula!)
        .transform((node) => {
          const { name, type } = node as MathNode & { name?: string };
          return type === 'SymbolNode' && formulas.has(name!) ? parse(`(${read(name!, path).written.text})`) : node;
        })
        .toString();
      const written = readFormula(text);
      const to = coherent(unit);
      const powers = Object.fromEntries(Object.entries(units).map(([name, one]) => [name, one.powers]));
      if (!samePowers(powersOf(text, powers), to.powers))
        throw new CoreError(`${formula} doesn't come out in ${unit}. Check the unit, and the units of what goes in.`);
      return { symbol, unit, text: formula!, written, names: written.names, units, to };
    });
    done.set(symbol, derived);
    return derived;
  };
  return [...formulas.keys()].map((symbol) => read(symbol, []));
}

/** What is wrong inside is told of the quantity, unless it is told of one already. */
function saidOf<T>(symbol: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError && !(error instanceof DerivedError)) throw new DerivedError(symbol, error.message);
    throw error;
  }
}

/** A formula as it is read aloud: "lifted_water * gravity" → "lifted water × gravity". */
export const formulaWords = (formula: string): string =>
  formula
    .split('*')
    .map((part) => part.trim())
    .join(' × ')
    .replaceAll('_', ' ');

/** Values by symbol, each in a unit of its own that measures the same as the protocol's. */
export type Inputs = Readonly<Record<string, { value: number; unit: string }>>;

/** The value of a derived quantity in its unit; null where something it needs is missing, or it has no finite value. */
export function derivedValue({ written, names, to }: Derived, inputs: Inputs): number | null {
  const values: Record<string, number> = {};
  for (const name of names) {
    const input = own(inputs as Record<string, { value: number; unit: string }>, name) ?? own(CONSTANTS, name);
    if (!input) return null;
    values[name] = inSI(input);
  }
  try {
    return tidy(written.evaluateExact(values).toNumber() / to.scale - to.offset);
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

const inSI = ({ value, unit }: { value: number; unit: string }): number => {
  const { scale, offset } = coherent(unit);
  return tidy((value + offset) * scale);
};

/**
 * The same with its standard uncertainty, first order (bench.propagate), and what each input brings; null as above, and where the
 * formula has no slope.
 */
export function derivedFigure(
  { written, names, to }: Derived,
  inputs: Readonly<Record<string, { value: number; unit: string; standardUncertainty: number }>>,
): { value: number; standardUncertainty: number; contributions: { name: string; share: number }[] } | null {
  const si: Record<string, { value: number; standardUncertainty: number }> = {};
  for (const name of names) {
    const input = own(inputs as Record<string, (typeof inputs)[string]>, name);
    const constant = own(CONSTANTS, name);
    if (input)
      si[name] = { value: inSI(input), standardUncertainty: input.standardUncertainty * coherent(input.unit).scale };
    else if (constant) si[name] = { value: constant.value, standardUncertainty: 0 };
    else return null;
  }
  try {
    const found = propagate({ expression: written.text, inputs: si });
    return {
      value: tidy(found.value / to.scale - to.offset),
      standardUncertainty: found.standardUncertainty / to.scale,
      contributions: found.contributions,
    };
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}
