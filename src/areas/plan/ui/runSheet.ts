import { endOf, type Meeting } from '@/core/calendar';

export interface RunStep {
  from: string;
  to: string;
  what: 'start' | 'work' | 'close';
}

/** The shortest start and close, and what share of a long meeting they take. */
const SHORTEST = 5;
const SHARE = 0.1;

/**
 * A meeting in three parts, as clock times: a start and a close of a tenth each, at least 5 minutes and rounded to 5, and
 * the work between them. A meeting too short for that is all work.
 */
export function runSheet(meeting: Meeting): RunStep[] {
  const edge = Math.max(SHORTEST, Math.round((meeting.minutes * SHARE) / 5) * 5);
  const at = (minutes: number) => endOf({ ...meeting, minutes }).slice(11);
  if (meeting.minutes <= 3 * edge) return [{ from: at(0), to: at(meeting.minutes), what: 'work' }];
  const [begin, end] = [edge, meeting.minutes - edge];
  return [
    { from: at(0), to: at(begin), what: 'start' },
    { from: at(begin), to: at(end), what: 'work' },
    { from: at(end), to: at(meeting.minutes), what: 'close' },
  ];
}
