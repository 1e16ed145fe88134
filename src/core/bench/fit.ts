import gammainc from '@stdlib/math-base-special-gammainc';
import quantile from '@stdlib/stats-base-dists-t-quantile';
import { filled, finite, level as checkLevel } from '../shared/check';
import { CoreError } from '../shared/CoreError';
import { dot, invert, quadratic } from '../shared/matrix';
import { toleranceAt } from '../shared/tolerance';
import { exact, meanOf, minus, numberOf, totalOf, ZERO, type Exact } from '../shared/exact';

export interface Coefficient {
  power: number;
  value: number;
  standardError: number | null;
  interval: [number, number] | null;
}
export interface FitPoint {
  x: number;
  y: number;
  /** Of the curve there. */
  standardError: number | null;
  /** For the curve, and for one further reading. */
  confidence: [number, number] | null;
  prediction: [number, number] | null;
  extrapolated: boolean;
}
export interface Optimum {
  kind: 'maximum' | 'minimum' | 'none';
  x: number | null;
  y: number | null;
  interval: [number, number] | null;
  insideTestedRange: boolean | null;
}
export interface Fit {
  n: number;
  degreesOfFreedom: number;
  /** Of the polynomial in x as given, in order of power. */
  coefficients: Coefficient[];
  residualStandardDeviation: number | null;
  /** null where all y are equal. */
  rSquared: number | null;
  residuals: number[];
  leverage: number[];
  highLeverage: number[];
  at: FitPoint[];
  optimum: Optimum | null;
  consistency: { chiSquared: number; pValue: number | null; consistent: boolean | null } | null;
}
interface Asked {
  x: readonly number[];
  y: readonly number[];
  degree: 1 | 2;
  level?: number;
  /** Values of x that one wants to know about. */
  at?: readonly number[];
  /** Of every y; asks whether the scatter is what it says. */
  standardUncertainty?: number | null;
}

/**
 * Fits a straight line or a parabola by ordinary least squares, in x centred on its mean and in decimals of 40 digits, so that
 * ill-conditioned data lose nothing. Intervals by Student's t; the optimum's is Fieller's, and there is none where the curvature
 * is not established. Sources: Draper & Smith, Applied Regression Analysis; Fieller 1954; Hoaglin & Welsch 1978.
 * @throws CoreError for lists of different length, too few distinct x, another degree, a level outside 0 to 1, an uncertainty
 *   that is not above 0, NaN, Infinity.
 * @example fit({ x: [1, 2, 3], y: [2, 4, 6.1], degree: 1 }).coefficients[1].value // 2.05
 */
export function fit(input: Asked): Fit {
  const level = checkLevel(input.level ?? 0.95);
  if (input.degree !== 1 && input.degree !== 2) throw new CoreError('The degree must be 1 or 2.');
  const xs = filled(input.x, 'x').map((value, i) => finite(value, `x of reading ${i + 1}`));
  const ys = filled(input.y, 'y').map((value, i) => finite(value, `y of reading ${i + 1}`));
  if (xs.length !== ys.length)
    throw new CoreError(`x and y must have the same length; they have ${xs.length} and ${ys.length}.`);
  const p = input.degree + 1;
  const distinct = new Set(xs.map((x) => x + 0)).size;
  if (distinct < p)
    throw new CoreError(
      `At least ${p} distinct x are needed for this curve; there ${distinct === 1 ? 'is' : 'are'} ${distinct}.`,
    );
  const u = input.standardUncertainty ?? null;
  if (u !== null && finite(u, 'The uncertainty') <= 0) throw new CoreError('The uncertainty must be above 0.');

  const curve = solve(xs, ys, p);
  const n = xs.length;
  const degreesOfFreedom = n - p;
  const { residuals, sse } = curve;
  const variance = degreesOfFreedom > 0 ? sse.div(degreesOfFreedom) : null;
  const s = variance && numberOf(variance.sqrt(), 'The standard deviation');
  const t = degreesOfFreedom > 0 ? quantile((1 + level) / 2, degreesOfFreedom) : null;
  const around = (value: number, reach: number): [number, number] => [value - reach, value + reach];
  const raw = inPowersOfX(curve);
  const coefficients = raw.values.map((one, power): Coefficient => {
    const value = numberOf(one, 'A coefficient');
    const standardError = variance && numberOf(raw.covariance[power]!.times(variance).sqrt(), 'A standard error');
    return { power, value, standardError, interval: standardError === null ? null : around(value, t! * standardError) };
  });
  const leverage = curve.rows.map((row) => quadratic(curve.inverse, row).toNumber());
  const centre = meanOf(ys.map(exact));
  const sst = totalOf(ys.map((y) => minus(exact(y), centre).pow(2)));
  const [least, most] = [Math.min(...xs), Math.max(...xs)];
  const at = (input.at ?? []).map((asked): FitPoint => {
    const x = finite(asked, 'x that is asked for');
    const row = curve.rowOf(x);
    const y = numberOf(dot(curve.centred, row), 'The curve');
    const h = quadratic(curve.inverse, row).toNumber();
    const standardError = s === null ? null : s * Math.sqrt(h);
    return {
      x,
      y,
      standardError,
      confidence: standardError === null ? null : around(y, t! * standardError),
      prediction: s === null ? null : around(y, t! * s * Math.sqrt(1 + h)),
      extrapolated: x < least - toleranceAt(least) || x > most + toleranceAt(most),
    };
  });
  return {
    n,
    degreesOfFreedom,
    coefficients,
    residualStandardDeviation: s,
    rSquared: sst.isZero() ? null : minus(exact(1), sse.div(sst)).toNumber(),
    residuals: residuals.map((one) => one.toNumber() + 0),
    leverage,
    highLeverage: leverage.flatMap((h, i) => (h > (2 * p) / n + toleranceAt((2 * p) / n) ? [i] : [])),
    at,
    optimum: p === 2 ? null : optimumOf(curve, { xs, ys, variance, t }),
    consistency: u === null ? null : consistencyOf(sse.toNumber() / u ** 2, degreesOfFreedom),
  };
}

