import { CoreError } from '../shared/CoreError';
import { subtract, sum, tidy } from '../shared/decimal';
import { compareValues, distance, type Count } from './count';
import type { EventRule, PointsRule } from './rule';

/** Points and the sentence that reproduces them. */
export interface Given {
  points: number;
  because: string;
}
type Of<K extends PointsRule['kind']> = Extract<PointsRule, { kind: K }>;

/**
 * Points for each counted value, before penalties; null for kind "place", which needs the order first.
 * `all` are the counted values of everybody who has one (relative points look at the best of them).
 */
export function pointsFor(rule: EventRule, counted: number, all: readonly number[]): Given | null {
  const { points } = rule;
  switch (points.kind) {
    case 'bands':
      return bands(points, counted);
    case 'linear':
      return linear(points, counted);
    case 'deviation':
      return deviation(points, counted, rule.target!);
    case 'relative':
      return relative(rule, points, counted, all);
    case 'value':
      return { points: counted, because: `The counted value is the points: ${say(counted)}.` };
    case 'place':
      return null;
  }
}

/** Points for a place; `tied` is how many share it. */
export function pointsForPlace(rule: Of<'place'>, place: number, tied: number): Given {
  const at = (p: number) => rule.table[p - 1] ?? 0;
  if (tied === 1 || rule.shared === 'same') {
    return {
      points: at(place),
      because: `Place ${place}${tied > 1 ? `, shared by ${tied},` : ''} gives ${say(at(place))} points.`,
    };
  }
  const spanned = Array.from({ length: tied }, (_, i) => at(place + i));
  const points = tidy(sum(spanned) / tied);
  return {
    points,
    because: `${tied} teams share places ${place} to ${place + tied - 1}: (${spanned.map(say).join(' + ')}) / ${tied} = ${say(points)}.`,
  };
}

/** Takes penalties in points for the attempts that count; never below 0 unless the rule's floor is negative. */
export function takePenalties(rule: EventRule, given: Given, count: Count): { points: number; because: string[] } {
  const taken = count.basis.flatMap((attempt) =>
    Object.entries(attempt.penalties)
      .map(([code, times]) => ({
        code,
        times,
        number: attempt.number,
        points: (rule.penalties![code]!.points ?? 0) * times,
      }))
      .filter((penalty) => penalty.points > 0),
  );
  if (taken.length === 0) return { points: given.points, because: [given.because] };
  const open = rule.points.kind === 'deviation' && (rule.points.floor ?? 0) < 0;
  const rest = tidy(given.points - sum(taken.map((penalty) => penalty.points)));
  const points = open ? rest : Math.max(Math.min(given.points, 0), rest);
  const said = taken.map((p) => `Attempt ${p.number}: ${p.times} × ${p.code} takes ${say(p.points)} points.`);
  return { points, because: [given.because, ...said, `That leaves ${say(points)} points.`] };
}

/** A number as it is read out: at most 6 significant digits behind the point, no noise. */
export function say(value: number): string {
  return String(Number(value.toPrecision(10)));
}

function bands(rule: Of<'bands'>, counted: number): Given {
  const fits = [...rule.bands]
    .sort((a, b) => (a.atLeast !== undefined ? b.atLeast! - a.atLeast : a.atMost! - b.atMost!))
    .find((band) => (band.atLeast !== undefined ? counted >= band.atLeast : counted <= band.atMost!));
  if (!fits) return { points: 0, because: `${say(counted)} reaches no band: 0 points.` };
  const edge = fits.atLeast !== undefined ? `at least ${say(fits.atLeast)}` : `at most ${say(fits.atMost!)}`;
  return { points: fits.points, because: `${say(counted)} is ${edge}: ${say(fits.points)} points.` };
}

function linear(rule: Of<'linear'>, counted: number): Given {
  const [[x0, p0], [x1, p1]] = [rule.from, rule.to];
  const share = Math.min(1, Math.max(0, (counted - x0) / (x1 - x0)));
  const points = share === 1 ? p1 : tidy(p0 + share * (p1 - p0));
  const line = `straight line from ${say(p0)} points at ${say(x0)} to ${say(p1)} at ${say(x1)}`;
  return { points, because: `${say(counted)} on the ${line}: ${say(points)} points.` };
}

function deviation(rule: Of<'deviation'>, counted: number, target: number): Given {
  const off = distance(counted, target);
  const steps = stepsOf(off / rule.step, rule.count);
  const over = subtract(counted, target) > 0 ? (rule.overshoot ?? 0) : 0;
  const full = tidy(rule.start - rule.perStep * steps - over);
  const points = Math.max(rule.floor ?? 0, full);
  const minus = over ? ` − ${say(over)} for overshooting` : '';
  const floor = points > full ? `, not below ${say(points)}` : '';
  const because = `${say(counted)} is ${say(off)} from ${say(target)}, ${say(steps)} steps of ${say(rule.step)} (${rule.count}): ${say(rule.start)} − ${say(steps)} × ${say(rule.perStep)}${minus} = ${say(full)}${floor}.`;
  return { points, because };
}

function stepsOf(steps: number, how: Of<'deviation'>['count']): number {
  const nearest = Math.round(steps);
  const exact = Math.abs(steps - nearest) <= 1e-9 ? nearest : steps;
  if (how === 'proportional') return exact;
  return how === 'completed' ? Math.floor(exact) : Math.ceil(exact);
}

function relative(rule: EventRule, points: Of<'relative'>, counted: number, all: readonly number[]): Given {
  const compare = compareValues(rule.better);
  const reference = points.to === 'best' ? [...all].sort(compare)[0]! : points.to;
  const share = shareOf(counted, reference, rule.better === 'lower');
  const result = tidy(points.max * (points.to === 'best' ? Math.min(1, share) : share));
  const fraction =
    rule.better === 'lower' ? `${say(reference)} / ${say(counted)}` : `${say(counted)} / ${say(reference)}`;
  const named = points.to === 'best' ? `the best, ${say(reference)},` : say(reference);
  return { points: result, because: `${say(points.max)} × ${fraction} against ${named} = ${say(result)}.` };
}

/**
 * counted / reference (reference / counted where lower is better) for values from 0: 0/0 is 1, a 0 that beats
 * the reference is 1, a reference of 0 gives the others 0. @throws CoreError for a negative value.
 */
export function shareOf(counted: number, reference: number, lower: boolean): number {
  if (counted < 0 || reference < 0) {
    throw new CoreError(`Relative points need values from 0; got negative ${say(Math.min(counted, reference))}.`);
  }
  if (counted === 0 && reference === 0) return 1;
  if (reference === 0) return 0;
  if (lower) return counted === 0 ? 1 : reference / counted;
  return counted / reference;
}
