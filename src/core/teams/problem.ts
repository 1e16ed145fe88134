import { CoreError } from '../shared/CoreError';
import { filled, notNegative, whole } from '../shared/check';

export interface Student {
  id: string;
  /** The concept that the student would build. */
  concept?: string;
  /** Whom the student would like in the same team. */
  wants?: readonly string[];
  /** The roles that the student offers to take. */
  roles?: readonly string[];
}

/** What teams are formed from. */
export interface Forming {
  students: readonly Student[];
  /** How many members a team has, both included. */
  sizes: { min: number; max: number };
  keepApart?: readonly (readonly [string, string])[];
  keepTogether?: readonly (readonly [string, string])[];
  rolesNeeded?: readonly string[];
  /** What one unmet wish of each kind costs; 1 where nothing is said. */
  weights?: { concept?: number; wants?: number; roles?: number };
}

/** The same, checked, with students as numbers in the order of the input. */
export interface Problem {
  ids: readonly string[];
  /** −1 without a concept. */
  concept: readonly number[];
  wants: readonly (readonly number[])[];
  /** Of each needed role, whether a student offers it. */
  offers: readonly (readonly boolean[])[];
  rolesNeeded: readonly string[];
  min: number;
  max: number;
  /** Students that stay together, as sets; one alone is a set too. */
  blocks: readonly (readonly number[])[];
  /** Of each student, who is kept apart. */
  apart: readonly ReadonlySet<number>[];
  weights: { concept: number; wants: number; roles: number };
}

/**
 * Checks what teams are formed from.
 * @throws CoreError for no students, an id twice, a wish for oneself or for somebody who is not there, sizes that are not
 * whole or reversed, a pair of one person, a negative weight; and where rules can't hold together: "size" when no number of
 * teams fits the number of students, "keep apart" and "keep together" when they contradict each other or the sizes.
 */
export function problemOf(input: Forming): Problem {
  const ids = filled(input.students, 'The students').map(({ id }) => id);
  const at = new Map(ids.map((id, i) => [id, i]));
  if (at.size < ids.length) throw new CoreError(`The student ${twice(ids)} appears twice.`);
  const min = whole(input.sizes?.min, 'The smallest team size', 1);
  const max = whole(input.sizes?.max, 'The largest team size', 1);
  if (min > max) throw new CoreError(`Team size: the smallest, ${min}, is above the largest, ${max}.`);
  const find = (id: string, where: string) => {
    const index = at.get(id);
    if (index === undefined) throw new CoreError(`${where}: ${String(id)} is not among the students.`);
    return index;
  };
  const pairs = (list: Forming['keepApart'], rule: string) =>
    (list ?? []).map(([a, b]): [number, number] => {
      if (a === b) throw new CoreError(`${rule}: ${a} is named with ${a}; a pair has two people.`);
      return [find(a, rule), find(b, rule)];
    });
  const names = [...new Set(input.students.flatMap(({ concept }) => concept ?? []))];
  const rolesNeeded = [...new Set(input.rolesNeeded ?? [])];
  const problem: Problem = {
    ids,
    concept: input.students.map(({ concept }) => (concept === undefined ? -1 : names.indexOf(concept))),
    wants: input.students.map(({ id, wants }) => wishesOf(id, wants ?? []).map((one) => find(one, `A wish of ${id}`))),
    offers: input.students.map(({ roles }) => rolesNeeded.map((role) => (roles ?? []).includes(role))),
    rolesNeeded,
    min,
    max,
    blocks: blocksOf(ids.length, pairs(input.keepTogether, 'Keep together')),
    apart: neighbours(ids.length, pairs(input.keepApart, 'Keep apart')),
    weights: {
      concept: notNegative(input.weights?.concept ?? 1, 'The weight of concepts'),
      wants: notNegative(input.weights?.wants ?? 1, 'The weight of wishes'),
      roles: notNegative(input.weights?.roles ?? 1, 'The weight of roles'),
    },
  };
  checkRules(problem);
  return problem;
}

/** How many teams there can be, by the sizes alone. */
export function teamCounts({ ids, min, max }: Pick<Problem, 'ids' | 'min' | 'max'>): number[] {
  const [fewest, most] = [Math.ceil(ids.length / max), Math.floor(ids.length / min)];
  return Array.from({ length: Math.max(0, most - fewest + 1) }, (_, i) => fewest + i);
}

function checkRules(problem: Problem) {
  const { ids, blocks, apart, min, max } = problem;
  const counts = teamCounts(problem);
  if (counts.length === 0) {
    const sizes = min === max ? `exactly ${min}` : `${min} to ${max}`;
    throw new CoreError(`Team size: ${ids.length} students can't be put into teams of ${sizes}.`);
  }
  for (const block of blocks) {
    const said = block.map((one) => ids[one]).join(', ');
    for (const one of block)
      for (const other of apart[one]!)
        if (block.includes(other))
          throw new CoreError(
            `Keep apart and keep together contradict each other: ${ids[one]} and ${ids[other]} are to be apart, and together by ${said}.`,
          );
    if (block.length > max)
      throw new CoreError(`Keep together: ${said} are ${block.length}, more than the largest team size, ${max}.`);
  }
  const crowd = mutuallyApart(apart);
  if (crowd.length > counts.at(-1)!)
    throw new CoreError(
      `Keep apart: ${crowd.map((one) => ids[one]).join(', ')} must all be in different teams, but there are at most ${counts.at(-1)} teams.`,
    );
}

/** People of whom each is kept apart from all the others, as many as a greedy search finds. */
function mutuallyApart(apart: Problem['apart']): number[] {
  let most: number[] = [];
  const order = apart.map((_, i) => i).sort((a, b) => apart[b]!.size - apart[a]!.size || a - b);
  for (const first of order) {
    const crowd = [first];
    for (const one of order) if (crowd.every((other) => apart[one]!.has(other))) crowd.push(one);
    if (crowd.length > most.length) most = crowd;
  }
  return most;
}

function wishesOf(id: string, wants: readonly string[]): readonly string[] {
  if (wants.includes(id)) throw new CoreError(`${id} wishes for ${id}: a wish is for somebody else.`);
  if (new Set(wants).size < wants.length) throw new CoreError(`${id} wishes for ${twice(wants)} twice.`);
  return wants;
}

const twice = (list: readonly string[]) => list.find((one, i) => list.indexOf(one) !== i)!;

function blocksOf(n: number, pairs: readonly [number, number][]): number[][] {
  const block = Array.from({ length: n }, (_, i) => [i]);
  for (const [a, b] of pairs) {
    if (block[a] === block[b]) continue;
    const both = [...block[a]!, ...block[b]!].sort((x, y) => x - y);
    for (const one of both) block[one] = both;
  }
  return [...new Set(block)];
}

function neighbours(n: number, pairs: readonly [number, number][]): Set<number>[] {
  const sets = Array.from({ length: n }, () => new Set<number>());
  for (const [a, b] of pairs) {
    sets[a]!.add(b);
    sets[b]!.add(a);
  }
  return sets;
}
