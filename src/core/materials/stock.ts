import { notNegative } from '../shared/check';

export interface Lasting {
  left: number;
  /** Class meetings that it lasts at the rate so far; null while nothing was used, or when nobody said what there is. */
  meetings: number | null;
  /** Whether it runs out before the meetings that are left are over. */
  runsOut: boolean;
}

/**
 * How long a material lasts at the rate at which the class has used it so far.
 * @throws CoreError for a negative amount.
 * @example lasting({ stock: 20, used: 12, held: 6, left: 8 }) // { left: 8, meetings: 4, runsOut: true }
 */
export function lasting(input: { stock: number; used: number; held: number; left: number }): Lasting {
  const stock = notNegative(input.stock, 'The stock');
  const used = notNegative(input.used, 'What was used');
  const left = stock - used;
  if (used === 0 || input.held === 0) return { left, meetings: null, runsOut: false };
  const meetings = Math.max(0, left) / (used / input.held);
  return { left, meetings, runsOut: meetings < input.left };
}
