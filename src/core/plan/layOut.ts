import { axisOf, type Meets } from './axis';
import { inOrder, type Stage } from './order';
import { earliest, latest } from './passes';

/** A stage that may be held back: it starts `delay` meetings later than it could. */
export interface Held extends Stage {
  delay?: number;
}
/** Where a stage stands, as numbers of usable meetings counted from 0; numbers beyond the list are meetings that are missing. */
export interface Placed {
  id: string;
  start: number;
  finish: number;
  /** The earliest start that what it waits for allows, and the latest that still reaches the event. */
  ready: number;
  latestStart: number;
  /** Meetings that pass in waiting (delivery, curing) after it, before anything that follows could start. */
  waits: number;
  /** latestStart − start */
  slack: number;
}

/**
 * Lays a plan out on the meetings: where each stage stands when it is held back as said, and how much of its slack is left.
 * The rules are those of backPlan.
 * @throws CoreError as backPlan does, and for a delay that is no whole number of at least 0.
 */
export function layOut(input: {
  meetings: readonly Meets[];
  eventDate: string;
  stages: readonly Held[];
  today?: string;
}): {
  stages: Placed[];
  count: number;
  shortBy: number;
} {
  const ordered = inOrder(input.stages);
  const axis = axisOf(input.meetings, input.eventDate, input.today);
  const [planned, late] = [earliest(axis, ordered), latest(axis, ordered)];
  const stages = input.stages.map(({ id, delay = 0, leadDays = 0 }) => {
    const { start, finish } = planned.get(id)!;
    const latestStart = late.get(id)!.start;
    const waits = axis.afterWait(finish, leadDays) - finish - 1;
    return { id, start, finish, ready: start - delay, latestStart, waits, slack: latestStart - start };
  });
  const least = stages.reduce((least, { slack }) => Math.min(least, slack), Infinity);
  return { stages, count: axis.count, shortBy: Math.max(0, -least) };
}
