import { CoreError } from '../shared/CoreError';
import { finite, oneOf, own, whole } from '../shared/check';
import { compareExact, exact, meanOf, numberOf, totalOf, type Exact } from '../shared/exact';
import type { Formula } from '../shared/formula';
import type { Kept } from './kept';
import { pointsOf } from './points';
import { say, sayFor } from './say';
import { STATUSES, type Attempt, type Entry, type EventRule } from './rule';
import { compareValues } from './values';

/** What an entry comes to before points: the counted value, the attempts it rests on, and those left over. */
export interface Count {
  team: string;
  entry: Entry;
  counted: { value: number; exact: Exact } | null;
  basis: Kept[];
  /** The attempts left over, best first. */
  others: Kept[];
  disqualifiedBy: string | null;
}

/** Applies the rule to one entry's attempts: statuses, fouls, formula, penalties, choice. */
export function count(rule: EventRule, formula: Formula | null, entry: Entry): Count {
  const { team, attempts } = entry;
  if (!Array.isArray(attempts)) throw new CoreError(`${team} has no list of attempts.`);
  if (attempts.length > rule.attempts.allowed) {
    throw new CoreError(
      `${team} has ${attempts.length} attempts; at most ${rule.attempts.allowed} attempts are allowed.`,
    );
  }
  let disqualifiedBy: string | null = null;
  const kept: Kept[] = [];
  attempts.forEach((attempt, i) => {
    const number = i + 1;
    const penalties = checkedPenalties(rule, attempt, `${team}, attempt ${number}`);
    for (const [code, times] of Object.entries(penalties)) {
      if (times > 0 && rule.penalties![code]!.disqualify) disqualifiedBy ??= code;
    }
    const value = effective(rule, formula, entry, attempt, number, penalties);
    if (value) kept.push({ number, ...value, status: attempt.status ?? 'ok', penalties });
  });
  const none = { team, entry, counted: null, basis: [], others: [], disqualifiedBy };
  if (disqualifiedBy || kept.length === 0) return none;
  const { counted, ...chosen } = choose(rule, kept);
  return { ...none, ...chosen, counted: { exact: counted, value: numberOf(counted, `The value of ${team}`) } };
}

function checkedPenalties(rule: EventRule, attempt: Attempt, where: string): Record<string, number> {
  const penalties = attempt.penalties ?? {};
  for (const [code, times] of Object.entries(penalties)) {
    if (!own(rule.penalties, code)) throw new CoreError(`${where}: the rule has no penalty "${code}".`);
    whole(times, `${where}: how often the penalty ${code} was given`);
  }
  return penalties;
}

function effective(
  rule: EventRule,
  formula: Formula | null,
  entry: Entry,
  attempt: Attempt,
  number: number,
  penalties: Record<string, number>,
): Pick<Kept, 'exact' | 'said'> | null {
  const where = `${entry.team}, attempt ${number}`;
  const raw = rawValue(rule, attempt, where);
  if (raw === null) return null;
  const formed = formula ? formula.evaluateExact({ ...entry.facts, value: raw }) : exact(raw);
  const added = Object.entries(penalties)
    .map(([code, times]) => ({ code, times, each: rule.penalties![code]!.value ?? 0 }))
    .filter(({ times, each }) => times * each !== 0);
  const whole = totalOf([formed, ...added.map(({ times, each }) => exact(each).times(times))]);
  const said = () => {
    const written = sayFor([raw]);
    const tell = (value: Exact) => written(numberOf(value, `The value of ${where}`));
    const before = formula ? `${tell(formed)} from ${say(raw)}` : say(raw);
    const more = added.map(
      ({ code, times, each }) => ` ${each < 0 ? '−' : '+'} ${times} × ${say(Math.abs(each))} for ${code}`,
    );
    return added.length > 0 ? `${before}${more.join('')} = ${tell(whole)}` : before;
  };
  return { exact: whole, said };
}

/** The value an attempt goes in with, or null when it is as if not made. */
function rawValue(rule: EventRule, attempt: Attempt, where: string): number | null {
  const status = oneOf(attempt.status ?? 'ok', STATUSES, `${where}: the status`);
  const { foul } = rule.attempts;
  if (status === 'ok') return finite(attempt.value, `${where}: the value`);
  if (typeof foul === 'object') return foul.value;
  if (foul === 'zero') return 0;
  if (foul === 'keep' && status === 'foul')
    return finite(attempt.value, `${where}: the value of the foul, which counts,`);
  return null;
}

/**
 * Which of two attempts is the better one: where the points follow from the attempt alone, the one that brings more of them, its
 * own penalties counted; then in the rule's sense. Where the value itself is the points and less is better, the sense alone.
 */
function betterOf(rule: EventRule, kept: readonly Kept[]): (a: Kept, b: Kept) => number {
  const compare = compareValues(rule.better, rule.target);
  const bySense = (a: Kept, b: Kept) => compare(a.exact, b.exact);
  const { kind } = rule.points;
  if (kind === 'relative' || kind === 'place' || (kind === 'value' && rule.better !== 'higher')) return bySense;
  const points = new Map(kept.map((attempt) => [attempt, pointsOf(rule, attempt)]));
  return (a, b) => compareExact(points.get(b)!, points.get(a)!) || bySense(a, b);
}

function choose(rule: EventRule, kept: Kept[]): { counted: Exact; basis: Kept[]; others: Kept[] } {
  const { use } = rule.attempts;
  const values = kept.map((attempt) => attempt.exact);
  const all = (counted: Exact) => ({ counted, basis: kept, others: [] });
  if (use === 'sum') return all(totalOf(values));
  if (use === 'mean') return all(meanOf(values));
  if (use === 'median') return all(medianOf(values));
  const better = betterOf(rule, kept);
  const sorted = [...kept].sort((a, b) => better(a, b) || a.number - b.number);
  if (use === 'mean-of-best') {
    const basis = sorted.slice(0, rule.attempts.count);
    return { counted: meanOf(basis.map((one) => one.exact)), basis, others: sorted.slice(basis.length) };
  }
  const last = sorted.at(-1)!;
  const worst = () => sorted.find((attempt) => better(attempt, last) === 0)!;
  const chosen = use === 'best' ? sorted[0]! : use === 'last' ? kept.at(-1)! : worst();
  return { counted: chosen.exact, basis: [chosen], others: sorted.filter((attempt) => attempt !== chosen) };
}

function medianOf(values: readonly Exact[]): Exact {
  const sorted = [...values].sort(compareExact);
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle]! : meanOf([sorted[middle - 1]!, sorted[middle]!]);
}
