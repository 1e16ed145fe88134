import { dayNumber } from '@/core/calendar';
import { forecast, inOrder, longestChain } from '@/core/plan';
import type { Flexible, Forecast, Progress } from '@/core/plan';
import type { Meeting } from '@/core/calendar';
import { meetingsOf, type Section, type Team } from '@/domain/classes/read';
import type { HandIn, Stage } from './read';
import { flexibles, isHandedIn, layOutLine, meanMinutes, planningDay, withMore } from './lines';

/** Where a team stands in the plan, counted in meetings. */
export interface TeamPace {
  teamId: string;
  /** The stage it works on: the first that is not handed in and waits for nothing. */
  current: Stage | null;
  /** Which meeting of that stage the next one is, and how many are planned for it; it may be more than planned. */
  meetingOf: [number, number];
  /** Number and date of the meeting by which it is to be handed in, from the latest plan that reaches the event. */
  due: { number: number; date: string } | null;
  /** What it waits for (delivery, curing) until it can go on, and from which day it can; null when it can now. */
  waitsUntil: string | null;
  /** Meetings that are missing (positive) or to spare (negative or 0): work left less meetings left. */
  behind: number;
  workLeft: number;
  meetingsLeft: number;
  /** Stages of the plan, and how many are handed in. */
  stages: number;
  done: number;
  /** When it will be done at its pace, against the last meeting before the event; null when nothing is left. */
  forecast: (Forecast & { early: number; why: string }) | null;
  /** Handed in and not looked at yet; returned, with what is to be done. */
  waiting: Stage[];
  returned: { stage: Stage; note: string }[];
}

/** What was worked out for the plan that a request has read: several parts of a page ask for the same. */
const KNOWN = new WeakMap<readonly Stage[], Map<string, TeamPace[]>>();

/** How every team of the project stands; each is compared with its own section. */
export function pacesOf(
  sections: readonly Section[],
  teams: readonly Team[],
  stages: readonly Stage[],
  { eventDate, now }: { eventDate: string; now: string },
): TeamPace[] {
  if (stages.length === 0) return [];
  const known = KNOWN.get(stages) ?? new Map<string, TeamPace[]>();
  KNOWN.set(stages, known);
  const own = sections.filter((section) => teams.some((team) => team.sectionId === section.id));
  const key = [eventDate, now, ...own.map((section) => section.id), ...teams.map((team) => team.id)].join(' ');
  const paces =
    known.get(key) ??
    own.flatMap((section) =>
      paceOf(
        section,
        teams.filter((team) => team.sectionId === section.id),
        stages,
        eventDate,
        now,
      ),
    );
  known.set(key, paces);
  return paces;
}

/** How every team of a section stands, most of it by the core; the sums are those of one plan for all, less what each has done. */
export function paceOf(
  section: Section,
  teams: readonly Team[],
  stages: readonly Stage[],
  eventDate: string,
  now: string,
): TeamPace[] {
  const meetings = meetingsOf(section).filter((meeting) => meeting.date < eventDate);
  const whole = inOrder(flexibles(stages));
  const from = planningDay(meetings, now);
  const rows = teams.map((team) => standing(team, { meetings, whole, stages, eventDate, from }));
  const forecasts = forecast({ teams: rows.map((row) => row.progress) });
  return rows.map(({ pace, progress }, i) => {
    const found = forecasts[i]!;
    if (progress.left === 0) return { ...pace, forecast: null };
    const early = meetings.length - found.finish;
    return { ...pace, forecast: { ...found, early, why: reasonOf(pace, progress, found) } };
  });
}

interface Given {
  meetings: readonly Meeting[];
  /** The stages of the plan, each behind all it waits for. */
  whole: readonly Flexible[];
  stages: readonly Stage[];
  eventDate: string;
  from: string;
}

/** A team's work as it is left, each stage shorter by what is spent on it; and its whole plan for comparison. */
export function workOf(team: Team, { meetings, whole, stages, from }: Given) {
  const entryOf = new Map(stages.map((stage) => [stage.id, stage.handIns.find((one) => one.teamId === team.id)]));
  const byId = new Map(stages.map((stage) => [stage.id, stage]));
  const own = whole.map((stage) => withMore(stage, entryOf.get(stage.id)?.moreMeetings ?? 0, meetings));
  const open = own.filter((stage) => !isHandedIn(entryOf.get(stage.id)));
  const held = meetings.filter((meeting) => meeting.date < from).length;
  const since = (day: string | null) => meetings.filter((meeting) => day !== null && meeting.date <= day).length;
  const found = open.map((stage) => startable(stage, { open, entryOf, byId, meetings, held, since, from }));
  const spentOn = new Map(found.map(({ stage, spent }) => [stage.id, spent]));
  return { entryOf, byId, own, open, held, since, spentOn, left: found.map(({ stage }) => stage) };
}

