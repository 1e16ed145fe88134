import { axisOf, type Meets } from './axis';
import { inOrder, longestChain, type Stage } from './order';
import { earliest, latest } from './passes';

export interface Planned {
  id: string;
  /** Dates of the first and last meeting; null where the list of meetings has none. */
  earliestStart: string | null;
  earliestFinish: string | null;
  latestStart: string | null;
  latestFinish: string | null;
  /** Meetings by which the stage can start later than at the earliest; negative when the plan does not fit. */
  slack: number;
}
export interface BackPlan {
  stages: Planned[];
  fits: boolean;
  /** Usable meetings; meetings of the longest chain; how many are missing. */
  available: number;
  needed: number;
  shortBy: number;
  /** The stages with the least slack. */
  critical: string[];
}

/**
 * Plans stages backwards from the event, counted in class meetings (critical path method, forward and backward pass;
 * Kelley and Walker 1959). A stage takes whole meetings one after another: so many, or as many as cover its minutes. Usable
 * are the meetings before eventDate and not before today. leadDays must pass between a stage's finish and what follows it,
 * the event included. A plan that does not fit is an answer, not an error.
 * @throws CoreError for a cycle, an unknown or repeated id, an impossible date or length.
 * @example backPlan({ meetings: ['2026-10-05', '2026-10-12'], eventDate: '2026-10-19', stages: [{ id: 'build', meetings: 1 }] })
 */
export function backPlan(input: {
  meetings: readonly Meets[];
  eventDate: string;
  stages: readonly Stage[];
  today?: string;
}): BackPlan {
  const ordered = inOrder(input.stages);
  const axis = axisOf(input.meetings, input.eventDate, input.today);
  const early = earliest(axis, ordered);
  const late = latest(axis, ordered);
  const stages = input.stages.map(({ id }) => {
    const [e, l] = [early.get(id)!, late.get(id)!];
    return {
      id,
      earliestStart: axis.dateAt(e.start),
      earliestFinish: axis.dateAt(e.finish),
      latestStart: axis.dateAt(l.start),
      latestFinish: axis.dateAt(l.finish),
      slack: l.start - e.start,
    };
  });
  const least = stages.reduce((least, { slack }) => Math.min(least, slack), Infinity);
  const lengthOf = ({ id }: Stage) => early.get(id)!.finish - early.get(id)!.start + 1;
  return {
    stages,
    fits: least >= 0,
    available: axis.count,
    needed: longestChain(ordered, lengthOf),
    shortBy: Math.max(0, -least),
    critical: stages.filter(({ slack }) => slack === least).map(({ id }) => id),
  };
}
