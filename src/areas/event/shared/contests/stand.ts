import { happenings, type DeskContest, type DeskEntry } from '@/core/desk/entry';
import { standAt, type Stand } from '@/core/desk/stand';
import { CoreError } from '@/core/numbers';
import { heatTimes } from '@/core/tournament/heatTimes';
import { lanes, type Heat } from '@/core/tournament/lanes';
import { programme, type Programme } from '@/core/tournament/programme';
import type { Tournament } from '@/core/tournament/description';
import type { Contest } from '@/areas/event/read/contests';

/** A contest as core plays it; teams go by their ids. Not for heats. */
export function describe(contest: Contest): Omit<Tournament, 'results'> {
  const { format, teams, thirdPlace, reset, legs, rounds, draws } = contest;
  if (format === 'lanes') throw new Error('Heats are not played as matches.');
  return { format, teams, thirdPlace, reset, legs, draws, rounds: format === 'swiss' ? rounds : null };
}

/** The same as its desks need it. */
export const asDesk = (contest: Contest): DeskContest => ({
  description: describe(contest),
  rings: contest.rings,
  confirmed: contest.confirmed,
});

/** Minutes from the start of a contest to a moment. */
const minutesSince = (beginsAt: number, at: string | Date | number): number =>
  (new Date(at).getTime() - beginsAt) / 60_000;

/**
 * How a contest stands; null where its entries or its plan can't be played, as in a bundle that was written by hand, or with more
 * rounds than its teams can play since some have left.
 */
export function standOf(contest: Contest, entries: readonly DeskEntry[]): Stand | null {
  try {
    return standAt(asDesk(contest), entries);
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

/**
 * When the matches that are left take place, counted in minutes from the planned start.
 * @param stand how the contest stands by these entries
 * @param beginsAt the planned start, in ms
 * @param now the present in ms; null for the plan as it is before anything has happened
 * @param delay the next match begins so many minutes later, as a team needs them
 */
export function timesOf(
  contest: Contest,
  { entries, stand }: { entries: readonly DeskEntry[]; stand: Stand },
  { beginsAt, now, delay = 0 }: { beginsAt: number; now: number | null; delay?: number },
): Programme {
  const ended: Record<string, number> = {};
  for (const { state, does, match, at } of entries)
    if (state === 'counts' && does === 'result') ended[match!] = Math.max(0, minutesSince(beginsAt, at));
  const input = { ...describe(contest), results: happenings(entries) };
  const running = stand.called.map(({ match, ring, calledAt, startedAt }) => ({
    match,
    ring,
    from: Math.max(0, minutesSince(beginsAt, startedAt ?? calledAt)),
  }));
  const timing = {
    rings: contest.rings,
    minutesPerMatch: contest.minutesPerMatch,
    changeover: contest.changeover,
    rest: contest.restMinutes,
    closed: stand.closed.length < contest.rings ? stand.closed : [],
    ended,
    ...(now === null ? {} : { now: Math.max(0, Math.round(minutesSince(beginsAt, now) * 10) / 10), running }),
  };
  const plan = programme(input, timing);
  const next = plan.matches.find(({ match }) => !running.some((one) => one.match === match));
  if (delay === 0 || !next) return plan;
  const late = { match: next.match, ring: next.ring, from: next.start + delay };
  return programme(input, { ...timing, running: [...(now === null ? [] : running), late] });
}

/** The heats of a contest against the clock, with when those that are left take place; a heat is over once all in it have as many attempts. */
export function heatsOf(
  contest: Contest,
  made: ReadonlyMap<string, number>,
  now = 0,
): { heats: (Heat & { done: boolean; start: number | null; end: number | null })[]; finish: number } {
  if (contest.teams.length === 0) return { heats: [], finish: 0 };
  const { heats } = lanes({ teams: contest.teams, lanes: contest.rings, rounds: contest.rounds ?? 1 });
  // Attempts from before the contest was opened are none of its heats.
  const done = (heat: Heat) =>
    contest.openedAt !== null && heat.lanes.every((team) => team === null || (made.get(team) ?? 0) >= heat.round);
  const left = heats.filter((heat) => !done(heat));
  const { heats: times, finish } = heatTimes({
    heats: left,
    minutesPerHeat: contest.minutesPerMatch,
    changeover: contest.changeover,
    rest: contest.restMinutes,
    now: Math.max(0, now),
  });
  return {
    heats: heats.map((heat) => {
      const at = left.indexOf(heat);
      const time = times[at];
      return { ...heat, done: at < 0, start: time?.start ?? null, end: time?.end ?? null };
    }),
    finish,
  };
}

/** Teams in the order in which they run next in the heats of an event; null where no contest with heats is open for it. */
export function heatOrder(
  contests: readonly Contest[],
  eventId: string,
  made: ReadonlyMap<string, number>,
): string[] | null {
  const contest = contests.find((one) => one.format === 'lanes' && one.eventId === eventId && one.openedAt !== null);
  if (!contest) return null;
  const { heats } = heatsOf(contest, made);
  const order = heats.filter(({ done }) => !done).flatMap(({ lanes: on }) => on.filter((team) => team !== null));
  return [...new Set([...order, ...contest.teams])];
}
