import { addDays, formatISO } from 'date-fns';

/** The last day proposed for a link: the event, or a month from now when that has passed. */
export function endOfLink(eventDate: string): string {
  const month = formatISO(addDays(new Date(), 30), { representation: 'date' });
  return eventDate > formatISO(new Date(), { representation: 'date' }) ? eventDate : month;
}
