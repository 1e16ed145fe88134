import { CoreError } from '../shared/CoreError';
import { notNegative } from '../shared/check';
import { checkLength, type Length } from './axis';

export interface Stage extends Length {
  id: string;
  /** Stages that must be finished before this one starts. */
  after?: readonly string[];
  /** Calendar days (delivery, curing, printing) between its finish and the start of what follows. */
  leadDays?: number;
}

const LONGEST_WAIT = 3660;

/**
 * The stages so that each stands behind all it waits for, otherwise in the order given (Kahn's method).
 * @throws CoreError for an id that is unknown or used twice, for a length or waiting time that can't be, and naming a
 * cycle if there is one.
 */
export function inOrder<S extends Stage>(stages: readonly S[]): S[] {
  const byId = new Map(stages.map((stage) => [stage.id, stage]));
  if (byId.size < stages.length) {
    const twice = stages.find((stage) => byId.get(stage.id) !== stage)!;
    throw new CoreError(`Two stages have the id "${twice.id}".`);
  }
  const followers = new Map<string, S[]>();
  for (const stage of stages) {
    checkLength(stage);
    if (notNegative(stage.leadDays ?? 0, `The waiting time of the stage "${stage.id}"`) > LONGEST_WAIT)
      throw new CoreError(`The stage "${stage.id}" waits longer than ${LONGEST_WAIT} days.`);
    for (const id of new Set(stage.after)) {
      if (!byId.has(id)) throw new CoreError(`The stage "${stage.id}" comes after "${id}", which is not known.`);
      followers.set(id, [...(followers.get(id) ?? []), stage]);
    }
  }
  const waits = new Map(stages.map((stage) => [stage.id, new Set(stage.after).size]));
  const ready = stages.filter((stage) => waits.get(stage.id) === 0);
  for (const stage of ready) {
    for (const next of followers.get(stage.id) ?? []) {
      waits.set(next.id, waits.get(next.id)! - 1);
      if (waits.get(next.id) === 0) ready.push(next);
    }
  }
  if (ready.length < stages.length)
    throw new CoreError(`Stages wait for each other in a cycle: ${cycleIn(byId, waits)}.`);
  return ready;
}

/**
 * How many meetings the longest chain of stages takes. What a stage comes after and is not in the list counts as done.
 * @param ordered each stage behind all it waits for, as inOrder gives them
 * @param lengthOf a stage's length in meetings
 */
export function longestChain<S extends Stage>(ordered: readonly S[], lengthOf: (stage: S) => number): number {
  const chains = new Map<string, number>();
  let longest = 0;
  for (const stage of ordered) {
    const before = (stage.after ?? []).reduce((most, id) => Math.max(most, chains.get(id) ?? 0), 0);
    chains.set(stage.id, before + lengthOf(stage));
    longest = Math.max(longest, before + lengthOf(stage));
  }
  return longest;
}

/** A cycle among the stages that still wait, written "a → b → a". */
function cycleIn(byId: Map<string, Stage>, waits: Map<string, number>): string {
  const stuck = (id: string) => waits.get(id)! > 0;
  const path: string[] = [[...byId.keys()].find(stuck)!];
  for (;;) {
    const next = byId.get(path.at(-1)!)!.after!.find(stuck)!;
    const seen = path.indexOf(next);
    if (seen >= 0) return [...path.slice(seen), next].reverse().join(' → ');
    path.push(next);
  }
}
