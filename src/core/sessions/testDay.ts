import { CoreError } from '../shared/CoreError';
import { filled, finite, notNegative, oneOf, whole } from '../shared/check';
import { tidy } from '../shared/decimal';
import { draw } from '../teams/draw';

/** A session at a rig; all times in minutes. */
export interface Session {
  /** Names of the teams, each once. */
  teams: readonly string[];
  /** Attempts of each team. */
  attempts: number;
  minutesPerAttempt: number;
  /** What a station needs between two runs. */
  resetMinutes: number;
  stations: number;
  minutesAvailable: number;
  /** What a team needs between the end of a run and its next one. */
  restMinutes?: number;
  order: 'given' | 'seeded';
  /** The announced seed of the draw, for the order "seeded". */
  seed?: string;
}
export interface Run {
  team: string;
  /** Counted from 1. */
  attempt: number;
  /** Counted from 1. */
  station: number;
  /** Minutes from the beginning of the session. */
  start: number;
}
export interface TestDay {
  runs: Run[];
  /** End of the last run, without its reset. */
  finish: number;
  fits: boolean;
}

const MOST_RUNS = 20_000;

/**
 * Plans a session at a rig: who runs when, and at which station. List scheduling: whenever a station is free, the next run
 * in the order of attempts, then of teams, whose team is free and rested goes to the lowest free station. An attempt k + 1
 * starts only once every attempt k has started.
 * @returns the runs sorted by start, then station; a session that needs exactly the minutes there are fits.
 * @throws CoreError for no or repeated teams, counts that are not whole and positive, negative minutes, an unknown order, or
 * a drawn order without a seed.
 */
export function testDay(input: Session): TestDay {
  const { teams, attempts, stations, lasts, reset, rest, available } = checked(input);
  const order = input.order === 'seeded' ? draw({ names: teams, seed: input.seed ?? '' }).order : [...teams];
  const stationFree = Array.from({ length: stations }, () => 0);
  const teamFree = new Map(order.map((team) => [team, 0]));
  const runs: Run[] = [];
  let now = 0;
  for (let attempt = 1; attempt <= attempts; attempt++) {
    const waiting = new Set(order);
    while (waiting.size > 0) {
      const station = stationFree.findIndex((free) => free <= now);
      const team = station < 0 ? undefined : [...waiting].find((one) => teamFree.get(one)! <= now);
      if (team === undefined) {
        now = nextChange(now, stationFree, teamFree, waiting);
        continue;
      }
      runs.push({ team, attempt, station: station + 1, start: now });
      waiting.delete(team);
      stationFree[station] = tidy(now + lasts + reset);
      teamFree.set(team, tidy(now + lasts + rest));
    }
  }
  runs.sort((a, b) => a.start - b.start || a.station - b.station);
  const finish = tidy(runs.at(-1)!.start + lasts);
  return { runs, finish, fits: finish <= available };
}

/** The next moment at which a station or a waiting team becomes free. */
function nextChange(
  now: number,
  stations: readonly number[],
  teams: ReadonlyMap<string, number>,
  waiting: ReadonlySet<string>,
): number {
  let next = Infinity;
  for (const free of stations) if (free > now && free < next) next = free;
  for (const team of waiting) {
    const free = teams.get(team)!;
    if (free > now && free < next) next = free;
  }
  return next;
}

function checked(input: Session) {
  const teams = filled(input.teams, 'The teams of a session');
  const seen = new Set<string>();
  for (const team of teams) {
    if (seen.has(team)) throw new CoreError(`The team "${team}" appears twice in the session.`);
    seen.add(team);
  }
  const attempts = whole(input.attempts, 'The attempts of each team', 1);
  if (teams.length * attempts > MOST_RUNS)
    throw new CoreError(`A session has at most ${MOST_RUNS} runs; these are ${teams.length * attempts}.`);
  const lasts = finite(input.minutesPerAttempt, 'The minutes of an attempt');
  if (lasts <= 0) throw new CoreError(`An attempt must take more than 0 minutes, got ${lasts}.`);
  oneOf(input.order, ['given', 'seeded'], 'The order');
  return {
    teams,
    attempts,
    lasts,
    stations: whole(input.stations, 'The stations', 1),
    reset: notNegative(input.resetMinutes, 'The minutes to reset a station'),
    rest: notNegative(input.restMinutes ?? 0, 'The minutes of rest'),
    available: notNegative(input.minutesAvailable, 'The minutes available'),
  };
}
