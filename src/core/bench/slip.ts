/** What a value was most likely meant to be. */
export interface Mended {
  value: number;
  unit: string;
}
export interface Slip {
  least: number;
  most: number;
  mended: Mended | null;
}
const TENS = [10, 0.1, 100, 0.01, 1000, 0.001];

/**
 * Looks at a value that was just read beside the runs so far. It is odd outside half the least to twice the largest; then it is
 * most often in another unit (cm for m), else its decimal point slipped, and what would fit is offered. null when it looks right,
 * or when fewer than three runs above 0 are known.
 * @param input.soFar in the unit that has the scale 1
 * @param input.scales what one of each unit is in that unit; units without a plain factor are left out
 * @example slip({ value: 790, unit: 'm', soFar: [7.9, 8.2, 8.4], scales: { m: 1, cm: 0.01 } }).mended // { value: 790, unit: 'cm' }
 */
export function slip(input: {
  value: number;
  unit: string;
  soFar: readonly number[];
  scales: Readonly<Record<string, number>>;
}): Slip | null {
  const { value, unit, scales } = input;
  const known = input.soFar.filter((one) => one > 0);
  const scale = Object.hasOwn(scales, unit) ? scales[unit]! : null;
  if (known.length < 3 || scale === null) return null;
  const [least, most] = [Math.min(...known), Math.max(...known)];
  const fits = (one: number) => one >= least / 2 && one <= most * 2;
  if (fits(value * scale)) return null;
  const other = Object.entries(scales).find(([name, factor]) => name !== unit && fits(value * factor));
  if (other) return { least, most, mended: { value, unit: other[0] } };
  const tens = TENS.find((factor) => fits(value * factor * scale));
  const mended = tens === undefined ? null : { value: Number((value * tens).toPrecision(12)), unit };
  return { least, most, mended };
}
