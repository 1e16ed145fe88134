import fc from 'fast-check';
import { CoreError } from '../units';
import { attribution, compare, compareAll, drift, protocolCheck } from '.';

// Tenths, so that ties are many.
const runs = fc.array(
  fc.integer({ min: 60, max: 80 }).map((n) => n / 10),
  { minLength: 2, maxLength: 5 },
);
const SEED = { seed: 18 };

describe('compare', () => {
  // scipy.stats 1.17: ttest_ind(b, a, equal_var=False) with its interval, and hedges_correction by scipy.special.gammaln.
  test.each([
    [[8.1, 8.3, 8.2], [7.9, 7.7, 8.05, 7.95], -3.207134902949, 0.02385562698733, 4.992452830189, -1.9344744116],
    [[3, 5, 4, 6], [5.5, 7, 6], 2.132007163556, 0.08772486932934, 4.86432160804, 1.2617540585],
  ])('%j against %j agrees with scipy', (a, b, t, p, df, g) => {
    const found = compare({ a, b, better: 'lower' });
    expect([found.t, found.pValue, found.degreesOfFreedom, found.hedgesG]).toEqual(
      [t, p, df, g].map((value) => expect.closeTo(value, 9) as number),
    );
  });

  test('the permutation test counts as sums of whole tenths do, over all subsets', () => {
    fc.assert(
      fc.property(runs, runs, (a, b) => {
        const found = compare({ a, b, better: 'higher' });
        if (found.permutationP === null) return;
        const all = [...a, ...b].map((value) => Math.round(value * 10));
        const total = all.reduce((sum, value) => sum + value, 0);
        const gap = (mask: number) => {
          const own = all.filter((_, i) => (mask >> i) & 1).reduce((sum, value) => sum + value, 0);
          return Math.abs(own * a.length - (total - own) * b.length);
        };
        const bits = (mask: number) => all.filter((_, i) => (mask >> i) & 1).length;
        const masks = Array.from({ length: 2 ** all.length }, (_, mask) => mask).filter((m) => bits(m) === b.length);
        const seen = gap((2 ** b.length - 1) << a.length);
        expect(found.permutationP).toBeCloseTo(masks.filter((m) => gap(m) >= seen).length / masks.length, 12);
      }),
      { ...SEED, numRuns: 60 },
    );
  });

  test('exchanging the builds turns the sign and the verdict, and a unit changes nothing but the difference', () => {
    fc.assert(
      fc.property(runs, runs, (a, b) => {
        const one = compare({ a, b, better: 'lower' });
        const other = compare({ a: b, b: a, better: 'lower' });
        expect(other.difference).toBeCloseTo(-one.difference, 12);
        expect(other.permutationP).toBe(one.permutationP);
        const turned = { improved: 'worse', worse: 'improved', 'not-separable': 'not-separable' };
        expect(other.verdict).toBe(turned[one.verdict]);
        const tenfold = compare({ a: a.map((v) => v * 10), b: b.map((v) => v * 10), better: 'higher' });
        if (one.pValue !== null) expect(tenfold.pValue).toBeCloseTo(one.pValue, 9);
        expect(tenfold.runsNeeded).toBe(one.runsNeeded);
      }),
      SEED,
    );
  });

  test('too many arrangements are drawn, the same ones each time, and come near the t test', () => {
    const a = Array.from({ length: 14 }, (_, i) => 7 + ((i * 37) % 11) / 10);
    const b = a.map((value) => Math.round((value - 0.25) * 100) / 100);
    const found = compare({ a, b, better: 'lower' });
    expect(Math.abs(found.permutationP! - found.pValue!)).toBeLessThan(0.02);
    expect(compare({ a, b, better: 'lower' })).toEqual(found);
  });

  test.each([
    ['one run', [3], [2, 2.2], /fewer than two runs of the first build/],
    ['one run each', [3], [2], /of both builds/],
    ['no spread', [2, 2], [3, 3, 3], /perhaps the instrument is too coarse/],
  ])('%s tells nothing, and says why', (_, a, b, reason) => {
    const found = compare({ a, b, better: 'lower' });
    expect(found).toMatchObject({ verdict: 'not-separable', t: null, permutationP: null, runsNeeded: null });
    expect(found.reason).toMatch(reason);
  });

  test('equal means need no number of runs, and what is wrong is refused', () => {
    expect(compare({ a: [1, 3], b: [2, 2.5, 1.5], better: 'higher' })).toMatchObject({
      difference: 0,
      runsNeeded: null,
    });
    expect(() => compare({ a: [], b: [1], better: 'lower' })).toThrow(CoreError);
    expect(() => compare({ a: [1, 2], b: [1, 2], better: 'nearer' as never })).toThrow(/nearer/);
    expect(() => compare({ a: [1, 2], b: [1, 2], better: 'lower', level: 1 })).toThrow(/level/);
  });
});

