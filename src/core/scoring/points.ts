import { CoreError } from '../shared/CoreError';
import { compareExact, exact, meanOf, minus, numberOf, totalOf, ZERO, type Exact } from '../shared/exact';
import type { Kept } from './kept';
import type { EventRule, PointsRule } from './rule';
import { say, type Say } from './say';

/** Points and the sentence that reproduces them. */
export interface Given {
  points: Exact;
  because: () => string;
}
type Of<K extends PointsRule['kind']> = Extract<PointsRule, { kind: K }>;

/** What the points of a value are told with: how computed numbers are written, and the value that relative points look at. */
export interface Telling {
  written: Say;
  reference: Exact | null;
}

/** Points for a counted value, before penalties; null for kind "place", which needs the order first. */
export function pointsFor(rule: EventRule, counted: Exact, telling: Telling): Given | null {
  const { points } = rule;
  switch (points.kind) {
    case 'bands':
      return bands(points, counted, telling);
    case 'linear':
      return linear(points, counted, telling);
    case 'deviation':
      return deviation(points, counted, rule.target!, telling);
    case 'relative':
      return relative(rule, points, counted, telling);
    case 'value':
      return { points: counted, because: () => `The counted value is the points: ${tell(counted, telling)}.` };
    case 'place':
      return null;
  }
}

/** What an attempt alone brings, where points follow from the attempt alone, its own penalties taken. */
export function pointsOf(rule: EventRule, attempt: Kept): Exact {
  const given = pointsFor(rule, attempt.exact, { written: say, reference: null })!;
  return lessPenalties(rule, given.points, penaltiesOf(rule, [attempt]));
}

/** Points for a place; `tied` is how many share it. */
export function pointsForPlace(rule: Of<'place'>, place: number, tied: number): Given {
  const at = (p: number) => exact(rule.table[p - 1] ?? 0);
  if (tied === 1 || rule.shared === 'same') {
    return {
      points: at(place),
      because: () =>
        `Place ${place}${tied > 1 ? `, shared by ${tied},` : ''} gives ${say(at(place).toNumber())} points.`,
    };
  }
  const spanned = Array.from({ length: tied }, (_, i) => at(place + i));
  const points = meanOf(spanned);
  const said = () => spanned.map((one) => say(one.toNumber())).join(' + ');
  return {
    points,
    because: () =>
      `${tied} teams share places ${place} to ${place + tied - 1}: (${said()}) / ${tied} = ${tell(points, { written: say })}.`,
  };
}

interface Taken {
  code: string;
  times: number;
  number: number;
  points: Exact;
}

function penaltiesOf(rule: EventRule, attempts: readonly Kept[]): Taken[] {
  return attempts.flatMap((attempt) =>
    Object.entries(attempt.penalties)
      .map(([code, times]) => ({
        code,
        times,
        number: attempt.number,
        points: exact(rule.penalties![code]!.points ?? 0).times(times),
      }))
      .filter((penalty) => penalty.points.gt(0)),
  );
}

/** Points less penalties: below 0 only where the rule's floor is; what is below 0 already stays there otherwise. */
function lessPenalties(rule: EventRule, points: Exact, taken: readonly Taken[]): Exact {
  if (taken.length === 0) return points;
  const rest = totalOf([points, ...taken.map((penalty) => penalty.points.neg())]);
  const open = rule.points.kind === 'deviation' && (rule.points.floor ?? 0) < 0;
  if (open) return rest;
  const least = points.lt(0) ? points : ZERO;
  return rest.lt(least) ? least : rest;
}

/** Takes penalties in points for the attempts that count. */
export function takePenalties(
  rule: EventRule,
  given: Given,
  basis: readonly Kept[],
  telling: Pick<Telling, 'written'>,
): { points: Exact; because: string[] } {
  const taken = penaltiesOf(rule, basis);
  if (taken.length === 0) return { points: given.points, because: [given.because()] };
  const points = lessPenalties(rule, given.points, taken);
  const said = taken.map((p) => `Attempt ${p.number}: ${p.times} × ${p.code} takes ${tell(p.points, telling)} points.`);
  return { points, because: [given.because(), ...said, `That leaves ${tell(points, telling)} points.`] };
}

function tell(value: Exact, { written }: Pick<Telling, 'written'>): string {
  return written(numberOf(value, 'A value'));
}

