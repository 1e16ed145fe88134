import { lineage } from './lineage';

export interface Step {
  id: string;
  parents: readonly string[];
  /** The features that came in, its own or taken over, or were said to be kept. */
  added: readonly string[];
  removed: readonly string[];
}

/**
 * The features of each iteration: those of all it comes from, less what was removed, and what came in. What is in a circle or
 * descends from one has what came in with it alone.
 * @throws what lineage throws.
 * @example carried([{ id: 'a', parents: [], added: ['keel'], removed: [] }, { id: 'b', parents: ['a'], added: [], removed: [] }]).get('b') // ['keel']
 */
export function carried(steps: readonly Step[]): Map<string, string[]> {
  const { order } = lineage({ iterations: steps });
  const byId = new Map(steps.map((one) => [one.id, one] as const));
  const found = new Map<string, string[]>();
  for (const id of order) {
    const { parents, added, removed } = byId.get(id)!;
    const own = new Set([...parents.flatMap((parent) => found.get(parent) ?? []), ...added]);
    for (const name of removed) own.delete(name);
    found.set(id, [...own]);
  }
  return found;
}
