import { dateOf, dayNumber } from '../calendar/days';
import { endOf, type Meeting } from '../calendar/meetings';
import type { Progress } from './forecast';
import { layOut } from './layOut';
import { longestChain } from './order';
import type { Flexible } from './remedies';

/** What a team has done about a stage: the day on which it was handed in, if it counts as handed in, and meetings added. */
export interface Done {
  handedIn: boolean;
  /** The day it was last handed in, also when it came back since. */
  handedInOn: string | null;
  moreMeetings: number;
}

interface Given {
  /** The meetings of the section before the event, in order. */
  meetings: readonly Meeting[];
  /** The stages of the plan, each behind all it waits for. */
  stages: readonly Flexible[];
  /** By stage; a stage without an entry is untouched. */
  done: ReadonlyMap<string, Done>;
  /** The first day whose meetings still count. */
  from: string;
}

/** Work that is left to a team. */
export interface Work {
  /** Every stage of the plan, longer by the meetings added for this team. */
  own: Flexible[];
  /** Those that are not handed in. */
  open: Flexible[];
  /** The open ones as they are left, with the meetings spent on each. */
  left: { stage: Flexible; spent: number }[];
  /** Meetings that lie behind. */
  held: number;
}

/** Where a team stands in its plan, counted in meetings. */
export interface Pace {
  /** The stage it works on: of those that can go on now the one with least slack. */
  current: string | null;
  /** Which meeting of that stage the next one is, and how many are planned for it; it may be more than planned. */
  meetingOf: [number, number];
  /** Number and date of the meeting by which it is to be handed in, from the latest plan that reaches the event. */
  due: { number: number; date: string } | null;
  /** The day from which it can go on (delivery, curing); null when it can now. */
  waitsUntil: string | null;
  /** Meetings that are missing (positive) or to spare (negative or 0): the least slack of what is left, turned round. */
  behind: number;
  workLeft: number;
  meetingsLeft: number;
  progress: Progress;
}

/** The first day whose meetings still count at a local time: today until its last meeting has ended. */
export function planningDay(meetings: readonly Meeting[], now: string): string {
  const today = now.slice(0, 10);
  const own = meetings.filter((meeting) => meeting.date === today);
  return own.length > 0 && own.every((meeting) => endOf(meeting) <= now) ? dateOf(dayNumber(today) + 1) : today;
}

/** How long a meeting lasts on average, in minutes; 50 where there is none. */
export function meanMinutes(meetings: readonly { minutes: number }[]): number {
  return meetings.length === 0 ? 50 : meetings.reduce((sum, one) => sum + one.minutes, 0) / meetings.length;
}

/** A stage that takes some meetings more; one that is counted in minutes takes as many more as those have on average. */
export function withMore<S extends Flexible>(stage: S, more: number, meetings: readonly { minutes: number }[]): S {
  if (more === 0) return stage;
  if (stage.minutes === undefined) return { ...stage, meetings: stage.meetings! + more };
  return { ...stage, minutes: stage.minutes + Math.round(more * meanMinutes(meetings)) };
}

const heldBy = (meetings: readonly Meeting[], day: string | null) =>
  meetings.filter((meeting) => day !== null && meeting.date <= day).length;

/** A team's work as it is left: each stage without what is handed in already, shorter by what is spent on it. */
export function workLeft(given: Given): Work {
  const { meetings, stages, done, from } = given;
  const own = stages.map((stage) => withMore(stage, done.get(stage.id)?.moreMeetings ?? 0, meetings));
  const open = own.filter((stage) => !done.get(stage.id)?.handedIn);
  const held = meetings.filter((meeting) => meeting.date < from).length;
  return { own, open, held, left: open.map((stage) => startable(stage, open, held, given)) };
}

/**
 * An open stage as it is left: without what is handed in already, shorter by the meetings since it could start (one is
 * always left until it is handed in), and later while something is still on its way.
 */
