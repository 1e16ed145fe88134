import { CoreError } from '../shared/CoreError';
import { notNegative, whole } from '../shared/check';

/** When a machine is open, in minutes of the day. */
export interface Opening {
  from: number;
  /** A use must have ended by then; its reset may go on. */
  to: number;
}
export interface Taken {
  /** Counted from 1. */
  station: number;
  from: number;
  /** End of the use. */
  to: number;
}
export interface Slot {
  /** Minutes of the day. */
  start: number;
  /** Stations that are free for the whole of it, reset included. */
  free: number[];
}

/**
 * The regular slots of a machine's opening: one use after another with the reset between them, each with the stations that
 * are free. The reset keeps a station occupied after every use, the slot's own and those that are taken.
 * @throws CoreError for counts that are not whole and positive, or negative minutes.
 */
export function slots(input: {
  opening: Opening;
  useMinutes: number;
  resetMinutes: number;
  capacity: number;
  taken: readonly Taken[];
}): Slot[] {
  const { opening, taken } = input;
  const use = whole(input.useMinutes, 'The minutes of a use', 1);
  const reset = notNegative(input.resetMinutes, 'The minutes to reset');
  const capacity = whole(input.capacity, 'The capacity', 1);
  const found: Slot[] = [];
  for (let start = opening.from; start + use <= opening.to; start += use + reset)
    found.push({ start, free: freeStations({ start, use, reset, capacity, taken }) });
  return found;
}

/** The stations that are free from a start for a use and its reset. */
export function freeStations(input: {
  start: number;
  use: number;
  reset: number;
  capacity: number;
  taken: readonly Taken[];
}): number[] {
  const { start, use, reset, capacity, taken } = input;
  const clashes = (station: number) =>
    taken.some((one) => one.station === station && one.from < start + use + reset && start < one.to + reset);
  return Array.from({ length: capacity }, (_, i) => i + 1).filter((station) => !clashes(station));
}

/** When a machine is open within a meeting; null when that leaves no time. */
export function openingIn(
  meeting: { from: number; to: number },
  { opensAfter, closesBefore }: { opensAfter: number; closesBefore: number },
): Opening | null {
  const opening = { from: meeting.from + opensAfter, to: meeting.to - closesBefore };
  return opening.from < opening.to ? opening : null;
}

/** The minutes of the day that something takes from its start on. @throws CoreError for a start that is no time. */
export function spanOf({ start, minutes }: { start: string; minutes: number }): Opening {
  const from = minutesOf(start);
  return { from, to: from + minutes };
}

/** Whether two spans share a minute; one may begin when the other ends. */
export function overlap(a: Opening, b: Opening): boolean {
  return a.from < b.to && b.from < a.to;
}

/** Minutes of the day of a time "HH:MM". @throws CoreError when it is none. */
export function minutesOf(time: string): number {
  if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(time))
    throw new CoreError(`"${String(time).slice(0, 20)}" is not a time; write it as 10:05.`);
  return Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
}

/** The time "HH:MM" of minutes of the day; past midnight it goes on counting ("24:10"). */
export function timeOf(minutes: number): string {
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
}
