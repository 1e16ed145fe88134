import { CoreError } from '../shared/CoreError';
import { readFormula } from '../shared/formula';
import { compareValues, count, type Count } from './count';
import { placed, refine, tieBreakers } from './order';
import { pointsFor, pointsForPlace, say, takePenalties, type Given } from './points';
import { checkRule, type Entry, type EventRule } from './rule';

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

/**
 * Scores an event: applies the rule for attempts, fouls, formula and penalties, gives points, breaks ties and
 * places the teams, best first. Teams without a counted value, or disqualified, share the last place with 0
 * points. Values are in the event's unit, points in points. The order of entries only decides how teams that
 * share a place are listed. The rule's parts are documented in rule.ts and the project's core contract.
 * @throws CoreError for a rule that can't be applied, more attempts than allowed, a value that is missing, a
 * fact that a formula or a tie rule needs, a team entered twice, or a negative value with relative points.
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
  const ranked = counts.filter((c) => c.counted !== null);
  const values = ranked.map((c) => c.counted!);
  const scored = new Map(ranked.map((c) => [c, scoreOf(rule, c, values)]));

  const compare = compareValues(rule.better, rule.target);
  const byCounted = (a: Count, b: Count) => compare(a.counted!, b.counted!);
  const byPoints = (a: Count, b: Count) => scored.get(b)!.points - scored.get(a)!.points;
  const orders = rule.points.kind === 'place' || rule.points.kind === 'value' ? [byCounted] : [byPoints, byCounted];
  const groups = [...orders, ...tieBreakers(rule)].reduce(refine, ranked.length ? [ranked] : []);

  const results = placed(groups).map(({ item, place, tied }) => {
    const forPlace =
      rule.points.kind === 'place' ? takePenalties(rule, pointsForPlace(rule.points, place, tied), item) : null;
    const { points, because } = forPlace ?? scored.get(item)!;
    return { ...base(item), points, place, because: [chosen(rule, item), ...because] };
  });
  const rest = counts.filter((c) => c.counted === null);
  const last = rest.map((c) => ({ ...base(c), points: 0, place: ranked.length + 1, because: [withoutValue(c)] }));
  return { results: [...results, ...last] };
}

function base(count: Count) {
  return { team: count.team, counted: count.counted, attempts: count.basis.map((attempt) => attempt.number) };
}

function scoreOf(rule: EventRule, count: Count, values: number[]): { points: number; because: string[] } {
  const given: Given | null = pointsFor(rule, count.counted!, values);
  return given ? takePenalties(rule, given, count) : { points: 0, because: [] };
}

function withoutValue(count: Count): string {
  if (count.disqualifiedBy) return `Disqualified by ${count.disqualifiedBy}: 0 points, after all others.`;
  const made = count.entry.attempts.length;
  return made === 0
    ? 'No attempt yet: 0 points, after all others.'
    : `None of ${made} attempts counts: 0 points, after all others.`;
}

function chosen(rule: EventRule, count: Count): string {
  const list = count.basis
    .map(
      (attempt) => `${attempt.number} (${say(attempt.value)}${attempt.status === 'ok' ? '' : `, ${attempt.status}`})`,
    )
    .join(', ');
  const made = `${count.entry.attempts.length} made, ${rule.attempts.allowed} allowed`;
  const formula = rule.value ? ` by ${rule.value}` : '';
  const { use } = rule.attempts;
  if (use === 'best' || use === 'worst' || use === 'last')
    return `Attempt ${list} counts as the ${use}${formula}: ${made}.`;
  return `The ${use.replaceAll('-', ' ')} of attempts ${list}${formula} is ${say(count.counted!)}: ${made}.`;
}
