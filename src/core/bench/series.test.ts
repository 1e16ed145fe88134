import fc from 'fast-check';
import { CoreError } from '../units';
import { effectiveSize, fit, propagate, series } from '.';

const SEED = { seed: 1818, numRuns: 150 };
const samples = fc
  .array(fc.record({ step: fc.integer({ min: 1, max: 5 }), y: fc.integer({ min: -6, max: 6 }) }), {
    minLength: 2,
    maxLength: 14,
  })
  .map((list) => {
    let at = 0;
    return { t: list.map(({ step }) => (at += step)), y: list.map(({ y }) => y) };
  });

describe('series', () => {
  test('the longest steady stretch is the one that trying all of them finds', () => {
    fc.assert(
      fc.property(
        samples,
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 0, max: 5 }),
        ({ t, y }, length, band) => {
          let best: { from: number; to: number } | null = null;
          for (let i = 0; i < t.length; i++)
            for (let j = i; j < t.length; j++) {
              const own = y.slice(i, j + 1);
              if (Math.max(...own) - Math.min(...own) > band || t[j]! - t[i]! < length) continue;
              if (best === null || t[j]! - t[i]! > best.to - best.from) best = { from: t[i]!, to: t[j]! };
            }
          const { steady } = series({ t, y, steady: { length, band } });
          expect(steady && { from: steady.from, to: steady.to }).toEqual(best);
        },
      ),
      SEED,
    );
  });

  test('two windows that meet add up to the whole, in area and in time above a level', () => {
    fc.assert(
      fc.property(
        samples,
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.integer({ min: -6, max: 6 }),
        ({ t, y }, share, above) => {
          const at = t[0]! + share * (t.at(-1)! - t[0]!);
          const cut = [{ id: 'all' }, { id: 'a', to: at }, { id: 'b', from: at }];
          const [all, a, b] = series({ t, y, above, windows: cut }).windows;
          expect(a!.integral + b!.integral).toBeCloseTo(all!.integral, 9);
          expect(a!.timeAbove! + b!.timeAbove!).toBeCloseTo(all!.timeAbove!, 9);
          // Turned upside down, what was above is below; a stretch on the level is both.
          const level = t
            .slice(1)
            .reduce((sum, time, i) => sum + (y[i] === above && y[i + 1] === above ? time - t[i]! : 0), 0);
          const [turned] = series({ t, y: y.map((one) => -one), above: -above }).windows;
          expect(all!.timeAbove! + turned!.timeAbove! - level).toBeCloseTo(t.at(-1)! - t[0]!, 9);
        },
      ),
      SEED,
    );
  });

  test('what is kept for drawing has the ends and every extreme, and is few', () => {
    fc.assert(
      fc.property(samples, fc.integer({ min: 1, max: 6 }), ({ t, y }, buckets) => {
        const kept = series({ t, y, buckets }).kept!;
        expect(kept).toEqual([...new Set(kept)].sort((a, b) => a - b));
        expect(kept).toEqual(
          expect.arrayContaining([0, t.length - 1, y.indexOf(Math.max(...y)), y.indexOf(Math.min(...y))]),
        );
        expect(kept.length).toBeLessThanOrEqual(2 * buckets + 2);
      }),
      SEED,
    );
  });

  test.each([
    ['lists of different length', { t: [0, 1], y: [1] }, /length/],
    ['one sample', { t: [0], y: [1] }, /two/],
    ['a window twice', { t: [0, 1], y: [1, 2], windows: [{ id: 'w' }, { id: 'w' }] }, /window w/],
    [
      'a window that ends before it begins',
      { t: [0, 1], y: [1, 2], windows: [{ id: 'w', from: 1, to: 0 }] },
      /window w/,
    ],
    ['a steady stretch of no length', { t: [0, 1], y: [1, 2], steady: { length: 0, band: 1 } }, /steady/],
    ['no bucket', { t: [0, 1], y: [1, 2], buckets: 0 }, /buckets/],
  ])('%s is refused', (_, input, message) => {
    expect(() => series(input)).toThrow(CoreError);
    expect(() => series(input)).toThrow(message);
  });
});

