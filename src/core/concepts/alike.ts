import { filled, finite } from '../shared/check';
import { duplicates } from '../wording';
import { distinct } from './distinct';

export interface Idea {
  id: string;
  /** How it works, step by step. */
  steps: string;
  /** The requirements it answers. */
  answers: readonly string[];
}

export interface Group {
  ids: string[];
  /** The least likeness of two neighbours in the group, 0 to 1; 1 for a group of one. */
  likeness: number;
}

/**
 * Proposes groups of similar ideas. The likeness of two is the mean of the similarity of their steps (Dice coefficient
 * of the meaning words) and of the requirements that they answer (Dice coefficient too); ideas of at least `threshold`
 * (default 0.5) are put together, and so are ideas that a third one connects. Groups stand in the order of their first
 * idea. When neither of two answers any requirement, only the steps count.
 * Source: single-link clustering, Dice 1945.
 * @throws CoreError without ideas, or for an id that appears twice.
 * @example alike({ ideas: [{ id: 'a', steps: 'A sled slides down', answers: [] }] }).groups // [{ ids: ['a'], likeness: 1 }]
 */
export function alike(input: { ideas: readonly Idea[]; threshold?: number }): { groups: Group[] } {
  const ideas = distinct(filled(input.ideas, 'The ideas'), 'idea');
  const threshold = finite(input.threshold ?? 0.5, 'The threshold');
  const { pairs } = duplicates({ statements: ideas.map(({ id, steps }) => ({ code: id, text: steps })), threshold: 0 });
  const words = new Map(pairs.map(({ a, b, similarity }) => [JSON.stringify([a, b]), similarity]));
  const links = ideas
    .flatMap((a, i) => ideas.slice(i + 1).map((b) => ({ a, b })))
    .map(({ a, b }) => {
      const text = words.get(JSON.stringify([a.id, b.id])) ?? 0;
      const asked = a.answers.length + b.answers.length;
      const shared = a.answers.filter((one) => b.answers.includes(one)).length;
      return { a: a.id, b: b.id, likeness: asked === 0 ? text : (text + (2 * shared) / asked) / 2 };
    })
    .filter(({ likeness }) => likeness >= threshold)
    .sort((x, y) => y.likeness - x.likeness);
  const groupOf = new Map<string, Group>(ideas.map(({ id }) => [id, { ids: [id], likeness: 1 }]));
  for (const { a, b, likeness } of links) {
    const [one, other] = [groupOf.get(a)!, groupOf.get(b)!];
    if (one === other) continue;
    const both = {
      ids: ideas.map(({ id }) => id).filter((id) => one.ids.includes(id) || other.ids.includes(id)),
      likeness,
    };
    for (const id of both.ids) groupOf.set(id, both);
  }
  return { groups: [...new Set(groupOf.values())] };
}
