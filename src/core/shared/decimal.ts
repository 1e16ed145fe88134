/**
 * Takes binary noise off a computed number: rounds to 14 significant decimal digits, so that
 * 0.1 + 0.2 is 0.3 and 7.62 − 7.5 equals 7.5 − 7.38, as they do on paper.
 */
export function tidy(value: number): number {
  if (isShort(value)) return value + 0;
  return Number.isFinite(value) ? Number(value.toPrecision(14)) : value;
}

const MILLIONTHS = 1e6;
/** Whether a number is one of at most 13 digits, six of them decimals: whole millionths say the same, and faster. */
function isShort(value: number): boolean {
  return value < 1e7 && value > -1e7 && Math.round(value * MILLIONTHS) / MILLIONTHS === value;
}

/** The difference a − b as decimals have it: of the tidied operands, to the decimal places that they have. */
export function subtract(a: number, b: number): number {
  if (isShort(a) && isShort(b)) return (Math.round(a * MILLIONTHS) - Math.round(b * MILLIONTHS)) / MILLIONTHS + 0;
  const [x, y] = [tidy(a), tidy(b)];
  const places = Math.max(places10(x), places10(y));
  return places > 100 ? x - y : Number((x - y).toFixed(places)) || 0;
}

/** How many decimal places the shortest way to write a number has. */
function places10(value: number): number {
  const [digits = '', exponent = '0'] = String(value).split('e');
  return Math.max(0, (digits.split('.')[1]?.length ?? 0) - Number(exponent));
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

/** Numbers as whole multiples of the smallest decimal place among them, so that sums of them are exact. */
export function wholes(values: readonly number[]): bigint[] {
  const tidied = values.map(tidy);
  const places = Math.max(...tidied.map(places10));
  return tidied.map((value) => {
    const [digits = '', exponent = '0'] = String(value).split('e');
    const [whole = '', decimals = ''] = digits.split('.');
    return BigInt(whole + decimals) * 10n ** BigInt(places - decimals.length + Number(exponent));
  });
}