function bands(rule: Of<'bands'>, counted: Exact, telling: Telling): Given {
  const said = () => tell(counted, telling);
  const fits = [...rule.bands]
    .sort((a, b) => (a.atLeast !== undefined ? b.atLeast! - a.atLeast : a.atMost! - b.atMost!))
    .find((band) =>
      band.atLeast !== undefined
        ? compareExact(counted, exact(band.atLeast)) >= 0
        : compareExact(counted, exact(band.atMost!)) <= 0,
    );
  if (!fits) return { points: ZERO, because: () => `${said()} reaches no band: 0 points.` };
  const edge = fits.atLeast !== undefined ? `at least ${say(fits.atLeast)}` : `at most ${say(fits.atMost!)}`;
  return { points: exact(fits.points), because: () => `${said()} is ${edge}: ${say(fits.points)} points.` };
}

function linear(rule: Of<'linear'>, counted: Exact, telling: Telling): Given {
  const [[x0, p0], [x1, p1]] = [rule.from, rule.to];
  const along = minus(counted, exact(x0)).div(minus(exact(x1), exact(x0)));
  const points = along.lte(0)
    ? exact(p0)
    : along.gte(1)
      ? exact(p1)
      : totalOf([exact(p0), along.times(minus(exact(p1), exact(p0)))]);
  const line = () => `straight line from ${say(p0)} points at ${say(x0)} to ${say(p1)} at ${say(x1)}`;
  return { points, because: () => `${tell(counted, telling)} on the ${line()}: ${tell(points, telling)} points.` };
}

function deviation(rule: Of<'deviation'>, counted: Exact, target: number, telling: Telling): Given {
  const beyond = minus(counted, exact(target));
  const off = beyond.abs();
  const steps = stepsOf(off.div(exact(rule.step)), rule.count);
  const over = beyond.gt(0) ? (rule.overshoot ?? 0) : 0;
  const full = totalOf([exact(rule.start), exact(rule.perStep).times(steps).neg(), exact(over).neg()]);
  const floor = exact(rule.floor ?? 0);
  const points = full.lt(floor) ? floor : full;
  const because = () => {
    const minusOver = over ? ` − ${say(over)} for overshooting` : '';
    const held = points.gt(full) ? `, not below ${tell(points, telling)}` : '';
    const made = tell(steps, telling);
    return `${tell(counted, telling)} is ${tell(off, telling)} from ${say(target)}, ${made} ${made === '1' ? 'step' : 'steps'} of ${say(rule.step)} (${rule.count}): ${say(rule.start)} − ${made} × ${say(rule.perStep)}${minusOver} = ${tell(full, telling)}${held}.`;
  };
  return { points, because };
}

/** Whole steps; within a thousand-millionth of a whole number it is that number, as no reading is finer. */
function stepsOf(steps: Exact, how: Of<'deviation'>['count']): Exact {
  const nearest = steps.round();
  const exactly = minus(steps, nearest).abs().lte(1e-9) ? nearest : steps;
  if (how === 'proportional') return exactly;
  return how === 'completed' ? exactly.floor() : exactly.ceil();
}

function relative(rule: EventRule, points: Of<'relative'>, counted: Exact, telling: Telling): Given {
  const best = points.to === 'best';
  const reference = best ? telling.reference! : exact(points.to as number);
  const share = shareOf(counted, reference, rule.better === 'lower');
  const result = exact(points.max).times(best && share.gt(1) ? 1 : share);
  const because = () => {
    const [own, to, gained] = [counted, reference, result].map((one) => tell(one, telling));
    const against = best ? `the best, ${to},` : to!;
    const lower = rule.better === 'lower';
    if (counted.isZero() || reference.isZero()) {
      const beats = lower && counted.isZero() ? 'beats' : 'against';
      const why = `${counted.eq(reference) ? 'equals' : beats} ${against}`;
      return `${own} ${why.replace(/,$/, '')}: ${gained} points.`;
    }
    return `${say(points.max)} × ${lower ? `${to} / ${own}` : `${own} / ${to}`} against ${against} = ${gained}.`;
  };
  return { points: result, because };
}

/**
 * counted / reference (reference / counted where lower is better) for values from 0: 0/0 is 1, a 0 that beats
 * the reference is 1, a reference of 0 gives the others 0. @throws CoreError for a negative value.
 */
export function shareOf(counted: Exact, reference: Exact, lower: boolean): Exact {
  const least = counted.lt(reference) ? counted : reference;
  if (least.lt(0)) throw new CoreError(`Relative points need values from 0; got negative ${say(least.toNumber())}.`);
  if (reference.isZero()) return counted.isZero() ? exact(1) : ZERO;
  if (lower) return counted.isZero() ? exact(1) : reference.div(counted);
  return counted.div(reference);
}