function standing(team: Team, given: Given) {
  const { meetings, stages, eventDate, from } = given;
  const { entryOf, byId, own, open, held, since, spentOn, left } = workOf(team, given);
  const plan = layOutLine({ id: team.id, meetings, eventDate, today: from, stages: left });
  const lengthOf = ({ meetings: count, minutes = 0 }: Flexible) => count ?? Math.ceil(minutes / meanMinutes(meetings));
  const longest = (list: readonly Flexible[]) => longestChain(list, lengthOf);
  const [all, ahead] = [longest(own), longest(open)];
  const ready = left.filter((stage) => stage.after!.length === 0);
  const pressing = [...ready].sort((a, b) => plan.stages.get(a.id)!.slack - plan.stages.get(b.id)!.slack)[0];
  const current = pressing ? byId.get(pressing.id)! : null;
  const least = Math.min(...[...plan.stages.values()].map((one) => one.slack));
  const placed = pressing && plan.stages.get(pressing.id);
  const length = pressing ? lengthOf(open.find((one) => one.id === pressing.id)!) : 0;
  const rest = placed ? placed.finish - placed.start + 1 : 0;
  const last = stages
    .map((stage) => entryOf.get(stage.id))
    .filter(isHandedIn)
    .map((entry) => since(entry!.handedInOn));
  const dueAt = placed ? held + placed.latestStart + rest - 1 : -1;
  const progress: Progress = {
    done: Math.max(0, all - ahead),
    spent: all - ahead > 0 ? Math.min(held, Math.max(0, ...last)) : 0,
    left: ahead,
    current: Math.min(ahead, length),
    held,
  };
  const pace: Omit<TeamPace, 'forecast'> = {
    teamId: team.id,
    current,
    meetingOf: [pressing ? spentOn.get(pressing.id)! + 1 : 0, length],
    due: meetings[dueAt] ? { number: dueAt + 1, date: meetings[dueAt].date } : null,
    waitsUntil: pressing?.delay ? (meetings[held + pressing.delay]?.date ?? eventDate) : null,
    behind: left.length === 0 ? 0 : 0 - least,
    workLeft: longest(left),
    meetingsLeft: plan.count,
    stages: own.length,
    done: own.length - open.length,
    waiting: stages.filter((stage) => entryOf.get(stage.id)?.state === 'handed-in'),
    returned: stages.flatMap((stage) => {
      const entry = entryOf.get(stage.id);
      return entry?.state === 'returned' ? [{ stage, note: entry.note }] : [];
    }),
  };
  return { pace, progress };
}

interface Started {
  open: readonly Flexible[];
  entryOf: Map<string, HandIn | undefined>;
  byId: Map<string, Stage>;
  meetings: readonly Meeting[];
  held: number;
  since: (day: string | null) => number;
  from: string;
}

/**
 * An open stage as it is left: without what is handed in already, shorter by the meetings since it could start (one is always
 * left until it is handed in), and later while something is still on its way.
 */
function startable(
  stage: Flexible,
  { open, entryOf, byId, meetings, held, since, from }: Started,
): { stage: Flexible; spent: number } {
  const after = (stage.after ?? []).filter((id) => open.some((one) => one.id === id));
  const behind = (stage.after ?? []).filter((id) => !after.includes(id));
  const { delay: _, ...rest } = stage;
  if (after.length > 0) return { stage: { ...rest, after }, spent: 0 };
  const arrives = behind.map((id) => {
    const day = entryOf.get(id)?.handedInOn ?? from;
    return dayNumber(day) + (byId.get(id)?.leadDays ?? 0);
  });
  const arrival = Math.max(0, ...arrives);
  const delay = meetings.filter((meeting) => meeting.date >= from && dayNumber(meeting.date) < arrival).length;
  if (delay > 0 || rest.meetings === undefined) return { stage: { ...rest, after, delay }, spent: 0 };
  const couldStart =
    Math.max(0, ...behind.map((id) => since(entryOf.get(id)?.handedInOn ?? null))) + (stage.delay ?? 0);
  const spent = Math.max(0, held - couldStart);
  const left = Math.max(1, rest.meetings - spent);
  return { stage: { ...rest, after, meetings: left, fixed: spent > 0 }, spent };
}

function reasonOf(pace: Omit<TeamPace, 'forecast'>, { done, spent, left }: Progress, found: Forecast): string {
  const begun = done > 0 ? `took ${spent} meetings for ${done} planned` : 'nothing handed in yet';
  const own = Math.round(found.ownShare * 100);
  return `${pace.done} of ${pace.stages} stages handed in; ${begun}; ${left} planned are left, at ${found.pace.toFixed(2)} meetings for each (${own} % its own pace, the rest its class’s)`;
}
