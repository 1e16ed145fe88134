import { follow, testDay, waysToFit, type Following, type Mark, type TestDay, type WayToFit } from '@/core/sessions';
import type { TestSession } from '@/areas/bench/read/sessions';
import { number, plural } from '@/core/format';

/** The session as the core plans it; a drawn order without its seed is shown as it was frozen. */
function asCore(session: TestSession) {
  const { attempts, minutesPerAttempt, resetMinutes, restMinutes, stations, minutes, drawn, seed, teams } = session;
  const shared = { attempts, minutesPerAttempt, resetMinutes, restMinutes, stations, minutesAvailable: minutes, teams };
  return drawn && seed !== null
    ? { ...shared, order: 'seeded' as const, seed }
    : { ...shared, order: 'given' as const };
}

export interface SessionPlan extends TestDay {
  ways: WayToFit[];
}

/** Who runs when, whether it fits, and what would make it fit. Teams are named by their ids. */
export function planOf(session: TestSession): SessionPlan {
  const input = asCore(session);
  return { ...testDay(input), ways: waysToFit(input) };
}

/**
 * How a session goes: the marks made at the rig, and the runs recorded since it began, the n-th of a team ending its n-th
 * attempt that nobody has ended.
 * @param now the present instant
 */
export function followOf(session: TestSession, plan: TestDay, now: Date): Following {
  const since = (instant: string) => (Date.parse(instant) - Date.parse(session.beginsAt)) / 60_000;
  const runs = new Map<string, string[]>();
  for (const [teamId, at] of session.recorded) runs.set(teamId, [...(runs.get(teamId) ?? []), at]);
  const marks = plan.runs.flatMap(({ team, attempt }): Mark[] => {
    const mark = session.marks.find((one) => one.teamId === team && one.attempt === attempt);
    const recorded = runs.get(team)?.[attempt - 1];
    const ended = mark?.endedAt ?? (mark?.skipped ? null : (recorded ?? null));
    if (!mark && ended === null) return [];
    return [
      {
        team,
        attempt,
        skipped: mark?.skipped ?? false,
        startedAt: mark?.startedAt ? since(mark.startedAt) : null,
        endedAt: ended === null ? null : since(ended),
      },
    ];
  });
  const { minutesPerAttempt, resetMinutes } = session;
  const minutes = (now.getTime() - Date.parse(session.beginsAt)) / 60_000;
  return follow({ runs: plan.runs, marks, minutesPerAttempt, resetMinutes, now: Math.round(minutes * 10) / 10 });
}

/** What would make a session fit, as a sentence. */
export function wayWords({ kind, value, finish }: WayToFit, session: TestSession): string {
  const ends = `it would then end after ${number(finish, 1)} min`;
  switch (kind) {
    case 'attempts':
      return `${plural(value, 'attempt')} each instead of ${session.attempts}; ${ends}`;
    case 'stations':
      return `${plural(value, 'station')} instead of ${session.stations}; ${ends}`;
    case 'minutesPerAttempt':
      return `${number(value, 1)} min an attempt instead of ${number(session.minutesPerAttempt, 1)}; ${ends}`;
    case 'resetMinutes':
      return `${number(value, 1)} min of reset instead of ${number(session.resetMinutes, 1)}; ${ends}`;
    case 'restMinutes':
      return `${number(value, 1)} min of rest instead of ${number(session.restMinutes, 1)}; ${ends}`;
    case 'teams':
      return `the first ${plural(value, 'team')} today, the others another day; ${ends}`;
    case 'periods':
      return `${plural(value, 'period')} of ${session.minutes} min, as the runs need ${number(finish, 1)} min`;
  }
}
