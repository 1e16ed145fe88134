/** Rows by a key of theirs, in the order in which they came; keys in the order of their first rows. */
export function groupBy<T>(rows: readonly T[], key: (row: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const own = groups.get(key(row));
    if (own) own.push(row);
    else groups.set(key(row), [row]);
  }
  return groups;
}
