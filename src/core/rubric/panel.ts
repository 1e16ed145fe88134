import { CoreError } from '../shared/CoreError';
import { filled, whole } from '../shared/check';
import { draw } from '../teams';
import { islandsOf } from './islands';

export interface Panel {
  /** Who sees whom, teams in the order of the input, judges in that of the input. */
  teams: { team: string; judges: string[] }[];
  /** Whether scores will join all judges, so that strict and mild ones can be compared. */
  connected: boolean;
  /** Fewest and most teams of a judge. */
  load: [number, number];
}

/**
 * Who judges whom where not every judge sees every team: each team gets the same number of judges, judges get as equal a number
 * of teams as can be, and scores join all judges wherever two or more see each team. The order in which judges are taken is drawn
 * by the seed.
 * Method: greedy incomplete blocks; of the judges with the fewest teams those who join parts of the panel first, then those
 * who have met least.
 * @throws CoreError without teams or judges, a name twice ("twice"), or more judges for a team than there are
 */
export function panel(input: {
  teams: readonly string[];
  judges: readonly string[];
  perTeam: number;
  seed: string;
}): Panel {
  const teams = once(filled(input.teams, 'Teams'), 'team');
  const judges = once(filled(input.judges, 'Judges'), 'judge');
  const perTeam = whole(input.perTeam, 'The number of judges for each team', 1);
  if (perTeam > judges.length)
    throw new CoreError(`${perTeam} judges for each team are more than the ${judges.length} there are.`);
  const drawn = draw({ names: [...judges], seed: input.seed }).order;
  // Equal loads first; if that leaves the panel in parts, being joined comes first.
  const even = plan(teams, drawn, perTeam, false);
  const chosen = islandsOf(even).length > 1 ? plan(teams, drawn, perTeam, true) : even;
  const loads = judges.map((judge) => chosen.filter((one) => one.judge === judge).length);
  return {
    teams: teams.map((team) => ({
      team,
      judges: judges.filter((judge) => chosen.some((one) => one.team === team && one.judge === judge)),
    })),
    connected: islandsOf(chosen).length === 1 && loads.every((load) => load > 0),
    load: [Math.min(...loads), Math.max(...loads)],
  };
}

interface Seat {
  team: string;
  judge: string;
}

function plan(teams: readonly string[], judges: readonly string[], perTeam: number, joinFirst: boolean): Seat[] {
  const seats: Seat[] = [];
  for (const team of teams) {
    const own: string[] = [];
    while (own.length < perTeam) {
      const rank = (judge: string): number[] => {
        const load = seats.filter((one) => one.judge === judge).length;
        const parts = islandsOf([...seats, ...[...own, judge].map((one) => ({ team, judge: one }))]).length;
        const met = own.reduce((sum, other) => sum + meetings(seats, judge, other), 0);
        return joinFirst ? [parts, load, met] : [load, parts, met];
      };
      const ranked = judges.filter((judge) => !own.includes(judge)).map((judge) => ({ judge, rank: rank(judge) }));
      own.push(ranked.reduce((best, one) => (before(one.rank, best.rank) ? one : best)).judge);
    }
    seats.push(...own.map((judge) => ({ team, judge })));
  }
  return seats;
}

/** How many teams both have seen. */
function meetings(seats: readonly Seat[], a: string, b: string): number {
  const of = (judge: string) => seats.filter((one) => one.judge === judge).map((one) => one.team);
  return of(a).filter((team) => of(b).includes(team)).length;
}

function before(a: readonly number[], b: readonly number[]): boolean {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at >= 0 && a[at]! < b[at]!;
}

function once(names: readonly string[], what: string): readonly string[] {
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice !== undefined) throw new CoreError(`The ${what} ${twice} is named twice.`);
  return names;
}
