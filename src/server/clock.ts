import { TZDate } from '@date-fns/tz';
import { FieldError } from './outcome';
/** Local date and time of a project as "YYYY-MM-DDTHH:MM". */
export type LocalTime = string;

/**
 * The project's present: IRONSTONE_TODAY if set, else the time pinned in the project (demo data), else the
 * clock in the project's time zone.
 */
export function projectNow(project: { pinnedNow: string | null; timeZone: string }): LocalTime {
  const set = process.env.IRONSTONE_TODAY;
  if (set && /^\d{4}-\d\d-\d\d(T\d\d:\d\d)?$/.test(set)) return set.length === 10 ? `${set}T12:00` : set;
  return project.pinnedNow ?? inZone(new Date(), project.timeZone);
}

/** Formats are slow to make; there are only as many as zones. */
const formats = new Map<string, Intl.DateTimeFormat>();

/** An instant as local time of a zone. */
export function inZone(instant: Date, timeZone: string): LocalTime {
  const format =
    formats.get(timeZone) ?? new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' });
  formats.set(timeZone, format);
  return format.format(instant).replace(' ', 'T');
}

/** The day on which an entry of some age (ms) was made on its device, counted back from a pinned present or the clock. */
export function dayOfEntry(
  { pinnedNow, timeZone }: { pinnedNow: string | null; timeZone: string },
  now: LocalTime,
  age: number,
): string {
  const moment = momentOfEntry({ pinnedNow }, now, age);
  return pinnedNow ? moment.toISOString().slice(0, 10) : inZone(moment, timeZone).slice(0, 10);
}

/** The moment at which an entry was made on its device; a pinned present counts in its local time. */
export function momentOfEntry({ pinnedNow }: { pinnedNow: string | null }, now: LocalTime, age: number): Date {
  const present = pinnedNow ? new Date(`${now}:00Z`) : new Date();
  return new Date(present.getTime() - age);
}

/** A moment in the project's local time: the other way round than momentOfEntry. */
export function momentHere(
  { pinnedNow, timeZone }: { pinnedNow: string | null; timeZone: string },
  at: Date,
): LocalTime {
  return pinnedNow ? at.toISOString().slice(0, 16) : inZone(at, timeZone);
}

/** The zone in which the clock on the wall of a project goes. */
export const zoneHere = ({ pinnedNow, timeZone }: { pinnedNow: string | null; timeZone: string }): string =>
  pinnedNow ? 'UTC' : timeZone;

/** Hour and minute of an instant (ms) in the project's local time. */
export const clockHere =
  (project: { pinnedNow: string | null; timeZone: string }) =>
  (ms: number): string =>
    momentHere(project, new Date(ms)).slice(11);

/**
 * The instant of a local time of the project: the other way round than momentHere. A time that the change to summer time
 * skips is the one an hour later.
 */
export function instantOf(
  { pinnedNow, timeZone }: { pinnedNow: string | null; timeZone: string },
  local: LocalTime,
): Date {
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0] = local.split(/[-T:]/).map(Number);
  return new Date(new TZDate(year, month - 1, day, hour, minute, zoneHere({ pinnedNow, timeZone })).getTime());
}

/** Whether the runtime knows the time zone. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** @throws FieldError at "timeZone" for one that is not known. */
export function zoneOrRefusal(timeZone: string): void {
  if (!isTimeZone(timeZone))
    throw new FieldError('timeZone', 'This time zone is not known; write it like UTC or Europe/Vienna.');
}
