import { CoreError } from '../shared/CoreError';
import { whole } from '../shared/check';
import { tidy } from '../shared/decimal';
import { costOfTeam, unmetOf, type Unmet } from './cost';
import { exact, MOST_EXACT } from './exact';
import { problemOf, teamCounts, type Forming, type Problem } from './problem';
import { fnv1a, mulberry32 } from '../shared/random';
import { search, type Progress } from './search';

export interface FormInput extends Forming {
  seed: string;
  /** How many steps a search takes; 2,000 for each student, at least 20,000, where nothing is said. */
  budgetSteps?: number;
  /** An arrangement to improve. */
  start?: readonly (readonly string[])[];
}

export interface Formed {
  /** Members in the order of the input, teams in the order of their first members. */
  teams: string[][];
  cost: number;
  unmet: Unmet[];
}

/**
 * Forms teams. Kept in any case: sizes, who is kept apart, who is kept together. As few as possible of the rest:
 * cost = weights.concept × (members whose concept is not the most common one of their team; without a concept nobody
 * counts) + weights.wants × (wishes for somebody in another team) + weights.roles × (needed roles that nobody of a team
 * offers, over all teams). Up to 12 students, or sets of students kept together, the cheapest arrangement of all is found;
 * above, the best one met by simulated annealing. The budget is counted in steps: the same seed gives the same answer.
 * Source: Held and Karp 1962 (dynamic programming over sets); Kirkpatrick, Gelatt and Vecchi 1983.
 * @throws CoreError as {@link problemOf} does, and when no arrangement keeps the rules, naming the rule.
 * @example form({ students: [{ id: 'a' }, { id: 'b' }], sizes: { min: 1, max: 1 }, seed: '1' }).teams // [['a'], ['b']]
 */
export function form(input: FormInput): Formed {
  const steps = formSteps(input);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** The same, step by step: whoever runs it can show how far it is and stop it at any time. */
export function* formSteps(input: FormInput): Generator<Progress, Formed> {
  const problem = problemOf(input);
  if (typeof input.seed !== 'string' || input.seed === '') throw new CoreError('Forming teams needs a seed: any text.');
  const budget = whole(input.budgetSteps ?? Math.max(20_000, 2000 * problem.ids.length), 'The number of steps', 1);
  const small = problem.blocks.length <= MOST_EXACT;
  const found = small ? exact(problem) : yield* best(problem, input, budget);
  if (!found) throw new CoreError(whyNot(problem, small));
  return inWords(problem, found);
}

/** A cost with what is unmet, of teams as numbers. */
export function inWords(problem: Problem, teams: readonly (readonly number[])[]): Formed {
  const sorted = teams
    .filter((team) => team.length > 0)
    .map((team) => [...team].sort((a, b) => a - b))
    .sort((a, b) => a[0]! - b[0]!);
  return {
    teams: sorted.map((team) => team.map((one) => problem.ids[one]!)),
    cost: tidy(sorted.reduce((total, team) => total + costOfTeam(problem, team), 0)),
    unmet: sorted.flatMap((team) => unmetOf(problem, team)),
  };
}

/** The numbers of teams that are tried; of many, as many as this, spread evenly. */
const MOST_COUNTS = 6;

function* best(problem: Problem, input: FormInput, budget: number): Generator<Progress, number[][] | null> {
  const counts = teamCounts(problem);
  const start = input.start && startOf(problem, input.start);
  const tried = start && counts.includes(start.length) ? [start.length] : spread(counts);
  let cheapest: { teams: number[][]; cost: number } | null = null;
  for (const [i, count] of tried.entries()) {
    const random = mulberry32(fnv1a(`${input.seed} ${count}`));
    const steps = Math.ceil(budget / tried.length);
    const run = search(problem, count, { steps, random, start: start?.length === count ? start : undefined });
    for (let next = run.next(); ; next = run.next()) {
      if (next.done) {
        if (next.value && (!cheapest || next.value.cost < cheapest.cost - 1e-9)) cheapest = next.value;
        break;
      }
      const { done, cost } = next.value;
      const known: number[] = [cost, cheapest?.cost ?? null].filter((one) => one !== null);
      yield { done: i * steps + done, of: tried.length * steps, cost: known.length ? Math.min(...known) : null };
    }
  }
  return cheapest?.teams ?? null;
}

function spread(counts: readonly number[]): number[] {
  if (counts.length <= MOST_COUNTS) return [...counts];
  return Array.from(
    { length: MOST_COUNTS },
    (_, i) => counts[Math.round((i * (counts.length - 1)) / (MOST_COUNTS - 1))]!,
  );
}

function startOf({ ids }: Problem, teams: readonly (readonly string[])[]): number[][] {
  const known = new Map(ids.map((id, i) => [id, i]));
  return teams.map((team) => team.flatMap((id) => known.get(id) ?? [])).filter((team) => team.length > 0);
}

/** Which rule is in the way: the one without which there is an arrangement. */
function whyNot(problem: Problem, proven: boolean): string {
  const loose = { ...problem, apart: problem.ids.map(() => new Set<number>()) };
  const single = { ...loose, blocks: problem.ids.map((_, i) => [i]) };
  const says = proven ? 'No arrangement keeps this rule' : 'No arrangement was found that keeps this rule';
  const pairs = problem.apart.flatMap((others, one) =>
    [...others].filter((other) => one < other).map((other) => `${problem.ids[one]} and ${problem.ids[other]}`),
  );
  const fitsLoose = proven ? exact(loose) !== null : pairs.length > 0;
  if (pairs.length > 0 && fitsLoose) return `${says}: keep apart ${pairs.join('; ')}.`;
  const blocks = problem.blocks.filter((block) => block.length > 1);
  if (blocks.length > 0 && single.ids.length > 0)
    return `${says}: keep together ${blocks.map((block) => block.map((one) => problem.ids[one]).join(', ')).join('; ')}, in teams of size ${problem.min} to ${problem.max}.`;
  return `${says}: team size ${problem.min} to ${problem.max}.`;
}
