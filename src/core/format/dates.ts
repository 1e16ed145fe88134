import { format, parseISO } from 'date-fns';

/** "12 Oct" of a date or local time; with the year when asked. */
export function day(date: string, withYear = false): string {
  return format(parseISO(date.slice(0, 10)), withYear ? 'd MMM yyyy' : 'd MMM');
}

/** "Mon 12 Oct" */
export function weekday(date: string): string {
  return format(parseISO(date.slice(0, 10)), 'EEE d MMM');
}

/** "12 Oct, 10:02" of a local time. */
export function moment(localTime: string): string {
  return format(parseISO(localTime), 'd MMM, HH:mm');
}
