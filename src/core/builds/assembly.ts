import { CoreError } from '../shared/CoreError';
import { finite, oneOf } from '../shared/check';
import { sum, tidy } from '../shared/decimal';

/** What a part goes through, in order. */
export const PART_STATES = [
  'listed',
  'drawn',
  'checked',
  'double-checked',
  'cut in trial material',
  'fits',
  'cut in final material',
  'done',
] as const;
export type PartState = (typeof PART_STATES)[number];

export interface Part {
  id: string;
  owner: string | null;
  checker: string | null;
  /** Who has made the first check. */
  checkedBy?: string | null;
  state: PartState;
  /** How much work it is, relative to the others. */
  share: number;
}

/** Whose turn it is with a part: a person, anybody but some, or nobody when it is done. */
export interface Turn {
  part: string;
  does: string;
  person: string | null;
  /** Where no one person is named: who may not. */
  not: string[];
}

export interface Assembly {
  turns: Turn[];
  /** Who has nothing to do now, in the order given. */
  idle: string[];
  /** What keeps the whole from being put together, in words. */
  blocks: { parts: string[]; why: string }[];
  /** Of each person: the work they own, and what it would be if all had the same. */
  shares: { person: string; share: number; equal: number }[];
}

const DOES: Record<PartState, string> = {
  listed: 'draws it',
  drawn: 'checks the drawing',
  checked: 'checks it a second time',
  'double-checked': 'cuts it in trial material',
  'cut in trial material': 'tries whether it fits',
  fits: 'cuts it in final material',
  'cut in final material': 'finishes it',
  done: '',
};

/**
 * Says of one thing that many build: whose turn it is with each part, who has nothing to do, what blocks the assembly,
 * and how the work is shared. A drawing is checked by its checker, or by anybody but its owner; the second check is made
 * by a third person. The assembly is blocked by parts that do not fit yet and by interfaces that disagree or lack an entry.
 * @throws CoreError for a part that appears twice, one that its owner checks, an unknown state or person, or a share not above 0
 * @example assembly({ people: ['a'], parts: [{ id: 'P1', owner: 'a', checker: null, state: 'listed', share: 1 }], interfaces: [] }).idle // []
 */
export function assembly(input: {
  people: readonly string[];
  parts: readonly Part[];
  /** agree is null while a side has said nothing. */
  interfaces: readonly { name: string; one: string; other: string; agree: boolean | null }[];
}): Assembly {
  const { people, parts, interfaces } = input;
  checkParts(parts, people);
  const turns = parts.filter(({ state }) => state !== 'done').map(turnOf);
  const busy = new Set(turns.flatMap(({ person }) => person ?? []));
  const fits = PART_STATES.indexOf('fits');
  const unfit = parts.filter(({ state }) => PART_STATES.indexOf(state) < fits);
  const whole = sum(parts.filter(({ owner }) => owner !== null).map(({ share }) => share));
  return {
    turns,
    idle: people.filter((person) => !busy.has(person)),
    blocks: [
      ...unfit.map(({ id, state }) => ({
        parts: [id],
        why: state === 'listed' ? 'is not drawn yet' : `is ${state}, and does not fit yet`,
      })),
      ...interfaces
        .filter(({ agree }) => agree !== true)
        .map(({ name, one, other, agree }) => ({
          parts: [one, other],
          why: agree === null ? `${name}: one side has said nothing` : `${name}: the two sides do not agree`,
        })),
    ],
    shares: people.map((person) => ({
      person,
      share: tidy(sum(parts.filter(({ owner }) => owner === person).map(({ share }) => share))),
      equal: people.length ? tidy(whole / people.length) : 0,
    })),
  };
}

function turnOf({ id, owner, checker, checkedBy, state }: Part): Turn {
  const does = DOES[state];
  if (state === 'drawn') return { part: id, does, person: checker, not: owner ? [owner] : [] };
  if (state === 'checked') {
    const not = [owner, checkedBy ?? null].filter((one) => one !== null);
    return { part: id, does, person: checker && !not.includes(checker) ? checker : null, not };
  }
  return { part: id, does, person: owner, not: [] };
}

function checkParts(parts: readonly Part[], people: readonly string[]) {
  const seen = new Set<string>();
  for (const { id, owner, checker, state, share } of parts) {
    if (seen.has(id)) throw new CoreError(`The part ${id} appears twice.`);
    seen.add(id);
    oneOf(state, PART_STATES, `The state of ${id}`);
    if (finite(share, `The share of ${id}`) <= 0)
      throw new CoreError(`The share of ${id} must be above 0, got ${share}.`);
    if (owner !== null && owner === checker) throw new CoreError(`The owner of ${id} can't be its checker.`);
    if (owner !== null && !people.includes(owner))
      throw new CoreError(`The owner of ${id}, ${owner}, is not among the people.`);
  }
}
