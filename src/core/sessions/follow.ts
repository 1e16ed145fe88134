import { tidy } from '../shared/decimal';
import type { Run } from './testDay';

/** What happened to a run of a session; minutes from its beginning. */
export interface Mark {
  team: string;
  attempt: number;
  startedAt: number | null;
  endedAt: number | null;
  /** The team was not there: the run is left out. */
  skipped?: boolean;
}
export type Followed = Run & {
  state: 'done' | 'running' | 'next' | 'waiting' | 'skipped';
  /** When it began, or is expected to. */
  expected: number;
  ended: number | null;
};
export interface Following {
  runs: Followed[];
  /** How many minutes behind the plan the next run is expected to start, or the running one did; 0 when none is late. */
  late: number;
  /** Expected end of the last run. */
  finish: number;
}

/**
 * Follows a session: each station takes its runs in the planned order; a run that is not begun is expected at its planned
 * time, or once its station has ended and reset the run before, or now, whichever is latest. A running one ends when its
 * time is over, or now if it is over.
 * @param now minutes from the beginning of the session
 */
export function follow(input: {
  runs: readonly Run[];
  marks: readonly Mark[];
  minutesPerAttempt: number;
  resetMinutes: number;
  now: number;
}): Following {
  const { minutesPerAttempt: lasts, resetMinutes, now } = input;
  const markOf = new Map(input.marks.map((mark) => [`${mark.team} ${mark.attempt}`, mark]));
  const marked = input.runs.map((run) => ({ run, mark: markOf.get(`${run.team} ${run.attempt}`) }));
  const free = new Map<number, number>();
  const occupy = (station: number, until: number) =>
    free.set(station, Math.max(free.get(station) ?? 0, tidy(until + resetMinutes)));
  for (const { run, mark } of marked) {
    if (!mark || mark.skipped) continue;
    if (mark.endedAt !== null) occupy(run.station, mark.endedAt);
    else if (mark.startedAt !== null) occupy(run.station, Math.max(mark.startedAt + lasts, now));
  }
  const announced = new Set<number>();
  const runs = marked.map(({ run, mark }): Followed => {
    if (mark?.skipped) return { ...run, state: 'skipped', expected: run.start, ended: null };
    if (mark && mark.endedAt !== null)
      return { ...run, state: 'done', expected: mark.startedAt ?? mark.endedAt, ended: mark.endedAt };
    if (mark && mark.startedAt !== null) return { ...run, state: 'running', expected: mark.startedAt, ended: null };
    const expected = tidy(Math.max(run.start, free.get(run.station) ?? 0, now));
    occupy(run.station, expected + lasts);
    const state = announced.has(run.station) ? 'waiting' : 'next';
    announced.add(run.station);
    return { ...run, state, expected, ended: null };
  });
  const ahead = runs.filter((run) => run.state === 'running' || run.state === 'next');
  const ends = runs
    .filter((run) => run.state !== 'skipped')
    .map((run) => run.ended ?? Math.max(run.expected + lasts, run.state === 'running' ? now : 0));
  return {
    runs,
    late: tidy(Math.max(0, ...ahead.map((run) => run.expected - run.start))),
    finish: tidy(Math.max(0, ...ends)),
  };
}
