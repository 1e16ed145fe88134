import { CoreError } from '../shared/CoreError';

/** A list whose ids all differ, or throws; `what` names the kind of thing. */
export function distinct<T extends { id: string }>(list: readonly T[], what: string): readonly T[] {
  const seen = new Set<string>();
  for (const { id } of list) {
    if (typeof id !== 'string' || id === '') throw new CoreError(`Each ${what} needs an id.`);
    if (seen.has(id)) throw new CoreError(`The ${what} ${id} appears twice.`);
    seen.add(id);
  }
  return list;
}
