import { costOfTeam } from './cost';
import type { Problem } from './problem';

/** How far a search is: steps made of all, and the cost of the best arrangement so far; null before there is one. */
export interface Progress {
  done: number;
  of: number;
  cost: number | null;
}

const REPORT = 2000;

/**
 * Looks for a cheap arrangement into `count` teams by simulated annealing over moves of one block and swaps of two. Sizes and
 * pairs to keep apart may be broken on the way, at a price above everything else. Ends with the best arrangement that keeps
 * all rules, or null when none was met. Source: Kirkpatrick, Gelatt and Vecchi 1983.
 * @param start an arrangement to begin with; blocks it does not hold are placed as in a search from nothing
 */
export function* search(
  problem: Problem,
  count: number,
  { steps, random, start }: { steps: number; random: () => number; start?: readonly (readonly number[])[] | undefined },
): Generator<Progress, { teams: number[][]; cost: number } | null> {
  const { blocks, weights } = problem;
  const teams = place(problem, count, start);
  const where = blocks.map((block) => teams.findIndex((team) => team.includes(block[0]!)));
  const heavy = 3 * Math.max(weights.concept, weights.wants, weights.roles, 1) * Math.max(2, problem.max);
  const price = (team: readonly number[]) => costOfTeam(problem, team) + heavy * broken(problem, team);
  const prices = teams.map(price);
  let best: { teams: number[][]; cost: number } | null = null;
  const keep = () => {
    if (teams.some((team) => broken(problem, team) > 0)) return;
    const cost = prices.reduce((a, b) => a + b, 0);
    if (!best || cost < best.cost - 1e-9) best = { teams: teams.map((team) => [...team]), cost };
  };
  keep();
  const [hot, cold] = [1.5 * Math.max(weights.concept, weights.wants, weights.roles, 0.1), 0.04];
  for (let step = 0; step < steps && count > 1; step++) {
    if (step % REPORT === 0) yield { done: step, of: steps, cost: (best as { cost: number } | null)?.cost ?? null };
    const one = Math.floor(random() * blocks.length);
    const from = where[one]!;
    const swap = random() < 0.8;
    const other = swap ? Math.floor(random() * blocks.length) : -1;
    const to = swap ? where[other]! : (from + 1 + Math.floor(random() * (count - 1))) % count;
    if (to === from) continue;
    const [out, back] = [blocks[one]!, swap ? blocks[other]! : []];
    const [left, right] = [without(teams[from]!, out, back), without(teams[to]!, back, out)];
    const [a, b] = [price(left), price(right)];
    const worse = a + b - prices[from]! - prices[to]!;
    if (worse > 0 && random() >= Math.exp(-worse / (hot * (cold / hot) ** (step / steps)))) continue;
    [teams[from], teams[to], prices[from], prices[to]] = [left, right, a, b];
    where[one] = to;
    if (swap) where[other] = from;
    if (worse < 0) keep();
  }
  return best;
}

const without = (team: readonly number[], out: readonly number[], back: readonly number[]) => [
  ...team.filter((one) => !out.includes(one)),
  ...back,
];

/** How often a team breaks a hard rule: members too many or too few, and pairs that should be apart. */
export function broken({ min, max, apart }: Problem, team: readonly number[]): number {
  let count = Math.max(0, min - team.length, team.length - max);
  for (let i = 0; i < team.length; i++)
    for (let j = i + 1; j < team.length; j++) if (apart[team[i]!]!.has(team[j]!)) count++;
  return count;
}

/** Puts each block, the largest first, where it breaks least and the team is smallest. */
function place(problem: Problem, count: number, start: readonly (readonly number[])[] = []): number[][] {
  const teams = Array.from({ length: count }, (_, i) => [...(start[i] ?? [])]);
  const rest = problem.blocks.filter((block) => !teams.some((team) => team.includes(block[0]!)));
  for (const block of [...rest].sort((a, b) => b.length - a.length || a[0]! - b[0]!)) {
    const clashes = (team: readonly number[]) =>
      block.filter((one) => team.some((other) => problem.apart[one]!.has(other))).length +
      Math.max(0, team.length + block.length - problem.max);
    const best = teams.reduce((found, team) => {
      const better = clashes(team) - clashes(found) || team.length - found.length;
      return better < 0 ? team : found;
    });
    best.push(...block);
  }
  return teams;
}
