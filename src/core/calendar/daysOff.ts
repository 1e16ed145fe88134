import ICAL from 'ical.js';
import { CoreError } from '../shared/CoreError';
import { dateOf, dayNumber } from './days';

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

/** How many days off can be taken from a file at once. */
export const MOST_DAYS = 100;
const MOST_CHARACTERS = 8_000_000;
const MOST_EVENTS = 50_000;
/** Repeats of all events together: daily ones of some centuries. */
const MOST_REPEATS = 200_000;

/**
 * Reads the whole-day events of an iCalendar file (RFC 5545) that touch the span, repeated ones on each of their days; what
 * has a time of day is no day off. Entries that cover days of one already known are marked.
 * @param input.text the file, at most 8 million characters
 * @param input.span the days that matter, first and last
 * @param input.known entries that stand already
 * @throws CoreError for what is no calendar, has nothing in it, or more than can be looked through.
 */
export function readDaysOff(input: { text: string; span: Span; known: readonly Omit<DayOff, 'already'>[] }): DaysOff {
  const { text, span, known } = input;
  if (text.length > MOST_CHARACTERS)
    throw new CoreError('This file is larger than 8 MB; export only the days off, or fewer years.');
  const events = parse(text).getAllSubcomponents('vevent');
  if (events.length === 0) throw new CoreError('This calendar has no events in it.');
  if (events.length > MOST_EVENTS)
    throw new CoreError(
      `This calendar has ${events.length.toLocaleString('en')} events; at most 50,000 can be looked through.`,
    );
  const reading: Reading = { moved: movedDays(events), repeatsLeft: MOST_REPEATS };
  const found: DayOff[] = [];
  let [timed, outside] = [0, 0];
  for (const component of events) {
    const days = daysOf(component, span, reading);
    if (days === 'timed') timed += 1;
    else if (days.length === 0) outside += 1;
    else found.push(...days);
  }
  found.sort((a, b) => (a.firstDay + a.reason < b.firstDay + b.reason ? -1 : 1));
  if (found.length > MOST_DAYS)
    throw new CoreError(
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
    throw new CoreError('This file is no calendar in the iCalendar format (.ics), or it is cut off.');
  }
}

/** What is looked through: which days of repeated events were moved (by id and day), and how many repeats are still looked at. */
interface Reading {
  moved: ReadonlySet<string>;
  repeatsLeft: number;
}

function movedDays(events: readonly ICAL.Component[]): ReadonlySet<string> {
  return new Set(
    events
      .filter((event) => event.hasProperty('recurrence-id'))
      .map((event) => `${uidOf(event)} ${dayOf(event.getFirstPropertyValue('recurrence-id') as ICAL.Time)}`),
  );
}

const uidOf = (event: ICAL.Component) => String(event.getFirstPropertyValue('uid'));
const dayOf = (time: ICAL.Time) => time.toString().slice(0, 10);

function daysOf(component: ICAL.Component, { from, to }: Span, reading: Reading): DayOff[] | 'timed' {
  try {
    // Without a list the package would look through all events for each of them.
    const event = new ICAL.Event(component, { exceptions: [] });
    if (!event.startDate?.isDate) return 'timed';
    const length = Math.max(1, Math.round(event.duration.toSeconds() / 86_400));
    const reason = (event.summary || 'no class').replace(/\s+/g, ' ').trim().slice(0, 160) || 'no class';
    return startsOf(event, to, reading).flatMap((start) => {
      const [firstDay, lastDay] = [start, dateOf(dayNumber(start) + length - 1)];
      return lastDay < from || firstDay > to ? [] : [{ firstDay, lastDay, reason, already: null }];
    });
  } catch {
    return []; // an entry that can't be read is no day off; the others count
  }
}

/** The days on which an event begins, up to the end of the span, but for those that were moved. */
function startsOf(event: ICAL.Event, to: string, reading: Reading): string[] {
  if (!event.isRecurring()) return [dayOf(event.startDate)];
  const starts: string[] = [];
  const each = event.iterator();
  for (let next = each.next(); next && dayOf(next) <= to && reading.repeatsLeft > 0; next = each.next()) {
    reading.repeatsLeft -= 1;
    if (!reading.moved.has(`${event.uid} ${dayOf(next)}`)) starts.push(dayOf(next));
  }
  return starts;
}