describe('fit', () => {
  // NIST StRD, Pontius: deflection of a load cell in two passes, an ill-conditioned parabola, with its certified values.
  const load = [...Array.from({ length: 40 }, (_, i) => 150_000 * ((i % 20) + 1))];
  const deflection = [
    ...[0.11019, 0.21956, 0.32949, 0.43899, 0.54803, 0.65694, 0.76562, 0.87487, 0.98292, 1.09146],
    ...[1.20001, 1.30822, 1.41599, 1.52399, 1.63194, 1.73947, 1.84646, 1.95392, 2.06128, 2.16844],
    ...[0.11052, 0.22018, 0.32939, 0.43886, 0.54798, 0.65739, 0.76596, 0.87474, 0.983, 1.0915],
    ...[1.20004, 1.30818, 1.41613, 1.52408, 1.63159, 1.73965, 1.84696, 1.95445, 2.06177, 2.16829],
  ];

  test('a published ill-conditioned parabola comes out to eleven figures', () => {
    const { coefficients, residualStandardDeviation } = fit({ x: load, y: deflection, degree: 2 });
    const certified = [0.673565789473684e-3, 0.732059160401003e-6, -0.316081871345029e-14];
    expect(coefficients.map(({ value }, i) => value / certified[i]!)).toEqual(
      [1, 1, 1].map((one) => expect.closeTo(one, 11) as number),
    );
    expect(residualStandardDeviation! / 0.205177424076185e-3).toBeCloseTo(1, 11);
  });

  test('a curve that goes through all points leaves nothing over, and has no interval', () => {
    const found = fit({ x: [1, 2, 4], y: [0.1, 0.4, 1.6], degree: 2, at: [3], standardUncertainty: 0.1 });
    expect(found).toMatchObject({
      degreesOfFreedom: 0,
      residualStandardDeviation: null,
      residuals: [0, 0, 0],
      rSquared: 1,
    });
    expect(found.at[0]).toMatchObject({ y: expect.closeTo(0.9, 12) as number, prediction: null, extrapolated: false });
    expect(found.optimum).toMatchObject({ kind: 'minimum', interval: null, insideTestedRange: false });
    expect(found.consistency).toEqual({ chiSquared: 0, pValue: null, consistent: null });
  });

  test('moving and stretching x moves and stretches the optimum, and the leverages add up to the coefficients', () => {
    const x = [20, 25, 30, 35, 40, 45, 50];
    const y = [5.1, 5.83, 6.32, 6.71, 6.84, 6.79, 6.51];
    const one = fit({ x, y, degree: 2 });
    expect(one.leverage.reduce((sum, h) => sum + h, 0)).toBeCloseTo(3, 12);
    fc.assert(
      fc.property(fc.integer({ min: -500, max: 500 }), fc.integer({ min: 1, max: 40 }), (shift, factor) => {
        const { optimum } = fit({ x: x.map((value) => value * factor + shift), y, degree: 2 });
        expect(optimum!.x).toBeCloseTo(one.optimum!.x! * factor + shift, 7);
        expect(optimum!.interval![0]).toBeCloseTo(one.optimum!.interval![0] * factor + shift, 7);
      }),
      { seed: 1818, numRuns: 30 },
    );
  });

  test('a curvature that scatter alone could bring has no optimum; all y equal have no share explained', () => {
    expect(fit({ x: [1, 2, 3, 4, 5], y: [1, 2.1, 2.9, 4.1, 4.9], degree: 2 }).optimum!.kind).toBe('none');
    expect(fit({ x: [1, 2, 3], y: [2, 2, 2], degree: 1 }).rSquared).toBeNull();
    expect(() => fit({ x: [1, 2, 3], y: [2, 2, 2], degree: 3 as never })).toThrow(/degree/);
    expect(() => fit({ x: [1, 2, 3], y: [2, 2, 2], degree: 1, standardUncertainty: 0 })).toThrow(/uncertainty/);
  });
});

test('independent readings are worth themselves, doubled ones about half', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 12, maxLength: 60 }), (values) => {
      const one = effectiveSize({ values });
      expect(one.effectiveSize).toBeLessThanOrEqual(values.length);
      expect(one.effectiveSize).toBeGreaterThanOrEqual(1);
      expect(one.lags).toBeLessThan(values.length);
      const twice = effectiveSize({ values: values.flatMap((value) => [value, value]) });
      expect(twice.effectiveSize).toBeLessThanOrEqual(2 * values.length * 0.75);
    }),
    SEED,
  );
  expect(effectiveSize({ values: [4] })).toMatchObject({ effectiveSize: 1, standardError: null });
});

describe('propagate', () => {
  const inputs = { x: { value: 0.4, standardUncertainty: 0.01 }, y: { value: 1.7, standardUncertainty: 0.02 } };

  test.each([
    'x * y - x / y',
    'x ^ y + y ^ 2 + 2 ^ x',
    'sqrt(x) + cbrt(y) + abs(-x) * exp(x) + ln(y) + log(x) + log(y, 3) + log10(y)',
    'sin(x) * cos(y) + tan(x) - asin(x) + acos(x) * atan(y)',
    'min(x, y) * max(x, y) + pi * x + e',
  ])('%s has the slopes that small differences have', (expression) => {
    const at = (x: number, y: number) =>
      propagate({
        expression,
        inputs: { x: { value: x, standardUncertainty: 0 }, y: { value: y, standardUncertainty: 0 } },
      }).value;
    const step = 1e-6;
    const dx = (at(0.4 + step, 1.7) - at(0.4 - step, 1.7)) / (2 * step);
    const dy = (at(0.4, 1.7 + step) - at(0.4, 1.7 - step)) / (2 * step);
    const found = propagate({ expression, inputs });
    expect(found.standardUncertainty).toBeCloseTo(Math.hypot(dx * 0.01, dy * 0.02), 6);
    expect(found.contributions.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
  });

  test('what is known exactly brings nothing, what is not allowed or has no slope is refused', () => {
    const exact = { a: { value: 2, standardUncertainty: 0 } };
    expect(propagate({ expression: 'a + 1', inputs: exact })).toEqual({
      value: 3,
      standardUncertainty: 0,
      contributions: [{ name: 'a', share: 0 }],
    });
    const zero = { a: { value: 0, standardUncertainty: 0.1 } };
    expect(() => propagate({ expression: 'sqrt(a)', inputs: zero })).toThrow(/no finite slope in a at 0/);
    expect(() => propagate({ expression: 'a + b', inputs: zero })).toThrow(/"b"/);
    expect(() => propagate({ expression: '10^10^10 * a', inputs: exact })).toThrow(/no finite value/);
    expect(() => propagate({ expression: 'a', inputs: { a: { value: 1, standardUncertainty: -1 } } })).toThrow(
      /uncertainty/,
    );
  });
});
