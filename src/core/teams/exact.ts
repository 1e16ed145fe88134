import { costOfTeam } from './cost';
import type { Problem } from './problem';

/** As many blocks as a search through all arrangements is made for: 3^12 pairs of a rest and a team. */
export const MOST_EXACT = 12;

/**
 * The cheapest arrangement of all, or null when none keeps the rules. Dynamic programming over sets of blocks: the cost is a
 * sum over teams, so the cheapest way to divide a set is a team with its first block and the cheapest way for the rest.
 */
export function exact(problem: Problem): number[][] | null {
  const { blocks } = problem;
  const size = 1 << blocks.length;
  const prices = Array.from({ length: size }, (_, set) => priceOf(problem, set));
  const best = new Float64Array(size).fill(Infinity);
  const taken = new Int32Array(size);
  best[0] = 0;
  for (let set = 1; set < size; set++) {
    const first = set & -set;
    const rest = set ^ first;
    for (let others = rest; ; others = (others - 1) & rest) {
      const team = others | first;
      const cost = prices[team]! + best[set ^ team]!;
      if (cost < best[set]! - 1e-12) {
        best[set] = cost;
        taken[set] = team;
      }
      if (others === 0) break;
    }
  }
  if (best[size - 1] === Infinity) return null;
  const teams: number[][] = [];
  for (let set = size - 1; set > 0; set ^= taken[set]!) teams.push(membersOf(problem, taken[set]!));
  return teams;
}

const membersOf = ({ blocks }: Problem, set: number) =>
  blocks.flatMap((block, i) => (set & (1 << i) ? block : [])).sort((a, b) => a - b);

/** What a team of these blocks costs; endless when it is too small, too large, or not kept apart. */
function priceOf(problem: Problem, set: number): number {
  const team = membersOf(problem, set);
  if (team.length < problem.min || team.length > problem.max) return Infinity;
  if (team.some((one) => team.some((other) => problem.apart[one]!.has(other)))) return Infinity;
  return costOfTeam(problem, team);
}
