import ICAL from 'ical.js';
import { dateOf, dayNumber } from '@/core/calendar';
import { FieldError } from '@/server/outcome';
import { MOST_DAYS } from './schema';

export interface DayOff {
  firstDay: string;
  lastDay: string;
  reason: string;
  /** Why it is not taken, if it is not. */
  already: string | null;
}
export interface DaysOff {
  days: DayOff[];
  /** Events of the file, and why most of them are no days off here. */
  events: number;
  timed: number;
  outside: number;
}
interface Span {
  from: string;
  to: string;
}

const MOST_EVENTS = 50_000;
const MOST_REPEATS = 400;

/**
 * Reads the whole-day events of an iCalendar file (RFC 5545) that touch the span, repeated ones on each of their days; what
 * has a time of day is no day off. Entries that cover days of one already known are marked.
 * @throws FieldError at "text" for what is no calendar, has nothing in it, or more than can be looked through.
 */
export function readDaysOff(text: string, span: Span, known: readonly Omit<DayOff, 'already'>[]): DaysOff {
  const events = parse(text).getAllSubcomponents('vevent');
  if (events.length === 0) throw new FieldError('text', 'This calendar has no events in it.');
  if (events.length > MOST_EVENTS)
    throw new FieldError(
      'text',
      `This calendar has ${events.length.toLocaleString('en')} events; at most 50,000 can be looked through.`,
    );
  const exceptions = exceptionsByUid(events);
  const found: DayOff[] = [];
  let [timed, outside] = [0, 0];
  for (const component of events) {
    const days = daysOf(component, span, exceptions);
    if (days === 'timed') timed += 1;
    else if (days.length === 0) outside += 1;
    else found.push(...days);
  }
  found.sort((a, b) => (a.firstDay + a.reason < b.firstDay + b.reason ? -1 : 1));
  if (found.length > MOST_DAYS)
    throw new FieldError(
      'text',
      `${found.length} whole-day events lie in the term; at most ${MOST_DAYS} can be taken. Export a calendar that has only the days off.`,
    );
  const days: DayOff[] = [];
  for (const day of found) {
    const same = [...known, ...days.filter((one) => !one.already)].find(
      (one) => one.firstDay <= day.lastDay && day.firstDay <= one.lastDay,
    );
    days.push({ ...day, already: same ? `covered by “${same.reason}”` : null });
  }
  return { days, events: events.length, timed, outside };
}

function parse(text: string): ICAL.Component {
  try {
    const found = new ICAL.Component(ICAL.parse(text) as unknown[]);
    if (found.name !== 'vcalendar') throw new Error(found.name);
    return found;
  } catch {
    throw new FieldError('text', 'This file is no calendar in the iCalendar format (.ics), or it is cut off.');
  }
}

type Exceptions = ReadonlyMap<string, ICAL.Component[]>;

/** Moved days of repeated events by the id they share; found once, as the package would look through all for each event. */
function exceptionsByUid(events: readonly ICAL.Component[]): Exceptions {
  const found = new Map<string, ICAL.Component[]>();
  for (const one of events.filter((event) => event.hasProperty('recurrence-id'))) {
    const uid = String(one.getFirstPropertyValue('uid'));
    found.set(uid, [...(found.get(uid) ?? []), one]);
  }
  return found;
}

function daysOf(component: ICAL.Component, { from, to }: Span, moved: Exceptions): DayOff[] | 'timed' {
  try {
    const isOne = component.hasProperty('recurrence-id');
    const exceptions = isOne ? [] : (moved.get(String(component.getFirstPropertyValue('uid'))) ?? []);
    const event = new ICAL.Event(component, { exceptions });
    if (!event.startDate?.isDate) return 'timed';
    const length = Math.max(1, Math.round(event.duration.toSeconds() / 86_400));
    const reason = (event.summary || 'no class').replace(/\s+/g, ' ').trim().slice(0, 160) || 'no class';
    return startsOf(event, to).flatMap((start) => {
      const [firstDay, lastDay] = [start, dateOf(dayNumber(start) + length - 1)];
      return lastDay < from || firstDay > to ? [] : [{ firstDay, lastDay, reason, already: null }];
    });
  } catch {
    return []; // an entry that can't be read is no day off; the others count
  }
}

/** The days on which an event begins, up to the end of the span. */
function startsOf(event: ICAL.Event, to: string): string[] {
  const day = (time: ICAL.Time) => time.toString().slice(0, 10);
  if (!event.isRecurring()) return [day(event.startDate)];
  const starts: string[] = [];
  const each = event.iterator();
  for (let next = each.next(), i = 0; next && day(next) <= to && i < MOST_REPEATS; next = each.next(), i++)
    starts.push(day(next));
  return starts;
}