function startable(
  stage: Flexible,
  open: readonly Flexible[],
  held: number,
  { meetings, stages, done, from }: Given,
): { stage: Flexible; spent: number } {
  const after = (stage.after ?? []).filter((id) => open.some((one) => one.id === id));
  const behind = (stage.after ?? []).filter((id) => !after.includes(id));
  const { delay: _, ...rest } = stage;
  if (after.length > 0) return { stage: { ...rest, after }, spent: 0 };
  const arrives = behind.map((id) => {
    const leadDays = stages.find((one) => one.id === id)?.leadDays ?? 0;
    return dayNumber(done.get(id)?.handedInOn ?? from) + leadDays;
  });
  const arrival = Math.max(0, ...arrives);
  const delay = meetings.filter((meeting) => meeting.date >= from && dayNumber(meeting.date) < arrival).length;
  if (delay > 0 || rest.meetings === undefined) return { stage: { ...rest, after, delay }, spent: 0 };
  const handedIn = behind.map((id) => heldBy(meetings, done.get(id)?.handedInOn ?? null));
  const couldStart = Math.max(0, ...handedIn) + (stage.delay ?? 0);
  const spent = Math.max(0, held - couldStart);
  return { stage: { ...rest, after, meetings: Math.max(1, rest.meetings - spent), fixed: spent > 0 }, spent };
}

/**
 * Where a team stands: its work as it is left, laid out on the meetings that are left.
 * @throws CoreError as layOut does.
 */
export function pace(given: Given & { eventDate: string }): Pace {
  const { meetings, stages, done, eventDate, from } = given;
  const { own, open, left, held } = workLeft(given);
  const work = left.map(({ stage }) => stage);
  const plan = layOut({ meetings, eventDate, today: from, stages: work });
  const placedAt = new Map(plan.stages.map((one) => [one.id, one]));
  const lengthOf = ({ meetings: count, minutes = 0 }: Flexible) => count ?? Math.ceil(minutes / meanMinutes(meetings));
  const longest = (list: readonly Flexible[]) => longestChain(list, lengthOf);
  const [all, ahead] = [longest(own), longest(open)];
  const ready = work.filter((stage) => stage.after!.length === 0);
  const pressing = [...ready].sort((a, b) => placedAt.get(a.id)!.slack - placedAt.get(b.id)!.slack)[0];
  const placed = pressing && placedAt.get(pressing.id);
  const length = pressing ? lengthOf(open.find((one) => one.id === pressing.id)!) : 0;
  const dueAt = placed ? held + placed.latestStart + placed.finish - placed.start : -1;
  const handedIn = stages.map((stage) => done.get(stage.id)).filter((one) => one?.handedIn);
  const last = Math.max(0, ...handedIn.map((one) => heldBy(meetings, one!.handedInOn)));
  // What came after the first half of the time: behind the last hand-in in it.
  const at = (stage: Flexible) => heldBy(meetings, done.get(stage.id)!.handedInOn);
  const closed = own.filter((stage) => done.get(stage.id)?.handedIn);
  const turn = Math.max(0, ...closed.map(at).filter((meeting) => meeting <= last / 2));
  const then = longest([...open, ...closed.filter((stage) => at(stage) > turn)]);
  const least = plan.stages.reduce((least, { slack }) => Math.min(least, slack), Infinity);
  return {
    current: pressing?.id ?? null,
    meetingOf: [pressing ? left.find(({ stage }) => stage.id === pressing.id)!.spent + 1 : 0, length],
    due: meetings[dueAt] ? { number: dueAt + 1, date: meetings[dueAt].date } : null,
    waitsUntil: pressing?.delay ? (meetings[held + pressing.delay]?.date ?? eventDate) : null,
    behind: work.length === 0 ? 0 : 0 - least,
    workLeft: longest(work),
    meetingsLeft: plan.count,
    progress: {
      done: Math.max(0, all - ahead),
      spent: all - ahead > 0 ? Math.min(held, last) : 0,
      ...(all > ahead && last <= held ? { recent: { done: Math.max(0, then - ahead), spent: last - turn } } : {}),
      left: ahead,
      current: Math.min(ahead, length),
      held,
    },
  };
}
