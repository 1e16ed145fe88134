import { CoreError } from '../shared/CoreError';

/** How a row stands against what was shown before. */
export interface Marked<R> {
  row: R;
  /** New since then, other than then, or as it was; nothing where nothing was shown before. */
  mark: 'new' | 'changed' | 'same' | null;
  /** What it was. */
  before: R | null;
}

/**
 * Marks what is new or other in a list than when it was last shown, row by row by their ids, and gives what is gone. Rows
 * are compared by their values, whatever the order of their keys.
 * @param before the list as it was shown; null when none was
 * @throws CoreError for an id that appears twice
 */
export function changedSince<R extends { id: string }>(
  before: readonly R[] | null,
  now: readonly R[],
): { rows: Marked<R>[]; gone: R[] } {
  const then = new Map((before ?? []).map((row) => [row.id, row]));
  const here = new Set<string>();
  for (const { id } of now) {
    if (here.has(id)) throw new CoreError(`The id ${id} appears twice in the list.`);
    here.add(id);
  }
  const rows = now.map((row): Marked<R> => {
    if (before === null) return { row, mark: null, before: null };
    const was = then.get(row.id) ?? null;
    return { row, mark: was === null ? 'new' : sameValue(was, row) ? 'same' : 'changed', before: was };
  });
  return { rows, gone: (before ?? []).filter(({ id }) => !here.has(id)) };
}

/** Whether two plain values are the same; a key without a value counts as none. */
function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a == null && b == null;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [one, other] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return [...new Set([...Object.keys(one), ...Object.keys(other)])].every((key) => sameValue(one[key], other[key]));
}
