import { plural } from '../format';
import { medianOf } from './summarise';

const BREAK = 60;

/**
 * Minutes that a run takes, from one to the next: the median of the gaps within a day that are no break (over an hour); null for fewer
 * than three gaps.
 * @param made moments of runs, in ms, in any order
 */
export function paceOf(made: readonly number[]): number | null {
  const sorted = [...made].sort((a, b) => a - b);
  const gaps = sorted
    .slice(1)
    .map((at, i) => (at - sorted[i]!) / 60_000)
    .filter((minutes) => minutes > 0 && minutes <= BREAK);
  return gaps.length < 3 ? null : medianOf(gaps);
}

/** How many runs fit the meetings that are left, in a sentence; null where the pace is not known or none is left. */
export function fitText(pace: number | null, meetings: readonly { minutes: number }[]): string | null {
  if (pace === null || meetings.length === 0) return null;
  const each = Math.floor(Math.min(...meetings.map(({ minutes }) => minutes)) / pace);
  const minutes = pace < 1.5 ? 'a minute' : `${Math.round(pace)} minutes`;
  return `A run takes about ${minutes} here, so ${each < 1 ? 'not one fits' : `about ${plural(each, 'run')} ${each === 1 ? 'fits' : 'fit'}`} a meeting that is used for nothing else; ${plural(meetings.length, 'meeting')} ${meetings.length === 1 ? 'is' : 'are'} left.`;
}
