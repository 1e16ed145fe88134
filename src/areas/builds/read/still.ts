import { apart } from '@/core/builds';
import { memoize } from '@/core/shared/memoize';
import { convert } from '@/core/units';
import { meetingsOf, type Section, type Team } from '@/areas/course';
import { type Meeting, meetingOf } from '@/core/calendar';
import { readingUncertainty } from '@/core/bench';
import type { Iteration, Measurement } from './iterations';

/** From so many class meetings without a measurable change on, it is told. */
export const STILL = 3;

/** Since when a team's design has changed in nothing that can be measured. */
export interface Still {
  /** The last iteration whose figures told it from what it comes from, or the first one. */
  last: Iteration;
  /** Class meetings since it was built. */
  meetings: number;
}

/**
 * When a team's design last changed in something that can be measured: the newest iteration of which some property differs from
 * that of its main parent by more than both are known to; else its first. null without an iteration.
 */
export function stillOf(own: readonly Iteration[], meetings: readonly Meeting[], today: string): Still | null {
  const [first] = own;
  if (!first) return null;
  const byId = new Map(own.map((one) => [one.id, one] as const));
  const last = own.findLast((one) => hasChanged(one, byId.get(one.parents[0]?.id ?? ''))) ?? first;
  return { last, meetings: meetingOf(meetings, today) - meetingOf(meetings, last.builtOn) };
}

/** The same for a team among all iterations and sections of its project, worked out once for the same rows. */
export function stillOfTeam(
  { id, sectionId }: Pick<Team, 'id' | 'sectionId'>,
  iterations: readonly Iteration[],
  sections: readonly Section[],
  today: string,
): Still | null {
  const found = stills(iterations, sections);
  const key = `${id} ${today}`;
  if (!found.has(key)) {
    const section = sections.find((one) => one.id === sectionId);
    const own = iterations.filter(({ teamId }) => teamId === id);
    found.set(key, section ? stillOf(own, meetingsOf(section), today) : null);
  }
  return found.get(key)!;
}
const stills = memoize(
  (_iterations: readonly Iteration[], _sections: readonly Section[]) => new Map<string, Still | null>(),
);

/** Whether something measured on both differs by more than both are known to. */
function hasChanged(one: Iteration, parent: Iteration | undefined): boolean {
  if (!parent) return false;
  return one.measurements.some((now) => {
    const before = parent.measurements.find(({ parameterId }) => parameterId === now.parameterId);
    return before !== undefined && differs(before, now);
  });
}

function differs(before: Measurement, now: Measurement): boolean {
  if (before.answer !== now.answer) return true;
  if (before.value === null || now.value === null) return false;
  const unit = before.unit!;
  const { value } = convert({ value: now.value, from: now.unit!, to: unit });
  const known = (of: Measurement, figure: number) => ({ value: figure, uncertainty: readingUncertainty(of, unit) });
  const { verdict } = apart(known(before, before.value), known(now, value));
  return verdict === 'more' || verdict === 'less';
}
