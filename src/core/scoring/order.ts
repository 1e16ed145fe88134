import { CoreError } from '../shared/CoreError';
import { own } from '../shared/check';
import { exact, compareExact } from '../shared/exact';
import type { Count } from './count';
import type { Kept } from './kept';
import type { EventRule } from './rule';
import { say } from './say';
import { compareValues } from './values';

type Compare<T> = (a: T, b: T) => number;
/** One way to tell two apart, the better first, and what it says where it does: `a` against `b`. */
export interface Order<T> {
  compare: Compare<T>;
  says: (a: T, b: T) => string;
}

/** Splits every group further wherever `compare` tells its members apart; equal ones stay in the order given. */
export function refine<T>(groups: T[][], compare: Compare<T>): T[][] {
  return groups.flatMap((group) => {
    if (group.length === 1) return [group];
    const split: T[][] = [];
    for (const item of [...group].sort(compare)) {
      const last = split.at(-1);
      if (last && compare(last[0]!, item) === 0) last.push(item);
      else split.push([item]);
    }
    return split;
  });
}

/** One order for each of the rule's tie rules, in turn. */
export function tieBreakers(rule: EventRule): Order<Count>[] {
  const compare = compareValues(rule.better, rule.target);
  return (rule.ties ?? []).map((tie): Order<Count> => {
    if (tie === 'next-best') {
      const apart = (a: Count, b: Count) => nextBest(a, b, (x, y) => compare(x.exact, y.exact));
      return { compare: (a, b) => apart(a, b).order, says: (a, b) => apart(a, b).says() };
    }
    if (tie === 'fewest-attempts')
      return {
        compare: (a, b) => used(a) - used(b),
        says: (a, b) => `attempts made for it, ${used(a)} against ${used(b)}`,
      };
    const [direction, fact] = [tie.slice(0, tie.indexOf(':')), tie.slice(tie.indexOf(':') + 1)];
    const sign = direction === 'lower' ? 1 : -1;
    return {
      compare: (a, b) => sign * compareExact(exact(factOf(a, fact)), exact(factOf(b, fact))),
      says: (a, b) => `${fact.replaceAll('_', ' ')}, ${say(factOf(a, fact))} against ${say(factOf(b, fact))}`,
    };
  });
}

/** Numbers the groups as places: 1, 2, 2, 4. */
export function placed<T>(groups: T[][]): { item: T; place: number; tied: number }[] {
  let before = 0;
  return groups.flatMap((group) => {
    const place = before + 1;
    before += group.length;
    return group.map((item) => ({ item, place, tied: group.length }));
  });
}

/** The attempts that do not count, best first, compared one by one; having one more beats having none. */
function nextBest(a: Count, b: Count, compare: Compare<Kept>): { order: number; says: () => string } {
  const length = Math.max(a.others.length, b.others.length);
  for (let i = 0; i < length; i++) {
    const [mine, theirs] = [a.others[i], b.others[i]];
    if (!mine || !theirs)
      return { order: mine ? -1 : 1, says: () => (mine ? 'a further attempt' : 'a further attempt of the other') };
    const order = compare(mine, theirs);
    if (order !== 0) return { order, says: () => `the next best attempt, ${mine.said()} against ${theirs.said()}` };
  }
  return { order: 0, says: () => '' };
}

function used(count: Count): number {
  return count.basis.reduce((last, attempt) => Math.max(last, attempt.number), 0);
}

function factOf(count: Count, name: string): number {
  const value = own(count.entry.facts, name);
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new CoreError(`The tie rule needs the ${name} of ${count.team}, which is not given.`);
  }
  return value;
}