test('adjusting for many pairs is stepping down: each p value times the pairs that are no smaller, never falling', () => {
  const groups = fc.array(runs, { minLength: 2, maxLength: 4 });
  fc.assert(
    fc.property(groups, (lists) => {
      const { pairs } = compareAll({ groups: lists.map((values, i) => ({ id: `v${i}`, values })), better: 'lower' });
      const known = pairs.filter(({ pValue }) => pValue !== null);
      for (const pair of known) {
        const smaller = known.filter((one) => one.pValue! <= pair.pValue!);
        const by = (one: (typeof known)[number]) => known.filter((other) => other.pValue! >= one.pValue!).length;
        const expected = Math.min(1, Math.max(...smaller.map((one) => one.pValue! * by(one))));
        expect(pair.adjustedP).toBeCloseTo(expected, 12);
      }
    }),
    SEED,
  );
  expect(() =>
    compareAll({
      groups: [
        { id: 'v1', values: [1, 2] },
        { id: 'v1', values: [1, 2] },
      ],
      better: 'lower',
    }),
  ).toThrow(/v1 appears twice/);
});

test('attribution names what differs, design and settings alike', () => {
  const before = { wheel: 40, felt: 'yes', angle: 30 };
  expect(attribution({ before, after: { ...before } })).toEqual({ changed: [], verdict: 'no-change' });
  expect(attribution({ before, after: { ...before, wheel: 44 } })).toMatchObject({
    changed: ['wheel'],
    verdict: 'one-change',
  });
  const { felt: _, ...without } = before;
  expect(attribution({ before, after: { ...without, toString: 1 } }).changed).toEqual(['felt', 'toString']);
  expect(() => attribution({ before: null as never, after: {} })).toThrow(/record/);
});

test('drift: a series that only rises drifts, its mirror image as well, and shuffled ties cancel out', () => {
  // All of n distinct values in order: S = n(n − 1)/2, z = (S − 1)/√(n(n − 1)(2n + 5)/18).
  expect(drift({ values: [1, 2, 3, 4, 5] })).toMatchObject({ tau: 1, slopePerRun: 1, drifting: true });
  expect(drift({ values: [1, 2, 3, 4, 5] }).pValue).toBeCloseTo(0.02749, 4);
  expect(drift({ values: [4] })).toEqual({ slopePerRun: null, tau: null, pValue: null, drifting: false });
  expect(drift({ values: [7.4, 7.4, 7.4] })).toMatchObject({ slopePerRun: 0, tau: null, drifting: false });
  fc.assert(
    fc.property(runs, runs, (a, b) => {
      const values = [...a, ...b];
      const [one, back] = [drift({ values }), drift({ values: [...values].reverse() })];
      expect(back.slopePerRun!).toBeCloseTo(-one.slopePerRun!, 12);
      if (one.tau !== null) expect(back.tau).toBeCloseTo(-one.tau, 12);
      expect(back.pValue).toBeCloseTo(one.pValue!, 12);
    }),
    SEED,
  );
});

test('a protocol is kept within its tolerances, edge included, whatever unit was written down', () => {
  const conditions = [{ name: 'height', value: 1.4, tolerance: 0.05, unit: 'm' }];
  const at = (value: number, unit = 'm') => protocolCheck({ conditions, recorded: { height: { value, unit } } });
  expect(at(1.45)).toEqual({ deviations: [], missing: [], onProtocol: true });
  expect(at(146, 'cm').deviations).toEqual([{ name: 'height', expected: 1.4, found: 1.46, off: 0.06 }]);
  expect(protocolCheck({ conditions, recorded: {} })).toEqual({
    deviations: [],
    missing: ['height'],
    onProtocol: false,
  });
  expect(() => at(2, 'kg')).toThrow(CoreError);
});
