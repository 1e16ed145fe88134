import { medianOf } from '../bench';
import { CoreError } from '../shared/CoreError';
import { finite, oneOf, own, whole } from '../shared/check';
import { subtract, sum, tidy } from '../shared/decimal';
import type { Formula } from '../shared/formula';
import { STATUSES, type Attempt, type Better, type Entry, type EventRule } from './rule';

/** An attempt that counts for something: its number from 1, its value after formula and penalties. */
export interface Kept {
  number: number;
  value: number;
  status: string;
  penalties: Record<string, number>;
}
/** What an entry comes to before points: the counted value, the attempts it rests on, and those left over. */
export interface Count {
  team: string;
  entry: Entry;
  counted: number | null;
  basis: Kept[];
  others: Kept[];
  kept: Kept[];
  disqualifiedBy: string | null;
}

/** Sorts values so that the better one comes first; 0 for values that are equal as decimals. */
export function compareValues(better: Better, target = 0): (a: number, b: number) => number {
  if (better === 'higher') return (a, b) => b - a;
  if (better === 'lower') return (a, b) => a - b;
  return (a, b) => distance(a, target) - distance(b, target);
}

/** |value − target| as decimals have it. */
export function distance(value: number, target: number): number {
  return Math.abs(subtract(value, target));
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
    const penalties = checkedPenalties(rule, attempt, `${team}, attempt ${i + 1}`);
    for (const [code, times] of Object.entries(penalties)) {
      if (times > 0 && rule.penalties![code]!.disqualify) disqualifiedBy ??= code;
    }
    const value = effective(rule, formula, entry, attempt, i + 1, penalties);
    if (value !== null) kept.push({ number: i + 1, value, status: attempt.status ?? 'ok', penalties });
  });
  const none = { team, entry, counted: null, basis: [], others: [], kept, disqualifiedBy };
  if (disqualifiedBy || kept.length === 0) return none;
  return { ...none, ...choose(rule, kept) };
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
): number | null {
  const where = `${entry.team}, attempt ${number}`;
  const raw = rawValue(rule, attempt, where);
  if (raw === null) return null;
  const value = formula ? tidy(formula.evaluate({ ...entry.facts, value: raw })) : raw;
  const added = Object.entries(penalties).map(([code, times]) => (rule.penalties![code]!.value ?? 0) * times);
  return added.some((x) => x !== 0) ? tidy(sum([value, ...added])) : value;
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

function choose(rule: EventRule, kept: Kept[]): Pick<Count, 'counted' | 'basis' | 'others'> {
  const compare = compareValues(rule.better, rule.target);
  const sorted = [...kept].sort((a, b) => compare(a.value, b.value) || a.number - b.number);
  const values = kept.map((attempt) => attempt.value);
  const one = (chosen: Kept) => ({
    counted: chosen.value,
    basis: [chosen],
    others: sorted.filter((attempt) => attempt !== chosen),
  });
  const all = (counted: number) => ({ counted: tidy(counted), basis: kept, others: [] });
  switch (rule.attempts.use) {
    case 'best':
      return one(sorted[0]!);
    case 'worst':
      return one(sorted.find((attempt) => compare(attempt.value, sorted.at(-1)!.value) === 0)!);
    case 'last':
      return one(kept.at(-1)!);
    case 'sum':
      return all(sum(values));
    case 'mean':
      return all(sum(values) / values.length);
    case 'median':
      return all(medianOf(values));
    case 'mean-of-best': {
      const basis = sorted.slice(0, rule.attempts.count);
      const mean = sum(basis.map((attempt) => attempt.value)) / basis.length;
      return { counted: tidy(mean), basis, others: sorted.slice(basis.length) };
    }
  }
}
