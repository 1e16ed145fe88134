import { isDeepStrictEqual } from 'node:util';
import type { Stage } from './stages';

/** One thing done to the plan; a change of the plan is a list of these, and is undone as a whole. */
export type Operation =
  | { kind: 'shift'; stageId: string; delay: number }
  | { kind: 'shorten'; stageId: string; meetings: number }
  | { kind: 'drop'; stageId: string }
  | { kind: 'overlap'; firstId: string; secondId: string }
  | { kind: 'extra'; sectionId: string; day: string; start: string }
  | { kind: 'lose'; sectionId: string; day: string; start: string; reason: string }
  | { kind: 'event'; day: string }
  | { kind: 'more'; teamId: string; stageId: string; meetings: number };

export interface StageState {
  meetings: number | null;
  minutes: number | null;
  delay: number;
  leftOut: boolean;
}
export interface LinkState {
  afterId: string;
  byCustom: boolean;
}
/**
 * The parts of a plan that changes touch, each under a key of its own: "stage/ID", "links/ID", "extra/SECTION/DAY/START",
 * "lost/SECTION/DAY/START", "more/TEAM/STAGE", "event". A part that is not there is absent.
 */
export type PlanState = Record<string, unknown>;

/** The parts of the state that the stages say. */
export function stagesState(stages: readonly Stage[]): PlanState {
  const state: PlanState = {};
  for (const { id, meetings, minutes, delay, leftOut, after, handIns } of stages) {
    state[`stage/${id}`] = { meetings, minutes, delay, leftOut } satisfies StageState;
    state[`links/${id}`] = sorted(after.map((one) => ({ afterId: one.id, byCustom: one.byCustom })));
    for (const one of handIns)
      if (one.moreMeetings > 0) state[`more/${one.teamId}/${id}`] = { meetings: one.moreMeetings };
  }
  return state;
}

const sorted = (links: LinkState[]) => [...links].sort((a, b) => (a.afterId < b.afterId ? -1 : 1));

/** The state once the operations are carried out; the given one stays as it is. Unknown stages are left alone. */
export function operate(state: PlanState, operations: readonly Operation[]): PlanState {
  return operations.reduce(operateOne, state);
}

function operateOne(state: PlanState, operation: Operation): PlanState {
  const stage = (id: string, change: Partial<StageState>) =>
    state[`stage/${id}`]
      ? { ...state, [`stage/${id}`]: { ...(state[`stage/${id}`] as StageState), ...change } }
      : state;
  switch (operation.kind) {
    case 'shift':
      return stage(operation.stageId, { delay: operation.delay });
    case 'shorten':
      return stage(operation.stageId, { meetings: operation.meetings, minutes: null });
    case 'drop':
      return stage(operation.stageId, { leftOut: true });
    case 'overlap':
      return overlap(state, operation.firstId, operation.secondId);
    case 'extra':
      return { ...state, [`extra/${operation.sectionId}/${operation.day}/${operation.start}`]: { inReserve: false } };
    case 'lose': {
      const { sectionId, day, start, reason } = operation;
      return { ...state, [`lost/${sectionId}/${day}/${start}`]: { reason } };
    }
    case 'event':
      return { ...state, event: { day: operation.day } };
    case 'more': {
      const key = `more/${operation.teamId}/${operation.stageId}`;
      const known = (state[key] as { meetings: number } | undefined)?.meetings ?? 0;
      return { ...state, [key]: { meetings: known + operation.meetings } };
    }
  }
}

/** The second waits for what the first waits for; what follows the second waits for both (as in calendar.remedies). */
function overlap(state: PlanState, firstId: string, secondId: string): PlanState {
  const linksOf = (id: string) => (state[`links/${id}`] ?? []) as LinkState[];
  const before = linksOf(firstId);
  const next: PlanState = { ...state };
  for (const key of Object.keys(state).filter((one) => one.startsWith('links/'))) {
    const links = state[key] as LinkState[];
    const id = key.slice('links/'.length);
    const after = (afterId: string) => links.some((link) => link.afterId === afterId);
    if (id === secondId && after(firstId)) {
      const rest = links.filter((link) => link.afterId !== firstId);
      next[key] = sorted([...rest, ...before.filter((link) => !rest.some((one) => one.afterId === link.afterId))]);
    } else if (after(secondId) && !after(firstId)) {
      next[key] = sorted([...links, { afterId: firstId, byCustom: false }]);
    }
  }
  return next;
}

/** What differs between two states, as both of them have it; null stands for a part that is absent. */
export function differences(before: PlanState, after: PlanState): { before: PlanState; after: PlanState } {
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])].sort();
  const differ = keys.filter((key) => !isDeepStrictEqual(before[key] ?? null, after[key] ?? null));
  const pick = (state: PlanState) => Object.fromEntries(differ.map((key) => [key, state[key] ?? null]));
  return { before: pick(before), after: pick(after) };
}
