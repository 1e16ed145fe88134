/** Who is best by some figure: all that share the best one, within rounding; nobody where nobody has one. */
export function best<T>(of: readonly T[], figure: (one: T) => number | null, better: 'higher' | 'lower'): T[] {
  const known = of.flatMap((one) => {
    const value = figure(one);
    return value === null || !Number.isFinite(value) ? [] : [{ one, value: better === 'higher' ? value : -value }];
  });
  const top = Math.max(...known.map(({ value }) => value));
  const near = 1e-9 * Math.max(1, Math.abs(top));
  return known.filter(({ value }) => top - value <= near).map(({ one }) => one);
}
