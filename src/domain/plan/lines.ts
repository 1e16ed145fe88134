import { apply, layOut, type Flexible, type Line, type Placed } from '@/core/plan';
import { dateOf, dayNumber, endOf, type Meeting } from '@/core/calendar';
import type { HandIn, Stage } from './read';

/** The first day whose meetings still count: today until its last one has ended. */
export function planningDay(meetings: readonly Meeting[], now: string): string {
  const today = now.slice(0, 10);
  const own = meetings.filter((meeting) => meeting.date === today);
  return own.length > 0 && own.every((meeting) => endOf(meeting) <= now) ? dateOf(dayNumber(today) + 1) : today;
}

/** A stage as the core plans it. */
export function flexible(stage: Stage): Flexible {
  const { id, meetings, minutes, shortest, leadDays, delay, optional, after } = stage;
  return {
    id,
    ...(meetings === null ? { minutes: minutes! } : { meetings }),
    ...(shortest === null ? {} : { shortest }),
    leadDays,
    delay,
    optional,
    after: after.map((one) => one.id),
    overlaps: after.filter((one) => one.byCustom).map((one) => one.id),
  };
}

/** All stages that are done, as the core plans them: one that is left out hands on what it waited for. */
export function flexibles(stages: readonly Stage[]): readonly Flexible[] {
  const dropped = stages.filter((stage) => stage.leftOut);
  const line = { id: '', meetings: [], eventDate: '2000-01-01', stages: stages.map(flexible) };
  return apply(
    line,
    dropped.map(({ id }) => ({ kind: 'drop' as const, stage: id })),
  ).stages;
}

/** A line's stages laid out on its meetings, by their ids. */
export function layOutLine(line: Line): { stages: Map<string, Placed>; count: number; shortBy: number } {
  const { meetings, eventDate, stages, today } = line;
  const found = layOut({ meetings, eventDate, stages, ...(today === undefined ? {} : { today }) });
  return { ...found, stages: new Map(found.stages.map((one) => [one.id, one])) };
}

/** A stage that takes some meetings more; one that is counted in minutes takes as many more as those have on average. */
export function withMore<S extends Flexible>(stage: S, more: number, meetings: readonly { minutes: number }[]): S {
  if (more === 0) return stage;
  if (stage.minutes === undefined) return { ...stage, meetings: stage.meetings! + more };
  return { ...stage, minutes: stage.minutes + Math.round(more * meanMinutes(meetings)) };
}

/** How long a meeting lasts on average; 50 minutes where there is none. */
export function meanMinutes(meetings: readonly { minutes: number }[]): number {
  return meetings.length === 0 ? 50 : meetings.reduce((sum, one) => sum + one.minutes, 0) / meetings.length;
}

/** Whether a team has handed a stage in; what came back is open again. */
export function isHandedIn(entry: HandIn | undefined): boolean {
  return entry?.state === 'handed-in' || entry?.state === 'accepted';
}
