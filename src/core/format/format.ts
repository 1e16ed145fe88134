export { shortName, whoDid } from '../names';

/** A number for reading: at most `digits` decimals, a real minus sign. */
export function number(value: number | null | undefined, digits = 3): string {
  if (value === null || value === undefined) return '–';
  return String(Number(value.toFixed(digits))).replace('-', '−');
}

/** How likely a difference as large as this is by chance alone, as it is written: "p = 0.024". */
export function chance(p: number): string {
  return p < 0.001 ? 'p < 0.001' : `p = ${number(p)}`;
}

/** A number with exactly `digits` decimals, for columns that line up. */
export function fixed(value: number | null | undefined, digits: number): string {
  return value === null || value === undefined ? '–' : value.toFixed(digits).replace('-', '−');
}

/** A difference, with its sign: "+0.8", "−1.2". */
export function signed(value: number, digits: number): string {
  const text = fixed(value, digits);
  return Number(value.toFixed(digits)) > 0 ? `+${text}` : text;
}

/**
 * Writes the numbers of a column so that they line up on the decimal point in the monospaced face: shorter ones are
 * filled with spaces, not with zeros that nobody measured.
 */
export function column(
  values: (number | null | undefined)[],
  digits = 3,
): (value: number | null | undefined) => string {
  const tail = (text: string) => (text.includes('.') ? text.length - text.indexOf('.') : 0);
  const widest = Math.max(0, ...values.map((value) => tail(number(value, digits))));
  return (value) => {
    const text = number(value, digits);
    return text + '\u00a0'.repeat(widest - Math.min(widest, tail(text)));
  };
}

/**
 * A value with its expanded uncertainty: two figures of the uncertainty, and the value to the same decimal
 * (GUM 7.2.6). An uncertainty of zero leaves the value alone.
 * @example measured(10.117, 0.2874, 'm') // "10.12 ± 0.29 m"
 */
export function measured(value: number | null, uncertainty: number, unit: string | null): string {
  if (value === null || !(uncertainty > 0)) return quantity(value, unit);
  const digits = decimalsFor(uncertainty);
  return `${fixed(value, digits)} ± ${unitAfter(fixed(uncertainty, digits), unit)}`;
}

/** So many decimals leave two figures of an uncertainty above 0. */
export const decimalsFor = (uncertainty: number): number =>
  Math.min(6, Math.max(0, 1 - Math.floor(Math.log10(uncertainty))));

/** A value with its unit, to so many decimals. */
export const quantityTo = (value: number, unit: string | null | undefined, decimals: number): string =>
  unitAfter(fixed(value, decimals), unit);

/** A value with its unit. Angles and percent stand close. */
export function quantity(value: number | null | undefined, unit: string | null | undefined, digits = 3): string {
  return unitAfter(number(value, digits), unit);
}

/** What money is counted in that has a singular. */
const COINS = new Set(['credits', 'tokens', 'coins']);
/** Signs of money that stand before the figure. */
const BEFORE = new Set(['€', '$', '£', '¥', '₹']);

/** Units that people write with a sign of their own. */
const SIGNS: Record<string, string> = {
  ohm: 'Ω',
  degC: '°C',
  degF: '°F',
  'm^2': 'm²',
  'mm^2': 'mm²',
  'cm^2': 'cm²',
  'in^2': 'in²',
};

function unitAfter(shown: string, unit: string | null | undefined): string {
  if (!unit || unit === 'count') return shown;
  if (BEFORE.has(unit)) return shown.startsWith('−') ? `−${unit}${shown.slice(1)}` : `${unit}${shown}`;
  if (unit === 'deg') return `${shown}°`;
  const name = SIGNS[unit] ?? unit;
  return `${shown} ${/^−?1$/.test(shown) && COINS.has(unit) ? unit.slice(0, -1) : name}`;
}

/** A value to as many decimals as an interval leaves; without one, or with one of no width, as it is. */
export const within = (
  value: number,
  unit: string | null | undefined,
  interval: readonly [number, number] | null | undefined,
): string =>
  interval && interval[1] > interval[0]
    ? quantityTo(value, unit, decimalsFor((interval[1] - interval[0]) / 2))
    : quantity(value, unit);

/** A spread or an uncertainty with its unit, to two figures. */
export const twoFigures = (value: number, unit: string | null | undefined): string =>
  value > 0 ? quantityTo(value, unit, decimalsFor(value)) : quantity(value, unit);

/** How a unit is written in a column head. */
export function unitName(unit: string): string {
  return { deg: '°', count: 'number' }[unit] ?? SIGNS[unit] ?? unit;
}

/** With a capital in front, as a sentence begins; and without, as a name stands within one. */
export const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
export const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

const COUNTED = new Intl.PluralRules('en');

/** "1 team", "3 teams" */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${COUNTED.select(count) === 'one' ? one : many}`;
}

const NTH = new Intl.PluralRules('en', { type: 'ordinal' });
const ENDING = { zero: 'th', one: 'st', two: 'nd', few: 'rd', many: 'th', other: 'th' };

/** "1st", "2nd", "11th" */
export function ordinal(n: number): string {
  return `${n}${ENDING[NTH.select(n)]}`;
}
