/** The dimensions a parameter can have, each with its SI (or own) unit and the units offered first. */
export const DIMENSIONS = {
  mass: { base: 'kg', offered: ['g', 'kg', 'oz', 'lb'] },
  length: { base: 'm', offered: ['mm', 'cm', 'm', 'in', 'ft'] },
  time: { base: 's', offered: ['s', 'min', 'hr'] },
  cost: { base: 'credits', offered: ['credits'] },
  count: { base: 'count', offered: ['count'] },
  share: { base: '%', offered: ['%'] },
  angle: { base: 'rad', offered: ['deg', 'rad'] },
  force: { base: 'N', offered: ['N', 'kN', 'lbf'] },
  speed: { base: 'm/s', offered: ['m/s', 'km/hr', 'mph'] },
  area: { base: 'm^2', offered: ['mm^2', 'cm^2', 'm^2', 'in^2'] },
  volume: { base: 'm^3', offered: ['ml', 'l', 'cm^3', 'in^3'] },
  flow: { base: 'm^3/s', offered: ['l/min', 'ml/s'] },
  pressure: { base: 'Pa', offered: ['Pa', 'kPa', 'bar', 'psi'] },
  energy: { base: 'J', offered: ['J', 'kJ', 'Wh'] },
  power: { base: 'W', offered: ['W', 'kW', 'hp'] },
  temperature: { base: 'K', offered: ['degC', 'degF', 'K'] },
  voltage: { base: 'V', offered: ['V', 'mV'] },
  current: { base: 'A', offered: ['A', 'mA'] },
  'yes-no': { base: null, offered: [] },
} as const satisfies Record<string, { base: string | null; offered: readonly string[] }>;

export type Dimension = keyof typeof DIMENSIONS;
export const DIMENSION_NAMES = Object.keys(DIMENSIONS) as Dimension[];

/**
 * What a project can count money in: one unit under several names, so a project that changes its currency keeps its figures.
 * The first is what it counts in until somebody chooses.
 */
export const CURRENCIES = ['credits', 'tokens', 'coins', '€', '$', '£', '¥', '₹', 'CHF', 'kr', 'zł'] as const;

export type UnitSystem = 'metric' | 'US';
const US = new Set(['in', 'ft', 'oz', 'lb', 'lbf', 'mph', 'in^2', 'in^3', 'psi', 'hp', 'degF']);

/**
 * The units offered for a dimension, those of the system first; units common to both keep their order. Cost is offered in the
 * project's currency.
 * @example offeredUnits('mass', 'US') // ['oz', 'lb', 'g', 'kg']
 */
export function offeredUnits(dimension: Dimension, system: UnitSystem, currency: string = CURRENCIES[0]): string[] {
  if (dimension === 'cost') return [currency];
  const offered: readonly string[] = DIMENSIONS[dimension].offered;
  if (system === 'metric') return [...offered];
  return [...offered.filter((unit) => US.has(unit)), ...offered.filter((unit) => !US.has(unit))];
}
