import fc from 'fast-check';
import { CoreError } from '../units';
import { judge, type Limit, type Measured } from '.';

const max: Limit = { kind: 'max', value: 900, unit: 'g' };
const min: Limit = { kind: 'min', value: 2, unit: 'count' };
const range: Limit = { kind: 'range', low: 10, high: 20, unit: 'mm' };
const target: Limit = { kind: 'target', value: 10, tolerance: 0.15, unit: 'm' };
const grams = (value: number, expandedUncertainty?: number): Measured => ({ value, unit: 'g', expandedUncertainty });

describe('verdicts', () => {
  test.each<[string, Limit, Measured, string, number | null]>([
    ['well under', max, grams(872, 5), 'conforms', 28],
    ['on the edge, exactly known', max, grams(900), 'conforms', 0],
    ['over, exactly known', max, grams(900.1), 'fails', -0.1],
    ['902 ± 5 g neither passes nor fails 900 g', max, grams(902, 5), 'inconclusive', -2],
    ['under, but nearer than it is known', max, grams(898, 5), 'inconclusive', 2],
    ['as far inside as it is uncertain', max, grams(895, 5), 'conforms', 5],
    ['as far outside as it is uncertain', max, grams(905, 5), 'inconclusive', -5],
    ['further outside than it is uncertain', max, grams(905.5, 5), 'fails', -5.5],
    ['at least', min, { value: 2, unit: 'count' }, 'conforms', 0],
    ['too few', min, { value: 1, unit: 'count' }, 'fails', -1],
    ['nearer to the upper end', range, { value: 18, unit: 'mm', expandedUncertainty: 1 }, 'conforms', 2],
    ['below the range', range, { value: 7, unit: 'mm', expandedUncertainty: 1 }, 'fails', -3],
    ['off the target', target, { value: 10.215, unit: 'm', expandedUncertainty: 0.19 }, 'inconclusive', -0.065],
    ['near the target', target, { value: 10.05, unit: 'm', expandedUncertainty: 0.05 }, 'conforms', 0.1],
    ['nothing measured', max, null, 'not-measured', null],
  ])('%s', (_name, limit, measured, verdict, margin) => {
    const found = judge({ limit, measured });
    expect(found.verdict).toBe(verdict);
    if (margin === null) expect(found.margin).toBeNull();
    else expect(found.margin).toBeCloseTo(margin, 9);
  });

  test('yes and no have neither margin nor unit', () => {
    const yes: Limit = { kind: 'yes' };
    const none = { margin: null, unit: null, withinUncertainty: false };
    expect(judge({ limit: yes, measured: { value: true } })).toEqual({ verdict: 'conforms', ...none });
    expect(judge({ limit: yes, measured: { value: false } })).toEqual({ verdict: 'fails', ...none });
    expect(judge({ limit: yes, measured: null })).toEqual({ verdict: 'not-measured', ...none });
    expect(() => judge({ limit: yes, measured: { value: 1 } })).toThrow(/yes or no/);
  });

  test('decimals behave as written: 98 cm is within 1 m ± 0.02 m', () => {
    const limit: Limit = { kind: 'target', value: 1, tolerance: 0.02, unit: 'm' };
    expect(judge({ limit, measured: { value: 98, unit: 'cm' } })).toMatchObject({ verdict: 'conforms', margin: 0 });
    expect(judge({ limit, measured: { value: 97.9, unit: 'cm' } })).toMatchObject({ verdict: 'fails' });
  });

  test('the simple rule always decides, and still says what the guarded one would', () => {
    const input = { limit: max, measured: grams(902, 5), decision: 'simple' as const };
    expect(judge(input)).toEqual({ verdict: 'fails', margin: -2, unit: 'g', withinUncertainty: true });
    expect(judge({ ...input, measured: grams(899, 5) })).toMatchObject({
      verdict: 'conforms',
      withinUncertainty: true,
    });
  });

  test('an uncertainty in another unit is converted as an interval', () => {
    const limit: Limit = { kind: 'max', value: 30, unit: 'degC' };
    const found = judge({ limit, measured: { value: 84.2, unit: 'degF', expandedUncertainty: 1.8 } });
    expect(found).toMatchObject({ verdict: 'conforms', withinUncertainty: false });
    expect(found.margin).toBeCloseTo(1, 9);
  });
});

describe('properties', () => {
  const value = fc.double({ min: -1e4, max: 1e4, noNaN: true });
  const U = fc.double({ min: 0, max: 500, noNaN: true });

  test('a larger uncertainty never turns an open verdict into a decided one', () => {
    const decided = (v: string) => v === 'conforms' || v === 'fails';
    fc.assert(
      fc.property(value, U, U, (x, a, b) => {
        const [small, large] = [Math.min(a, b), Math.max(a, b)];
        const wide = judge({ limit: max, measured: grams(x, large) }).verdict;
        const narrow = judge({ limit: max, measured: grams(x, small) }).verdict;
        if (decided(wide)) expect(narrow).toBe(wide);
      }),
    );
  });

  test('a lighter carrier never has a worse verdict under an upper limit', () => {
    const rank = { fails: 0, inconclusive: 1, conforms: 2, 'not-measured': -1 };
    fc.assert(
      fc.property(value, value, U, (a, b, u) => {
        const [light, heavy] = [Math.min(a, b), Math.max(a, b)].map((x) =>
          judge({ limit: max, measured: grams(x, u) }),
        );
        expect(rank[light!.verdict]).toBeGreaterThanOrEqual(rank[heavy!.verdict]);
      }),
    );
  });

  test('withinUncertainty is exactly the guarded inconclusive', () => {
    fc.assert(
      fc.property(value, U, fc.constantFrom('guarded' as const, 'simple' as const), (x, u, decision) => {
        const guarded = judge({ limit: max, measured: grams(x, u) });
        const asked = judge({ limit: max, measured: grams(x, u), decision });
        expect(asked.withinUncertainty).toBe(guarded.verdict === 'inconclusive');
      }),
    );
  });
});

test.each<[string, unknown]>([
  ['an unknown kind', { limit: { kind: 'about', value: 1, unit: 'g' }, measured: null }],
  ['a reversed range', { limit: { ...range, low: 21 }, measured: null }],
  ['a limit that is not finite', { limit: { ...max, value: NaN }, measured: null }],
  ['a negative tolerance', { limit: { ...target, tolerance: -1 }, measured: null }],
  ['a negative uncertainty', { limit: max, measured: grams(1, -1) }],
  ['a unit of another dimension', { limit: max, measured: { value: 1, unit: 'mm' } }],
  ['a value without a unit', { limit: max, measured: { value: 1 } }],
  ['an unknown decision rule', { limit: max, measured: null, decision: 'kind' }],
])('%s throws', (_name, input) => {
  expect(() => judge(input as Parameters<typeof judge>[0])).toThrow(CoreError);
});
