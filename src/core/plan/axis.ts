import { CoreError } from '../shared/CoreError';
import { finite } from '../shared/check';
import { dayNumber } from '../calendar/days';

/** How long a stage takes: whole class meetings, or as many as cover its minutes. */
export interface Length {
  meetings?: number;
  minutes?: number;
}
/** A meeting by its date, with its length where stages are given in minutes. */
export type Meets = string | { date: string; minutes?: number };

/**
 * The usable meetings of a plan, numbered from 0. What lies before or after them goes on at the same average distance and
 * length, so that it can be said by how much a plan does not fit.
 */
export interface Axis {
  count: number;
  /** The date of a meeting; null where there is none. */
  dateAt: (index: number) => string | null;
  /** The last meeting of a stage that starts at this one. */
  finishFrom: (start: number, length: Length) => number;
  /** The latest start of a stage that is done by this meeting at the latest. */
  startFor: (finish: number, length: Length) => number;
  /** The first meeting after this one, once the calendar days have passed. */
  afterWait: (finish: number, days: number) => number;
  /** The last meeting from which the calendar days have passed when this one begins. */
  beforeWait: (start: number, days: number) => number;
  /** The last meeting from which the calendar days have passed at the event. */
  beforeEvent: (days: number) => number;
}

/** Lays out the meetings before the event and, with today given, not before today. @throws CoreError for an impossible date. */
export function axisOf(meetings: readonly Meets[], eventDate: string, today?: string): Axis {
  const event = dayNumber(eventDate);
  const from = today === undefined ? -Infinity : dayNumber(today);
  const usable = meetings
    .map((one) =>
      typeof one === 'string'
        ? { date: one, day: dayNumber(one), minutes: undefined }
        : { date: one.date, day: dayNumber(one.date), minutes: one.minutes },
    )
    .filter(({ day }) => day < event && day >= from)
    .sort((a, b) => a.day - b.day);
  const count = usable.length;
  const [first, last] = [usable[0]?.day ?? event, usable[count - 1]?.day ?? event];
  const spacing = Math.max(1, count > 1 ? (last - first) / (count - 1) : 3.5);
  const day = (i: number) =>
    i < 0 ? first + i * spacing : i < count ? usable[i]!.day : last + (i - Math.max(0, count - 1)) * spacing;
  const known = usable.map((one) => one.minutes).filter((minutes) => minutes !== undefined);
  const average = known.length ? known.reduce((sum, minutes) => sum + minutes, 0) / known.length : NaN;
  const minutesAt = (i: number) => {
    const minutes = usable[i] ? usable[i].minutes : average;
    if (minutes !== undefined && minutes > 0) return minutes;
    throw new CoreError('A stage in minutes needs meetings with their minutes.');
  };
  const walk = (from: number, step: 1 | -1, minutes: number) => {
    let i = from;
    for (let left = minutes - minutesAt(i); left > 0; left -= minutesAt(i)) i += step;
    return i;
  };
  const beforeDay = (from: number, until: number) => {
    let i = from;
    while (day(i) > until) i -= 1;
    return i;
  };
  return {
    count,
    dateAt: (i) => (i >= 0 && i < count ? usable[i]!.date : null),
    finishFrom: (start, { meetings, minutes }) =>
      meetings === undefined ? (count === 0 ? start : walk(start, 1, minutes!)) : start + meetings - 1,
    startFor: (finish, { meetings, minutes }) =>
      meetings === undefined ? (count === 0 ? finish : walk(finish, -1, minutes!)) : finish - meetings + 1,
    afterWait: (finish, days) => {
      let i = finish + 1;
      while (day(i) < day(finish) + days) i += 1;
      return i;
    },
    beforeWait: (start, days) => beforeDay(start - 1, day(start) - days),
    beforeEvent: (days) => beforeDay(count - 1, event - days),
  };
}

/** Checks how long a stage takes. @throws CoreError unless exactly one of meetings and minutes is given, and positive. */
export function checkLength({ id, meetings, minutes }: Length & { id: string }): void {
  if ((meetings === undefined) === (minutes === undefined))
    throw new CoreError(`The stage "${id}" needs its length, either in meetings or in minutes.`);
  const length = finite(meetings ?? minutes, `The length of the stage "${id}"`);
  if (length <= 0 || length > 100_000 || (meetings !== undefined && !Number.isInteger(meetings)))
    throw new CoreError(`The stage "${id}" can't take ${length} ${meetings === undefined ? 'minutes' : 'meetings'}.`);
}