interface Curve {
  /** The mean of x, which the curve is centred on. */
  middle: Exact;
  /** Powers of x − middle. */
  rowOf: (x: number) => Exact[];
  rows: Exact[][];
  /** Coefficients in powers of x − middle, and the inverse of the normal equations' matrix. */
  centred: Exact[];
  inverse: Exact[][];
  residuals: Exact[];
  sse: Exact;
}

function solve(xs: readonly number[], ys: readonly number[], p: number): Curve {
  const middle = meanOf(xs.map(exact));
  const rowOf = (x: number) => {
    const away = exact(x).minus(middle);
    return Array.from({ length: p }, (_, power) => (power === 0 ? exact(1) : away.pow(power)));
  };
  const rows = xs.map(rowOf);
  const matrix = Array.from({ length: p }, (_, i) =>
    Array.from({ length: p }, (_, j) => totalOf(rows.map((row) => row[i]!.times(row[j]!)))),
  );
  const inverse = invert(matrix);
  const right = Array.from({ length: p }, (_, i) => totalOf(rows.map((row, k) => row[i]!.times(exact(ys[k]!)))));
  const centred = inverse.map((row) => dot(row, right));
  const largest = ys.reduce((most, y) => Math.max(most, Math.abs(y)), 0);
  const residuals = rows.map((row, k) => {
    const left = exact(ys[k]!).minus(dot(centred, row));
    // What 40 digits leave of nothing is nothing.
    return left.abs().lt(exact(largest).times('1e-25')) ? ZERO : left;
  });
  return { middle, rowOf, rows, centred, inverse, residuals, sse: totalOf(residuals.map((one) => one.pow(2))) };
}

/** Coefficients in powers of x itself, and the diagonal of their covariance over the variance. */
function inPowersOfX({ middle: m, centred, inverse }: Curve): { values: Exact[]; covariance: Exact[] } {
  const one = exact(1);
  // Each power of x − m, multiplied out.
  const steps =
    centred.length === 2
      ? [
          [one, m.neg()],
          [ZERO, one],
        ]
      : [
          [one, m.neg(), m.pow(2)],
          [ZERO, one, m.times(-2)],
          [ZERO, ZERO, one],
        ];
  return { values: steps.map((step) => dot(step, centred)), covariance: steps.map((step) => quadratic(inverse, step)) };
}

const NO_OPTIMUM: Optimum = { kind: 'none', x: null, y: null, interval: null, insideTestedRange: null };

/** Where the parabola turns, with Fieller's interval: all x at which the slope does not differ from 0. */
function optimumOf(
  { middle, centred, inverse }: Curve,
  { xs, ys, variance, t }: { xs: readonly number[]; ys: readonly number[]; variance: Exact | null; t: number | null },
): Optimum {
  const [c0, c1, c2] = centred as [Exact, Exact, Exact];
  const [least, most] = [Math.min(...xs), Math.max(...xs)];
  const height = ys.reduce((top, y) => Math.max(top, Math.abs(y)), 0);
  if (
    c2
      .abs()
      .times(exact(most).minus(exact(least)).pow(2))
      .lte(exact(height).times('1e-12'))
  )
    return NO_OPTIMUM;
  const spread = variance && variance.times(exact(t!).pow(2));
  const a = spread && c2.pow(2).minus(spread.times(inverse[2]![2]!));
  if (a && a.lte(0)) return NO_OPTIMUM;
  const away = c1.div(c2.times(-2));
  const x = numberOf(middle.plus(away), 'The best point');
  const y = numberOf(c0.plus(c1.times(away)).plus(c2.times(away.pow(2))), 'The best value');
  return {
    kind: c2.lt(0) ? 'maximum' : 'minimum',
    x,
    y,
    interval:
      spread &&
      a &&
      fieller(middle, {
        a,
        b: c1.times(c2).minus(spread.times(inverse[1]![2]!)),
        c: c1.pow(2).minus(spread.times(inverse[1]![1]!)),
      }),
    insideTestedRange: x >= least - toleranceAt(least) && x <= most + toleranceAt(most),
  };
}

/** The roots of 4a·u² + 4b·u + c, moved back to x. */
function fieller(middle: Exact, { a, b, c }: Record<'a' | 'b' | 'c', Exact>): [number, number] {
  const inside = b.pow(2).minus(a.times(c));
  const root = inside.lt(0) ? ZERO : inside.sqrt();
  const [low, high] = [b.neg().minus(root), b.neg().plus(root)].map((one) =>
    numberOf(middle.plus(one.div(a.times(2))), 'The interval of the best point'),
  );
  return [low!, high!];
}

/** Whether the scatter about the curve is what the uncertainty of the readings says, by χ². */
function consistencyOf(chiSquared: number, degreesOfFreedom: number): NonNullable<Fit['consistency']> {
  if (degreesOfFreedom === 0) return { chiSquared, pValue: null, consistent: null };
  const pValue = gammainc(chiSquared / 2, degreesOfFreedom / 2, true, true);
  return { chiSquared, pValue, consistent: pValue >= 0.05 };
}
