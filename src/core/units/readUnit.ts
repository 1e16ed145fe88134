import { create, createUnitDependencies, unitDependencies, type Unit } from 'mathjs';
import { CURRENCIES } from '../dimensions';
import { UnitError } from '../shared/CoreError';

// An instance of our own: the package's common one is shared by every copy of this file that a server loads.
const { createUnit, unit: parseUnit } = create({ ...createUnitDependencies, ...unitDependencies });

// Each dimensionless unit is a base of its own, so credits never turn into counts.
createUnit!('credits', { aliases: ['credit'] });
createUnit!('count');
createUnit!('percentage');
createUnit!('mph', '1 mi/hr');
createUnit!('rpm', '1 cycle/min');

const SPELLINGS: Record<string, string> = {
  '%': 'percentage',
  '°': 'deg',
  '°C': 'degC',
  '°F': 'degF',
  Ω: 'ohm',
  ...Object.fromEntries(CURRENCIES.map((name) => [name, 'credits'])),
};

/** A unit taken apart: `value` in the unit is `(value + offset) × scale` in the base units. */
export interface UnitParts {
  scale: number;
  offset: number;
  /** What it measures: the powers of the base quantities, as one text. */
  dimension: string;
}

interface Inner {
  units: { unit: { value: number; offset: number }; prefix: { value: number }; power: number }[];
  dimensions: number[];
  value: unknown;
}

const known = new Map<string, UnitParts>();

/** Reads a unit's spelling. @throws UnitError for anything that is no unit, or carries a number. */
export function readUnit(text: string): UnitParts {
  const found = known.get(text);
  if (found) return found;
  if (typeof text !== 'string' || text.trim() === '' || text.length > 40) throw unknown(text);
  let inner: Inner;
  try {
    const spelling = Object.hasOwn(SPELLINGS, text.trim()) ? SPELLINGS[text.trim()]! : text.replace(/[µμ]/g, 'u');
    inner = parseUnit!(spelling) as Unit as unknown as Inner;
  } catch {
    throw unknown(text);
  }
  if (inner.value != null || inner.units.length === 0) throw unknown(text);
  const only = inner.units.length === 1 && inner.units[0]!.power === 1 ? inner.units[0]! : null;
  const last = inner.dimensions.findLastIndex((power) => power !== 0);
  const parts = {
    scale: inner.units.reduce((all, { unit, prefix, power }) => all * (unit.value * prefix.value) ** power, 1),
    offset: only ? only.unit.offset / only.prefix.value : 0,
    dimension: inner.dimensions.slice(0, Math.max(1, last + 1)).join(' '),
  };
  if (known.size < 500) known.set(text, parts);
  return parts;
}

/** Whether two units measure the same thing. */
export function sameDimension(a: UnitParts, b: UnitParts): boolean {
  return a.dimension === b.dimension;
}

function unknown(text: unknown) {
  return new UnitError(
    `"${String(text).slice(0, 40)}" is not a unit known here; examples: g, kg, mm, in, s, N, credits, count.`,
  );
}
