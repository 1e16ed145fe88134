/**
 * Rows as a text that changes when any of them does, whatever their order: a form of a whole list says which one it has seen,
 * so that nobody writes over what somebody else wrote meanwhile.
 */
export function seenAs(rows: readonly (readonly unknown[])[]): string {
  return rows
    .map((row) => JSON.stringify(row))
    .sort()
    .join('\n');
}
