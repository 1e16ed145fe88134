import { CoreError } from '../shared/CoreError';
import { filled } from '../shared/check';

export interface Heat {
  round: number;
  /** From 1, within its round. */
  heat: number;
  /** Who runs on each lane; null for an empty one. */
  lanes: (string | null)[];
}
export interface Lanes {
  heats: Heat[];
  /** Runs of each team by lane. */
  laneCounts: Record<string, number[]>;
  /** The largest over teams of most minus fewest runs on a lane. */
  laneSpread: number;
  heatSizes: [number, number];
  heatCount: number;
}

/**
 * Timed heats: in each round every team runs once, in heats whose sizes differ by at most 1, and each team's lane moves on by one
 * from round to round, so that over as many rounds as there are lanes it has had each once. Who runs with whom changes: the next
 * round deals the teams of a lane to other heats.
 * Method: a team keeps its lane's place modulo the number of lanes (cyclic Latin rows), heats are rotated against each other.
 * @throws CoreError without a team, for lanes or rounds that are no whole number from 1 ("lanes", "rounds"), or a name twice ("twice")
 * @example lanes({ teams: ['Flint', 'Marl'], lanes: 2, rounds: 2 }).laneSpread // 0
 */
export function lanes(input: { teams: readonly string[]; lanes: number; rounds: number }): Lanes {
  const teams = filled(input.teams, 'Teams');
  for (const [what, value] of [
    ['lanes', input.lanes],
    ['rounds', input.rounds],
  ] as const)
    if (!Number.isInteger(value) || value < 1)
      throw new CoreError(`The number of ${what} must be a whole number from 1.`);
  const twice = teams.find((team, i) => teams.indexOf(team) !== i);
  if (twice !== undefined) throw new CoreError(`The team ${twice} is named twice.`);
  const heatsInRound = Math.ceil(teams.length / input.lanes);
  // Columns of teams that share a lane within a round: one team of a column in each heat.
  const columns = Array.from({ length: input.lanes }, (_, lane) =>
    teams.filter((_, i) => Math.floor(i / heatsInRound) === lane),
  );
  const heats = Array.from({ length: input.rounds }, (_, round) => roundOf(columns, heatsInRound, round)).flat();
  const laneCounts = Object.fromEntries(
    teams.map((team) => [
      team,
      Array.from({ length: input.lanes }, (_, lane) => heats.filter((heat) => heat.lanes[lane] === team).length),
    ]),
  );
  const sizes = heats.map((heat) => heat.lanes.filter((team) => team !== null).length);
  return {
    heats,
    laneCounts,
    laneSpread: Math.max(...Object.values(laneCounts).map((of) => Math.max(...of) - Math.min(...of))),
    heatSizes: [Math.min(...sizes), Math.max(...sizes)],
    heatCount: heats.length,
  };
}

/** One round: column c runs on lane c + round, turned by c·round heats, so that other teams meet. */
function roundOf(columns: readonly (readonly string[])[], heatsInRound: number, round: number): Heat[] {
  const count = columns.length;
  const heats = Array.from({ length: heatsInRound }, (_, i): Heat => ({
    round: round + 1,
    heat: i + 1,
    lanes: Array.from({ length: count }, () => null),
  }));
  columns.forEach((column, c) => {
    const lane = (c + round) % count;
    column.forEach((team, i) => {
      heats[(i + c * round) % heatsInRound]!.lanes[lane] = team;
    });
  });
  return heats;
}
