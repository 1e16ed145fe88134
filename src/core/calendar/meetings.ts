import { CoreError } from '../shared/CoreError';
import { filled, finite, oneOf } from '../shared/check';
import { dateOf, dayNumber, WEEKDAYS, weekdayOf, type Weekday } from './days';

export interface Meeting {
  /** "YYYY-MM-DD" */
  date: string;
  /** "HH:MM", local time of the school */
  start: string;
  minutes: number;
}
export type Pattern =
  | { kind: 'weekly'; slots: { day: Weekday; start: string; minutes: number }[] }
  | { kind: 'rotation'; cycle: string[]; meetsOn: string[]; firstDay: string; start: string; minutes: number };
export interface NoClass {
  from: string;
  to: string;
  reason?: string;
}

/**
 * Lists the class meetings between two dates, both included, sorted by date and start.
 * A weekly pattern meets in each slot; a rotation gives each school day (Mon–Fri, not in noClass) the next
 * letter of the cycle, the first school day on or after firstDay having the first letter, and meets on the
 * letters of meetsOn. Days in noClass have no meeting, but an extra meeting wins over them; an extra one at
 * the same date and start takes the place of the regular one. A lost meeting is cancelled (a trip, a drill) without taking a
 * letter of the rotation: the one at its start, or without a start all regular ones of the day.
 * @throws CoreError for an impossible date or time, reversed dates, a pattern without a slot, an unknown letter or day.
 */
export function meetings(input: {
  pattern: Pattern;
  from: string;
  to: string;
  noClass?: NoClass[];
  extra?: Meeting[];
  lost?: { date: string; start?: string | null }[];
}): { meetings: readonly Meeting[] } {
  const [from, to] = [dayNumber(input.from), dayNumber(input.to)];
  if (from > to) throw new CoreError(`The first day ${input.from} is after the last day ${input.to}.`);
  if (to - from > 3660) throw new CoreError('A calendar spans at most ten years.');
  const free = freeDays(input.noClass ?? []);
  const meetsOn = pattern(input.pattern, free);
  const found = new Map<string, Meeting>();
  const lost = new Set((input.lost ?? []).map(({ date, start }) => `${dateOf(dayNumber(date))} ${start ?? ''}`));
  for (let day = from; day <= to; day++) {
    for (const slot of meetsOn(day))
      if (!lost.has(`${dateOf(day)} `)) keep(found, { date: dateOf(day), start: slot.start, minutes: slot.minutes });
  }
  for (const extra of input.extra ?? []) {
    const day = dayNumber(extra.date);
    checkSlot(extra);
    if (day >= from && day <= to) keep(found, { date: extra.date, start: extra.start, minutes: extra.minutes });
  }
  for (const key of lost) found.delete(key);
  const order = (a: Meeting, b: Meeting) => (a.date + a.start < b.date + b.start ? -1 : 1);
  return { meetings: [...found.values()].sort(order) };
}

type Slot = { start: string; minutes: number };

function keep(found: Map<string, Meeting>, meeting: Meeting) {
  found.set(`${meeting.date} ${meeting.start}`, meeting);
}

function freeDays(noClass: NoClass[]): (day: number) => boolean {
  const spans = noClass.map(({ from, to }) => {
    const span = [dayNumber(from), dayNumber(to)] as const;
    if (span[0] > span[1]) throw new CoreError(`Days without class: ${from} is after ${to}.`);
    return span;
  });
  return (day) => spans.some(([from, to]) => day >= from && day <= to);
}

function pattern(pattern: Pattern, free: (day: number) => boolean): (day: number) => Slot[] {
  if (oneOf(pattern?.kind, ['weekly', 'rotation'], 'The kind of meeting pattern') === 'weekly') {
    const slots = filled((pattern as Extract<Pattern, { kind: 'weekly' }>).slots, 'Meeting times in the week');
    for (const slot of slots) {
      oneOf(slot.day, WEEKDAYS, 'The weekday');
      checkSlot(slot);
    }
    return (day) => (free(day) ? [] : slots.filter((slot) => slot.day === weekdayOf(day)));
  }
  return rotation(pattern as Extract<Pattern, { kind: 'rotation' }>, free);
}

function rotation(pattern: Extract<Pattern, { kind: 'rotation' }>, free: (day: number) => boolean) {
  const cycle = filled(pattern.cycle, 'Letters of the cycle');
  for (const letter of filled(pattern.meetsOn, 'Letters the class meets on')) oneOf(letter, cycle, 'The day letter');
  checkSlot(pattern);
  const first = dayNumber(pattern.firstDay);
  const isSchoolDay = (day: number) => !['Sat', 'Sun'].includes(weekdayOf(day)) && !free(day);
  let counted = first;
  let schoolDays = 0;
  return (day: number): Slot[] => {
    for (; counted < day; counted++) if (isSchoolDay(counted)) schoolDays++;
    if (day < first || !isSchoolDay(day)) return [];
    const letter = cycle[schoolDays % cycle.length]!;
    return pattern.meetsOn.includes(letter) ? [pattern] : [];
  };
}

function checkSlot(slot: Slot) {
  if (typeof slot.start !== 'string' || !/^([01]\d|2[0-3]):[0-5]\d$/.test(slot.start)) {
    throw new CoreError(`"${String(slot.start).slice(0, 20)}" is not a time of day; write it as 10:05.`);
  }
  if (finite(slot.minutes, 'The length of a meeting in minutes') <= 0) {
    throw new CoreError(`A meeting lasts more than 0 minutes, got ${slot.minutes}.`);
  }
}

/** Local date and time ("YYYY-MM-DDTHH:MM") at which a meeting ends, past midnight too. */
export function endOf({ date, start, minutes }: Meeting): string {
  const [hours = 0, mins = 0] = start.split(':').map(Number);
  const end = hours * 60 + mins + minutes;
  const two = (value: number) => String(value).padStart(2, '0');
  return `${dateOf(dayNumber(date) + Math.floor(end / 1440))}T${two(Math.floor(end / 60) % 24)}:${two(end % 60)}`;
}

/** The class meeting by which something of a day was there, counted from 1. */
export function meetingOf(meetings: readonly Pick<Meeting, 'date'>[], day: string): number {
  return Math.max(1, meetings.filter(({ date }) => date <= day).length);
}
