import { CoreError } from '../shared/CoreError';
import { filled, finite, notNegative, oneOf, own } from '../shared/check';
import { compareExact, exact, meanOf, minus, numberOf, totalOf, ZERO, type Exact } from '../shared/exact';
import { placed, refine, shareOf } from '../scoring';

export const KINDS = ['points', 'percent-of-max', 'percent-of-best', 'place-sum', 'z-score'] as const;
export interface Component {
  name: string;
  weight: number;
  as: (typeof KINDS)[number];
  max?: number;
  better?: 'higher' | 'lower';
  scores: Record<string, number | null>;
}
export interface RankedTeam {
  team: string;
  total: number;
  place: number;
  /** What each component adds to the total, weight included. */
  parts: Record<string, number>;
}

/**
 * Combines components into one ranking, best first. Weights are normalised to 1 unless `normalise` is false.
 * points: the score; percent-of-max: 100·score/max; percent-of-best: 100·score/best (lower better: 100·best/score,
 * zeros as in relative points); z-score: (score − mean)/sample SD, sign turned for lower, all equal → 0;
 * place-sum: the place (ties share the better one), the lowest total wins. A missing score contributes 0,
 * for place-sum the last place, for z-score the lowest z present. Ties: the named components in turn, then shared places.
 * @throws CoreError for no component, a name twice, weights that are negative or all 0, place-sum mixed with
 * others, an unknown tie component, a missing max, negative scores under percent-of-best, NaN or Infinity.
 */
export function combine(input: { normalise?: boolean; components: Component[]; ties?: string[] }): {
  table: RankedTeam[];
} {
  const components = filled(input.components, 'Components');
  check(components, input.ties ?? []);
  const teams = [...new Set(components.flatMap((c) => Object.keys(c.scores)))];
  const whole = totalOf(components.map((c) => exact(c.weight)));
  if (input.normalise !== false && whole.lte(0)) throw new CoreError('At least one weight must be more than 0.');
  const share = (c: Component) => (input.normalise === false ? exact(c.weight) : exact(c.weight).div(whole));
  const lowestWins = components[0]!.as === 'place-sum';
  const worth = new Map(components.map((c) => [c.name, worths(c, teams)]));

  const rows = teams.map((team) => {
    const parts = components.map((c) => [c.name, share(c).times(worth.get(c.name)!.get(team)!)] as const);
    return { team, parts, total: totalOf(parts.map(([, part]) => part)) };
  });
  const sign = lowestWins ? 1 : -1;
  const orders = [
    (a: Row, b: Row) => sign * compareExact(a.total, b.total),
    ...(input.ties ?? []).map(
      (name) => (a: Row, b: Row) => sign * compareExact(worth.get(name)!.get(a.team)!, worth.get(name)!.get(b.team)!),
    ),
  ];
  const groups = orders.reduce(refine<Row>, rows.length ? [rows] : []);
  const table = placed(groups).map(({ item: { team, total, parts }, place }) => ({
    team,
    place,
    total: numberOf(total, `The total of ${team}`),
    parts: Object.fromEntries(parts.map(([name, part]) => [name, numberOf(part, `What ${name} adds for ${team}`)])),
  }));
  return { table };
}

interface Row {
  team: string;
  total: Exact;
  parts: (readonly [string, Exact])[];
}

function check(components: readonly Component[], ties: string[]) {
  const names = new Set<string>();
  for (const c of components) {
    if (names.has(c.name)) throw new CoreError(`The component ${c.name} is there twice.`);
    names.add(c.name);
    notNegative(c.weight, `The weight of ${c.name}`);
    oneOf(c.as, KINDS, `How ${c.name} counts`);
    oneOf(c.better ?? 'higher', ['higher', 'lower'], `What is better in ${c.name}`);
    if (c.as === 'percent-of-max' && finite(c.max, `The most points of ${c.name}`) <= 0) {
      throw new CoreError(`The most points of ${c.name} must be more than 0, got ${c.max}.`);
    }
  }
  const sums = components.filter((c) => c.as === 'place-sum').length;
  if (sums > 0 && sums < components.length) {
    throw new CoreError('A sum of places can only be combined with other sums of places: there the lowest total wins.');
  }
  for (const tie of ties)
    if (!names.has(tie)) throw new CoreError(`Ties can't be broken by "${tie}", which is no component.`);
}

/** What each team's score is worth before the weight. */
function worths(c: Component, teams: string[]): Map<string, Exact> {
  const present = teams.flatMap((team) => {
    const score = own(c.scores, team) ?? null;
    return score === null ? [] : [[team, exact(finite(score, `The score of ${team} in ${c.name}`))] as const];
  });
  const found = new Map<string, Exact>(valued(c, present, c.better === 'lower'));
  const missing = missingWorth(c, [...found.values()]);
  return new Map(teams.map((team) => [team, found.get(team) ?? missing]));
}

type Scores = (readonly [string, Exact])[];
const best = (scores: readonly Exact[], lower: boolean) =>
  scores.reduce((a, b) => (compareExact(a, b) < 0 === lower ? a : b));

function valued(c: Component, present: Scores, lower: boolean): Scores {
  const scores = present.map(([, score]) => score);
  if (present.length === 0 || c.as === 'points') return present;
  if (c.as === 'percent-of-max') return present.map(([team, score]) => [team, score.times(100).div(exact(c.max!))]);
  if (c.as === 'percent-of-best') {
    const reference = best(scores, lower);
    return present.map(([team, score]) => [team, shareOf(score, reference, lower).times(100)]);
  }
  if (c.as === 'place-sum') {
    const groups = refine([[...present]], (a, b) => (lower ? 1 : -1) * compareExact(a[1], b[1]));
    return placed(groups).map(({ item, place }) => [item[0], exact(place)]);
  }
  return standardScores(present, lower);
}

/** (score − mean) / sample standard deviation, the sign turned where lower is better; all 0 where all are equal. */
function standardScores(present: Scores, lower: boolean): Scores {
  const mean = meanOf(present.map(([, score]) => score));
  const off = present.map(([team, score]) => [team, lower ? minus(mean, score) : minus(score, mean)] as const);
  const squares = totalOf(off.map(([, one]) => one.times(one)));
  if (squares.isZero()) return off.map(([team]) => [team, ZERO]);
  const deviation = squares.div(present.length - 1).sqrt();
  return off.map(([team, one]) => [team, one.div(deviation)]);
}

function missingWorth(c: Component, present: Exact[]): Exact {
  if (c.as === 'place-sum') return exact(present.length + 1);
  if (c.as === 'z-score') return present.length ? best(present, true) : ZERO;
  return ZERO;
}
