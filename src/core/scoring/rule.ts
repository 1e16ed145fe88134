import { CoreError } from '../shared/CoreError';
import { filled, finite, notNegative, oneOf, whole } from '../shared/check';
import { readFormula } from '../shared/formula';

export const USES = ['best', 'worst', 'mean', 'median', 'last', 'sum', 'mean-of-best'] as const;
export const BETTER = ['higher', 'lower', 'nearest'] as const;
export const STATUSES = ['ok', 'foul', 'did-not-finish', 'did-not-start'] as const;
export const POINT_KINDS = ['bands', 'linear', 'deviation', 'relative', 'place', 'value'] as const;

export type Better = (typeof BETTER)[number];
export type Status = (typeof STATUSES)[number];
export type FoulRule = 'drop' | 'zero' | 'keep' | { value: number };
export type Band = { atLeast?: number; atMost?: number; points: number };
export type PointsRule =
  | { kind: 'bands'; bands: Band[] }
  | { kind: 'linear'; from: [number, number]; to: [number, number] }
  | {
      kind: 'deviation';
      start: number;
      step: number;
      perStep: number;
      count: 'completed' | 'started' | 'proportional';
      overshoot?: number;
      floor?: number;
    }
  | { kind: 'relative'; to: 'best' | number; max: number }
  | { kind: 'place'; table: number[]; shared: 'same' | 'average' }
  | { kind: 'value' };
export interface Penalty {
  points?: number;
  value?: number;
  disqualify?: boolean;
}
export interface EventRule {
  attempts: { allowed: number; use: (typeof USES)[number]; count?: number; foul: FoulRule };
  better: Better;
  target?: number;
  value?: string;
  points: PointsRule;
  penalties?: Record<string, Penalty>;
  ties?: string[];
}
export interface Attempt {
  value?: number | null;
  status?: Status;
  penalties?: Record<string, number>;
}
export interface Entry {
  team: string;
  attempts: Attempt[];
  facts?: Record<string, number>;
}

/**
 * Checks an event's rule as a whole, before any attempt is known.
 * @throws CoreError naming what is missing or out of range.
 */
export function checkRule(rule: EventRule): void {
  whole(rule?.attempts?.allowed, 'The number of attempts allowed', 1);
  const use = oneOf(rule.attempts.use, USES, 'How attempts are used');
  if (use === 'mean-of-best') whole(rule.attempts.count, 'The number of attempts averaged', 1);
  oneOf(rule.better, BETTER, 'What is better');
  if (rule.better === 'nearest' || rule.points?.kind === 'deviation') finite(rule.target, 'The target');
  checkFoul(rule.attempts.foul, rule.better);
  if (rule.value !== undefined) readFormula(rule.value);
  checkPoints(rule.points, rule.better);
  for (const [code, penalty] of Object.entries(rule.penalties ?? {})) {
    notNegative(penalty.points ?? 0, `Points of the penalty ${code}`);
    finite(penalty.value ?? 0, `Value of the penalty ${code}`);
  }
  for (const tie of rule.ties ?? []) {
    if (!/^(next-best|fewest-attempts|(lower|higher):.+)$/.test(tie)) {
      throw new CoreError(`A tie is broken by next-best, fewest-attempts, lower:FACT or higher:FACT, got "${tie}".`);
    }
  }
}

function checkFoul(foul: FoulRule, better: Better) {
  if (typeof foul === 'object' && foul !== null) return void finite(foul.value, 'The value a foul counts');
  oneOf(foul, ['drop', 'zero', 'keep'], 'What a foul counts');
  if (foul === 'zero' && better !== 'higher') {
    throw new CoreError('A foul can only count zero where higher is better: a zero would win here.');
  }
}

function checkPoints(points: PointsRule, better: Better) {
  oneOf(points?.kind, POINT_KINDS, 'How points are given');
  if (points.kind === 'bands') checkBands(points.bands);
  if (points.kind === 'linear') {
    const [from, to] = [points.from, points.to].map((pair) => {
      filled(pair, 'Ends of the line').forEach((x) => finite(x, 'An end of the line'));
      return pair;
    });
    if (from![0] === to![0])
      throw new CoreError(`The line starts and ends at ${from![0]}; it needs two different values.`);
  }
  if (points.kind === 'deviation') {
    finite(points.start, 'The points at the target');
    if (finite(points.step, 'The step') <= 0) throw new CoreError(`The step must be more than 0, got ${points.step}.`);
    notNegative(points.perStep, 'Points for each step');
    oneOf(points.count, ['completed', 'started', 'proportional'], 'How steps are counted');
    notNegative(points.overshoot ?? 0, 'Points for overshooting');
    finite(points.floor ?? 0, 'The floor');
  }
  if (points.kind === 'relative') {
    if (points.to !== 'best') notNegative(points.to, 'The reference');
    notNegative(points.max, 'The most points');
    if (better === 'nearest')
      throw new CoreError('Relative points need "higher" or "lower"; for a target use deviation.');
  }
  if (points.kind === 'place') {
    filled(points.table, 'Points for places').forEach((p, i) => finite(p, `Points for place ${i + 1}`));
    oneOf(points.shared, ['same', 'average'], 'How tied teams share');
  }
}

function checkBands(bands: Band[]) {
  const kinds = new Set(
    filled(bands, 'Bands').map((band) => {
      finite(band.points, 'Points of a band');
      if ((band.atLeast === undefined) === (band.atMost === undefined)) {
        throw new CoreError('A band says either atLeast or atMost.');
      }
      finite(band.atLeast ?? band.atMost, 'The edge of a band');
      return band.atLeast === undefined;
    }),
  );
  if (kinds.size > 1) throw new CoreError('Bands are all atLeast or all atMost, not mixed.');
}
