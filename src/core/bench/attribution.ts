import { CoreError } from '../shared/CoreError';

export interface Attribution {
  /** Names, sorted. */
  changed: string[];
  verdict: 'one-change' | 'several-changes' | 'no-change';
}
type Known = Readonly<Record<string, unknown>>;

/**
 * What a difference between two tests may be put down to: the names whose values differ, design parameters and settings alike. A
 * name on one side only has changed. One change is the one; several can't be told apart.
 * @throws CoreError where one of the sides is no record.
 * @example attribution({ before: { wheel: 40, felt: 'yes' }, after: { wheel: 44, felt: 'yes' } }) // one-change: wheel
 */
export function attribution(input: { before: Known; after: Known }): Attribution {
  const [before, after] = [recordOf(input.before, 'before'), recordOf(input.after, 'after')];
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])].sort();
  const on = (side: Known, name: string) => (Object.hasOwn(side, name) ? JSON.stringify(side[name]) : undefined);
  const changed = names.filter((name) => on(before, name) !== on(after, name));
  const verdict = changed.length === 0 ? 'no-change' : changed.length === 1 ? 'one-change' : 'several-changes';
  return { changed, verdict };
}

function recordOf(side: unknown, what: string): Known {
  if (typeof side !== 'object' || side === null || Array.isArray(side))
    throw new CoreError(`What it was ${what} the change must be a record of names and values.`);
  return side as Known;
}
