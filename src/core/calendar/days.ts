import { CoreError } from '../shared/CoreError';

const DAY = 86_400_000;
/** The same few dates are asked for again and again. */
const KNOWN = new Map<string, number>();
const MOST_KNOWN = 5000;
export const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** The week of a date, Monday to Sunday, numbered so that later ones are larger. */
export function weekOf(date: string): number {
  return Math.floor((dayNumber(date) + 3) / 7);
}

/** The number of a calendar date, counted in days; no time zone enters. @throws CoreError for a date that does not exist. */
export function dayNumber(date: string): number {
  const known = KNOWN.get(date);
  if (known !== undefined) return known;
  const time = typeof date === 'string' && /^\d{4}-\d\d-\d\d$/.test(date) ? Date.parse(`${date}T00:00:00Z`) : NaN;
  if (!Number.isFinite(time) || new Date(time).toISOString().slice(0, 10) !== date) {
    throw new CoreError(`"${String(date).slice(0, 20)}" is not a date; write it as 2026-10-05.`);
  }
  if (KNOWN.size >= MOST_KNOWN) KNOWN.clear();
  KNOWN.set(date, time / DAY);
  return time / DAY;
}

/** The date ("YYYY-MM-DD") of a day number. */
export function dateOf(day: number): string {
  return new Date(day * DAY).toISOString().slice(0, 10);
}

/** The weekday of a day number. */
export function weekdayOf(day: number): Weekday {
  return WEEKDAYS[(((day + 4) % 7) + 7) % 7]!;
}
