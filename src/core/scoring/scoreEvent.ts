import { CoreError } from '../shared/CoreError';
import { compareExact, numberOf, ZERO, type Exact } from '../shared/exact';
import { readFormula } from '../shared/formula';
import { count, type Count } from './count';
import { placed, refine, tieBreakers, type Order } from './order';
import { pointsFor, pointsForPlace, takePenalties, type Telling } from './points';
import { checkRule, type Entry, type EventRule } from './rule';
import { sayFor } from './say';
import { compareValues } from './values';

export interface EventResult {
  team: string;
  /** The value that counts, in the unit of the attempts (or of the rule's formula); null when there is none. */
  counted: number | null;
  /** Numbers (from 1) of the attempts the counted value rests on. */
  attempts: number[];
  points: number;
  place: number;
  because: string[];
}

/** An entry that has a counted value. */
interface Ranked extends Count {
  counted: NonNullable<Count['counted']>;
  telling: Telling;
}
interface Scored {
  points: Exact;
  because: string[];
}

/**
 * Scores an event: applies the rule for attempts, fouls, formula and penalties, gives points, breaks ties and
 * places the teams, best first. Teams without a counted value, or disqualified, share the last place with 0
 * points. Values are in the event's unit, points in points. The order of entries only decides how teams that
 * share a place are listed. What is equal in decimal arithmetic is tied. The rule's parts are documented in rule.ts
 * and the project's core contract.
 * @throws CoreError for a rule that can't be applied, more attempts than allowed, a value that is missing, a
 * fact that a formula or a tie rule needs, a team entered twice, a negative value with relative points, or a result
 * that is too large for a number.
 */
export function scoreEvent(input: { rule: EventRule; entries: Entry[] }): { results: EventResult[] } {
  const { rule, entries } = input;
  checkRule(rule);
  if (!Array.isArray(entries)) throw new CoreError('An event needs a list of entries.');
  const names = new Set<string>();
  for (const { team } of entries) {
    if (names.has(team)) throw new CoreError(`${team} is entered twice.`);
    names.add(team);
  }
  const formula = rule.value === undefined ? null : readFormula(rule.value);
  const counts = entries.map((entry) => count(rule, formula, entry));
  const compare = compareValues(rule.better, rule.target);
  const valued = counts.filter((one) => one.counted !== null);
  const reference = valued.reduce<Exact | null>(
    (best, { counted }) => (best === null || compare(counted!.exact, best) < 0 ? counted!.exact : best),
    null,
  );
  const ranked = valued.map((one): Ranked => {
    const readings = one.entry.attempts.flatMap(({ value }) => (typeof value === 'number' ? [value] : []));
    return { ...one, counted: one.counted!, telling: { written: sayFor(readings), reference } };
  });
  const scored = new Map(ranked.map((one) => [one, scoreOf(rule, one)]));

  const byCounted: Order<Ranked> = {
    compare: (a, b) => compare(a.counted.exact, b.counted.exact),
    says: (a, b) => `the value that counts, ${sayCounted(a)} against ${sayCounted(b)}`,
  };
  const byPoints: Order<Ranked> = {
    compare: (a, b) => compareExact(scored.get(b)!.points, scored.get(a)!.points),
    says: () => '',
  };
  const leading = rule.points.kind === 'place' || rule.points.kind === 'value' ? [byCounted] : [byPoints, byCounted];
  const orders = [...leading, ...tieBreakers(rule)];
  const groups = orders.map(({ compare }) => compare).reduce(refine, ranked.length ? [ranked] : []);
  const decided = tiesDecided(groups, orders);

  const results = placed(groups).map(({ item, place, tied }) => {
    const { points, because } =
      rule.points.kind === 'place'
        ? takePenalties(rule, pointsForPlace(rule.points, place, tied), item.basis, item.telling)
        : scored.get(item)!;
    const given = numberOf(points, `The points of ${item.team}`);
    const said = [chosen(rule, item), ...because, ...(decided.get(item) ?? [])];
    return { ...base(item), points: given, place, because: said };
  });
  const rest = counts.filter((one) => one.counted === null);
  const last = rest.map((one) => ({ ...base(one), points: 0, place: ranked.length + 1, because: [withoutValue(one)] }));
  return { results: [...results, ...last] };
}

function base(count: Count) {
  return {
    team: count.team,
    counted: count.counted?.value ?? null,
    attempts: count.basis.map((attempt) => attempt.number),
  };
}

function scoreOf(rule: EventRule, { counted, basis, telling }: Ranked): Scored {
  const given = pointsFor(rule, counted.exact, telling);
  return given ? takePenalties(rule, given, basis, telling) : { points: ZERO, because: [] };
}

const sayCounted = ({ counted, telling }: Ranked) => telling.written(counted.value);

/** Between neighbours who are level at first: what one is ahead by, said to both, each with its own figures. */
function tiesDecided(groups: Ranked[][], orders: Order<Ranked>[]): Map<Ranked, string[]> {
  const said = new Map<Ranked, string[]>();
  const tell = (to: Ranked, sentence: string) => said.set(to, [...(said.get(to) ?? []), sentence]);
  // Who share a place can have come to it differently: of the others the first by name speaks for all.
  const byName = groups.map((group) => [...group].sort((a, b) => (a.team < b.team ? -1 : 1)));
  for (const [i, group] of byName.entries()) {
    const others = byName[i + 1];
    if (!others) continue;
    const [ahead, behind] = [group[0]!, others[0]!];
    const by = orders.findIndex(({ compare }) => compare(ahead, behind) !== 0);
    if (by < 1) continue;
    const { says } = orders[by]!;
    const names = (teams: Ranked[]) => teams.map(({ team }) => team).join(' and ');
    for (const one of group) tell(one, `Level with ${names(others)}; ahead by ${says(one, behind)}.`);
    for (const one of others) tell(one, `Level with ${names(group)}; behind by ${says(one, ahead)}.`);
  }
  return said;
}

function withoutValue(count: Count): string {
  if (count.disqualifiedBy) return `Disqualified by ${count.disqualifiedBy}: 0 points, after all others.`;
  const made = count.entry.attempts.length;
  if (made === 0) return 'No attempt yet: 0 points, after all others.';
  return made === 1
    ? 'The one attempt does not count: 0 points, after all others.'
    : `None of ${made} attempts counts: 0 points, after all others.`;
}

function chosen(rule: EventRule, count: Ranked): string {
  const list = count.basis
    .map((attempt) => `${attempt.number} (${attempt.said()}${attempt.status === 'ok' ? '' : `, ${attempt.status}`})`)
    .join(', ');
  const made = `${count.entry.attempts.length} made, ${rule.attempts.allowed} allowed`;
  const formula = rule.value ? ` by ${rule.value}` : '';
  const { use } = rule.attempts;
  if (use === 'best' || use === 'worst' || use === 'last')
    return `Attempt ${list} counts as the ${use}${formula}: ${made}.`;
  return `The ${use.replaceAll('-', ' ')} of attempts ${list}${formula} is ${sayCounted(count)}: ${made}.`;
}
