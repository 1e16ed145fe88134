/**
 * Takes binary noise off a computed number: rounds to 14 significant decimal digits, so that
 * 0.1 + 0.2 is 0.3 and 7.62 − 7.5 equals 7.5 − 7.38, as they do on paper.
 */
export function tidy(value: number): number {
  return Number.isFinite(value) ? Number(value.toPrecision(14)) : value;
}

/** The difference a − b as decimals have it; noise relative to the larger operand is taken for 0. */
export function subtract(a: number, b: number): number {
  const difference = a - b;
  const scale = Math.max(Math.abs(a), Math.abs(b));
  return Math.abs(difference) <= scale * 1e-14 ? 0 : Number(difference.toPrecision(digitsLeft(difference, scale)));
}

function digitsLeft(difference: number, scale: number): number {
  const lost = Math.floor(Math.log10(scale / Math.abs(difference)));
  return Math.min(15, Math.max(1, 15 - Math.max(0, lost)));
}

/** Neumaier's compensated sum. */
export function sum(values: readonly number[]): number {
  let total = 0;
  let lost = 0;
  for (const value of values) {
    const next = total + value;
    lost += Math.abs(total) >= Math.abs(value) ? total - next + value : value - next + total;
    total = next;
  }
  return total + lost;
}
