import { CoreError } from '../shared/CoreError';

export interface Descent {
  id: string;
  parents: readonly string[];
  features?: readonly string[];
}
export interface Lineage {
  /** Parents before children; what is in a circle or descends from one comes last. */
  order: string[];
  /** In `order`: 1 without parents, else one more than the highest of the parents; null for what can't be placed. */
  generations: { id: string; generation: number | null }[];
  /** Sets of iterations that are each other's ancestors. */
  circles: string[][];
  features: FeatureTrail[];
}
export interface FeatureTrail {
  feature: string;
  /** The earliest in `order` that has it. */
  first: string;
  /** Those that have it although none of their ancestors has. */
  origins: string[];
  /** Those that lack it although a parent has it. */
  dropped: string[];
}

/**
 * Puts iterations in the order of their descent, counts generations, names circles, and follows each feature. Of several that
 * could come next the first in input order does. A feature that is listed twice counts once.
 * @throws CoreError for an id that appears twice, a parent named twice, or one that is not among the iterations; each is named.
 * @example lineage({ iterations: [{ id: 'b', parents: ['a'] }, { id: 'a', parents: [] }] }).order // ['a', 'b']
 */
export function lineage(input: { iterations: readonly Descent[] }): Lineage {
  const { iterations } = input;
  const byId = check(iterations);
  const { placed, generation } = place(iterations);
  const lost = iterations.filter(({ id }) => !generation.has(id));
  const order = [...placed, ...lost.map(({ id }) => id)];
  const ancestors = new Map(iterations.map(({ id }) => [id, ancestorsOf(byId, id)] as const));
  return {
    order,
    generations: order.map((id) => ({ id, generation: generation.get(id) ?? null })),
    circles: circlesIn(lost, ancestors),
    features: follow(
      order.map((id) => byId.get(id)!),
      ancestors,
    ),
  };
}

function check(iterations: readonly Descent[]): Map<string, Descent> {
  const byId = new Map<string, Descent>();
  for (const one of iterations) {
    if (byId.has(one.id)) throw new CoreError(`The iteration ${one.id} appears twice.`);
    byId.set(one.id, one);
  }
  for (const { id, parents } of iterations) {
    const unknown = parents.find((parent) => !byId.has(parent));
    if (unknown !== undefined) throw new CoreError(`${id} comes from ${unknown}, which is not among the iterations.`);
    const twice = parents.find((parent, i) => parents.indexOf(parent) < i);
    if (twice !== undefined) throw new CoreError(`${id} names ${twice} twice among those it comes from.`);
  }
  return byId;
}

/** Kahn's order with the first in input order at each step, and the generation of each that it reaches. */
function place(iterations: readonly Descent[]) {
  const at = new Map(iterations.map(({ id }, i) => [id, i] as const));
  const waits = iterations.map(({ parents }) => parents.length);
  const children = iterations.map((): number[] => []);
  iterations.forEach(({ parents }, i) => parents.forEach((parent) => children[at.get(parent)!]!.push(i)));
  const ready = new Set(waits.flatMap((count, i) => (count === 0 ? [i] : [])));
  const placed: string[] = [];
  const generation = new Map<string, number>();
  while (ready.size > 0) {
    const next = Math.min(...ready);
    ready.delete(next);
    const { id, parents } = iterations[next]!;
    placed.push(id);
    generation.set(id, 1 + Math.max(0, ...parents.map((parent) => generation.get(parent)!)));
    for (const child of children[next]!) if (--waits[child]! === 0) ready.add(child);
  }
  return { placed, generation };
}

/** All that one comes from; itself only where it is in a circle. */
function ancestorsOf(byId: Map<string, Descent>, id: string): Set<string> {
  const found = new Set<string>();
  const open = [...byId.get(id)!.parents];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (found.has(next)) continue;
    found.add(next);
    open.push(...byId.get(next)!.parents);
  }
  return found;
}

function circlesIn(lost: readonly Descent[], ancestors: Map<string, Set<string>>): string[][] {
  const inCircle = lost.map(({ id }) => id).filter((id) => ancestors.get(id)!.has(id));
  const circles: string[][] = [];
  for (const id of inCircle) {
    if (circles.some((circle) => circle.includes(id))) continue;
    circles.push(inCircle.filter((other) => ancestors.get(id)!.has(other) && ancestors.get(other)!.has(id)));
  }
  return circles;
}

function follow(ordered: readonly Descent[], ancestors: Map<string, Set<string>>): FeatureTrail[] {
  const has = new Map(ordered.map(({ id, features }) => [id, new Set(features ?? [])] as const));
  const names = [...new Set(ordered.flatMap(({ features }) => features ?? []))];
  return names.map((feature) => {
    const owners = ordered.filter(({ id }) => has.get(id)!.has(feature)).map(({ id }) => id);
    const inherited = (id: string) => [...ancestors.get(id)!].some((one) => one !== id && has.get(one)!.has(feature));
    return {
      feature,
      first: owners[0]!,
      origins: owners.filter((id) => !inherited(id)),
      dropped: ordered
        .filter(({ id, parents }) => !has.get(id)!.has(feature) && parents.some((one) => has.get(one)!.has(feature)))
        .map(({ id }) => id),
    };
  });
}
