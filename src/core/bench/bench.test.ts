import fc from 'fast-check';
import { CoreError } from '../units';
import { instrument, medianOf, proportion, summarise } from '.';

const readings = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 30 });

describe('summarise', () => {
  test('three crossing times, against figures worked out by hand', () => {
    const s = summarise({ values: [8.02, 7.98, 7.9] });
    expect(s.mean).toBeCloseTo(7.966667, 6);
    expect(s.standardDeviation).toBeCloseTo(0.061101, 6);
    expect(s.standardError).toBeCloseTo(0.035277, 6);
    expect(s.confidenceInterval![0]).toBeCloseTo(7.814883, 4);
    expect(s.confidenceInterval![1]).toBeCloseTo(8.118451, 4);
    expect(s).toMatchObject({ n: 3, median: 7.98, min: 7.9, max: 8.02, outliers: [] });
  });

  test('one reading has no spread and no interval', () => {
    expect(summarise({ values: [4] })).toMatchObject({
      n: 1,
      mean: 4,
      standardDeviation: null,
      standardError: null,
      confidenceInterval: null,
      outliers: [],
    });
  });

  test('equal readings have no outlier and an interval of no width', () => {
    const s = summarise({ values: [0.1, 0.1, 0.1] });
    expect(s).toMatchObject({ mean: 0.1, standardDeviation: 0, confidenceInterval: [0.1, 0.1], outliers: [] });
  });

  test('at mean 0 there is no coefficient of variation', () => {
    expect(summarise({ values: [-1, 1] }).coefficientOfVariation).toBeNull();
    expect(summarise({ values: [-2, -4] }).coefficientOfVariation).toBeCloseTo(Math.SQRT2 / 3, 12);
  });

  test('a slipped decimal point is found as the one outlier', () => {
    const { outliers } = summarise({ values: [8.1, 8.2, 8.0, 8.15, 81.2, 8.05] });
    expect(outliers).toHaveLength(1);
    expect(outliers[0]!.index).toBe(4);
    expect(outliers[0]!.critical).toBeCloseTo(1.887, 3);
  });

  test('large values that differ little keep their spread', () => {
    const s = summarise({ values: [1e9 + 4, 1e9 + 7, 1e9 + 13, 1e9 + 16] });
    expect(s.standardDeviation).toBeCloseTo(Math.sqrt(30), 9);
  });

  test('the median of the smallest numbers there are lies between them', () => {
    expect(summarise({ values: [-2.5e-323, -2.5e-323] }).median).toBe(-2.5e-323);
    expect(summarise({ values: [5e-324, 1e-323] }).median).toBeGreaterThanOrEqual(5e-324);
  });

  test('the order of the readings does not matter, and a shift shifts', () => {
    fc.assert(
      fc.property(readings, fc.integer({ min: -1000, max: 1000 }), (values, shift) => {
        const s = summarise({ values });
        const turned = summarise({ values: [...values].reverse() });
        const moved = summarise({ values: values.map((v) => v + shift) });
        const near = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(1e-6);
        near(s.mean, turned.mean);
        near(s.mean + shift, moved.mean);
        near(s.standardDeviation ?? 0, moved.standardDeviation ?? 0);
        expect(s.min <= s.median && s.median <= s.max).toBe(true);
        expect(s.mean).toBeGreaterThanOrEqual(s.min - 1e-9);
        expect(s.mean).toBeLessThanOrEqual(s.max + 1e-9);
      }),
    );
  });

  test('a higher level widens the interval', () => {
    const [narrow, wide] = [0.9, 0.99].map((level) => summarise({ values: [1, 2, 4], level }).confidenceInterval!);
    expect(wide![0]).toBeLessThan(narrow![0]);
    expect(wide![1]).toBeGreaterThan(narrow![1]);
  });

  test.each([[[]], [[NaN]], [[1, Infinity]], [['2' as unknown as number]]])('%p throws', (values) => {
    expect(() => summarise({ values })).toThrow(CoreError);
  });

  test.each([0, 1, -0.5, NaN])('level %d throws', (level) => {
    expect(() => summarise({ values: [1, 2], level })).toThrow(/level/);
  });

  test('the middle of an even number of readings', () => {
    expect(medianOf([4, 1, 3, 2])).toBe(2.5);
    expect(medianOf([9, 1, 5])).toBe(5);
  });
});

describe('instrument', () => {
  test('a kitchen scale: steps of 1 g, good to ± 4 g', () => {
    const { standardUncertainty, expandedUncertainty } = instrument({ resolution: 1, accuracy: 4 });
    expect(standardUncertainty).toBeCloseTo(Math.sqrt(1 / 12 + 16 / 3), 12);
    expect(expandedUncertainty).toBeCloseTo(4.6547, 4);
  });

  test('the spread of n readings counts as that of their mean', () => {
    expect(instrument({ standardDeviation: 0.3, n: 9 }).standardUncertainty).toBeCloseTo(0.1, 12);
    expect(instrument({ standardDeviation: 0.3 }).standardUncertainty).toBeCloseTo(0.3, 12);
  });

  test('whatever is known more only adds', () => {
    const part = fc.double({ min: 0, max: 100, noNaN: true });
    fc.assert(
      fc.property(part, part, part, (resolution, accuracy, standardDeviation) => {
        const less = instrument({ resolution, accuracy }).standardUncertainty;
        const more = instrument({ resolution, accuracy, standardDeviation }).standardUncertainty;
        expect(more).toBeGreaterThanOrEqual(less - 1e-12);
      }),
    );
  });

  test.each([{}, { resolution: -1 }, { accuracy: NaN }, { standardDeviation: 1, n: 0 }, { resolution: 1, n: 1.5 }])(
    '%p throws',
    (input) => expect(() => instrument(input)).toThrow(CoreError),
  );
});

describe('proportion', () => {
  test('8 of 10, Wilson', () => {
    const { share, interval } = proportion({ passes: 8, n: 10 });
    expect(share).toBe(0.8);
    expect(interval[0]).toBeCloseTo(0.490162, 5);
    expect(interval[1]).toBeCloseTo(0.943318, 5);
  });

  test('the interval holds the share and stays between 0 and 1', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.double({ min: 0, max: 1, noNaN: true }), (n, part) => {
        const passes = Math.round(n * part);
        const { share, interval } = proportion({ passes, n });
        expect(interval[0]).toBeGreaterThanOrEqual(0);
        expect(interval[1]).toBeLessThanOrEqual(1);
        expect(interval[0] <= share && share <= interval[1]).toBe(true);
        const mirrored = proportion({ passes: n - passes, n }).interval;
        expect(mirrored[1]).toBeCloseTo(1 - interval[0], 9);
      }),
    );
  });

  test.each([
    { passes: 1, n: 0 },
    { passes: 3, n: 2 },
    { passes: -1, n: 2 },
    { passes: 0.5, n: 2 },
  ])('%p throws', (input) => expect(() => proportion(input)).toThrow(CoreError));
});
