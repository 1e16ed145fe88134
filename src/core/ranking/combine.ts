import { summarise } from '../bench';
import { CoreError } from '../shared/CoreError';
import { filled, finite, notNegative, oneOf, own } from '../shared/check';
import { sum, tidy } from '../shared/decimal';
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
  const total = sum(components.map((c) => c.weight));
  const share = (c: Component) => (input.normalise === false ? c.weight : c.weight / total);
  if (input.normalise !== false && total <= 0) throw new CoreError('At least one weight must be more than 0.');
  const lowestWins = components[0]!.as === 'place-sum';
  const worth = new Map(components.map((c) => [c.name, worths(c, teams)]));

  const rows = teams.map((team) => {
    const parts = components.map((c) => [c.name, share(c) * worth.get(c.name)!.get(team)!] as const);
    return { team, total: tidy(sum(parts.map(([, part]) => part))), parts: Object.fromEntries(parts) };
  });
  const sign = lowestWins ? 1 : -1;
  const orders = [
    (a: Row, b: Row) => sign * (a.total - b.total),
    ...(input.ties ?? []).map(
      (name) => (a: Row, b: Row) => sign * (worth.get(name)!.get(a.team)! - worth.get(name)!.get(b.team)!),
    ),
  ];
  const groups = orders.reduce(refine<Row>, rows.length ? [rows] : []);
  return { table: placed(groups).map(({ item, place }) => ({ ...item, place })) };
}

type Row = Omit<RankedTeam, 'place'>;

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
function worths(c: Component, teams: string[]): Map<string, number> {
  const present = teams.flatMap((team) => {
    const score = own(c.scores, team) ?? null;
    return score === null ? [] : [[team, finite(score, `The score of ${team} in ${c.name}`)] as const];
  });
  const lower = c.better === 'lower';
  const found = new Map<string, number>(valued(c, present, lower));
  const missing = missingWorth(c, [...found.values()]);
  return new Map(teams.map((team) => [team, found.get(team) ?? missing]));
}

type Scores = (readonly [string, number])[];

function valued(c: Component, present: Scores, lower: boolean): Scores {
  const scores = present.map(([, score]) => score);
  if (present.length === 0 || c.as === 'points') return present;
  if (c.as === 'percent-of-max') return present.map(([team, score]) => [team, (100 * score) / c.max!]);
  if (c.as === 'percent-of-best') {
    const best = scores.reduce((a, b) => (lower ? Math.min(a, b) : Math.max(a, b)));
    return present.map(([team, score]) => [team, 100 * shareOf(score, best, lower)]);
  }
  if (c.as === 'place-sum') {
    const groups = refine([[...present]], (a, b) => (lower ? a[1] - b[1] : b[1] - a[1]));
    return placed(groups).map(({ item, place }) => [item[0], place]);
  }
  const { mean, standardDeviation } = summarise({ values: scores });
  const z = (score: number) => (standardDeviation ? (score - mean) / standardDeviation : 0);
  return present.map(([team, score]) => [team, lower ? -z(score) || 0 : z(score)]);
}

function missingWorth(c: Component, present: number[]): number {
  if (c.as === 'place-sum') return present.length + 1;
  if (c.as === 'z-score') return present.length ? Math.min(...present) : 0;
  return 0;
}
