import { CoreError } from '../shared/CoreError';
import { finite, oneOf } from '../shared/check';

export const FORMATS = ['knockout', 'double', 'round-robin', 'swiss'] as const;
export type Format = (typeof FORMATS)[number];
/** What happened, in its order: a result, a correction of one, or a team that withdraws. */
export interface Happened {
  match?: string;
  winner?: string | null;
  draw?: boolean | null;
  /** Of a and b; kept and not judged. */
  scores?: readonly [number, number] | null;
  correction?: boolean | null;
  withdraw?: string;
}
export interface Tournament {
  format: Format;
  /** Best seed first. */
  teams: readonly string[];
  /** Knock-out: the losers of the matches before the final play for place 3. */
  thirdPlace?: boolean | null;
  /** Double knock-out: whoever comes to the final without a loss is out by the second one only. */
  reset?: boolean | null;
  /** Everyone against everyone: once or twice. */
  legs?: number | null;
  rounds?: number | null;
  draws?: boolean | null;
  points?: { win: number; draw: number } | null;
  results?: readonly Happened[] | null;
}
/** A description with everything filled in. */
export interface Described {
  format: Format;
  teams: readonly string[];
  thirdPlace: boolean;
  reset: boolean;
  legs: 1 | 2;
  rounds: number;
  draws: boolean;
  points: { win: number; draw: number };
  results: readonly Happened[];
}

/** Checks a description and fills in what is left out. @throws CoreError as the functions of the subject say */
export function described(input: Tournament): Described {
  const format = oneOf(input?.format, FORMATS, 'The format');
  const { teams } = input;
  if (!Array.isArray(teams) || teams.length < 2) throw new CoreError('At least two teams are needed.');
  const twice = teams.find((team, i) => teams.indexOf(team) !== i);
  if (twice !== undefined) throw new CoreError(`The team ${String(twice)} is named twice.`);
  const legs = format === 'round-robin' ? (input.legs ?? 1) : 1;
  if (legs !== 1 && legs !== 2) throw new CoreError(`The number of legs is 1 or 2, got ${String(legs)}.`);
  const points = input.points ?? { win: 1, draw: 0.5 };
  if (
    !(finite(points.win, 'The points of a win') > 0) ||
    finite(points.draw, 'The points of a draw') < 0 ||
    points.draw > points.win
  )
    throw new CoreError('A win needs points above 0, and a draw points from 0 to those of a win.');
  return {
    format,
    teams,
    thirdPlace: input.thirdPlace ?? false,
    reset: input.reset ?? true,
    legs,
    rounds: format === 'swiss' ? roundsOf(input.rounds ?? null, teams.length) : 0,
    draws: (format === 'round-robin' || format === 'swiss') && (input.draws ?? false),
    points,
    results: input.results ?? [],
  };
}

function roundsOf(rounds: number | null, n: number): number {
  const most = n % 2 === 0 ? n - 1 : n;
  if (rounds === null) return Math.ceil(Math.log2(n));
  if (!Number.isInteger(rounds) || rounds < 1 || rounds > most)
    throw new CoreError(`${n} teams can play 1 to ${most} rounds without a rematch, got rounds ${String(rounds)}.`);
  return rounds;
}
