import { testDay, type Session } from './testDay';

/** One change that makes a session fit, and when it would then end. */
export interface WayToFit {
  kind: 'attempts' | 'stations' | 'minutesPerAttempt' | 'resetMinutes' | 'restMinutes' | 'teams' | 'periods';
  /** The new value: attempts of each team, stations, minutes, how many teams still fit, or periods of this length. */
  value: number;
  /** Minutes from the beginning; for periods the whole need. */
  finish: number;
}

const STEP = 0.5;

/**
 * What would make a session fit that does not: for each thing that can be changed the smallest change that is enough, the
 * others staying as they are. Minutes are tried in steps of half a minute, reset and rest down to none. What can't make it
 * fit alone is left out; splitting it over periods always can, as long as one run fits into one.
 * @throws CoreError as testDay does.
 */
export function waysToFit(session: Session): WayToFit[] {
  const whole = testDay(session);
  if (whole.fits) return [];
  const { attempts, stations, minutesPerAttempt, resetMinutes, restMinutes = 0, teams, minutesAvailable } = session;
  const order = session.order === 'given' ? teams : firstRound(whole.runs.map((run) => run.team));
  const down = (from: number, least: number, step: number) =>
    Array.from({ length: Math.max(0, Math.ceil((from - least) / step)) }, (_, i) =>
      Math.max(least, Math.ceil(from / step) * step - (i + 1) * step),
    ).filter((value) => value < from);
  const first = (kind: WayToFit['kind'], values: readonly number[], change: (value: number) => Partial<Session>) => {
    for (const value of values) {
      const found = testDay({ ...session, ...change(value) });
      if (found.fits) return [{ kind, value, finish: found.finish }];
    }
    return [];
  };
  const more = Array.from({ length: Math.max(0, teams.length * attempts - stations) }, (_, i) => stations + i + 1);
  return [
    ...first('attempts', down(attempts, 1, 1), (value) => ({ attempts: value })),
    ...first('stations', more.slice(0, 20), (value) => ({ stations: value })),
    ...first('minutesPerAttempt', down(minutesPerAttempt, STEP, STEP), (value) => ({ minutesPerAttempt: value })),
    ...first('resetMinutes', down(resetMinutes, 0, STEP), (value) => ({ resetMinutes: value })),
    ...first('restMinutes', down(restMinutes, 0, STEP), (value) => ({ restMinutes: value })),
    ...first('teams', down(teams.length, 1, 1), (value) => ({ teams: order.slice(0, value), order: 'given' })),
    ...periods(minutesPerAttempt, minutesAvailable, whole.finish),
  ];
}

function firstRound(teams: readonly string[]): string[] {
  return [...new Set(teams)];
}

function periods(lasts: number, available: number, finish: number): WayToFit[] {
  return available < lasts ? [] : [{ kind: 'periods', value: Math.ceil(finish / available), finish }];
}
