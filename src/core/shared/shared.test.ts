import fc from 'fast-check';
import { CoreError } from './CoreError';
import { own } from './check';
import { subtract, sum, tidy } from './decimal';
import { compareExact, exact } from './exact';
import { readFormula } from './formula';

describe('exact numbers', () => {
  const third = exact(1).div(3);
  test('what is equal on paper is equal, a long quotient beside a short number too', () => {
    expect(compareExact(exact(14).div(exact(7).div(3)), exact(7).minus(1))).toBe(0);
    expect(compareExact(third.times(3), exact(1))).toBe(0);
    expect(compareExact(third.plus(third).plus(third), exact(1))).toBe(0);
    expect(compareExact(exact(1), third.times(3))).toBe(0);
  });
  test('what differs in what somebody can type differs', () => {
    expect(compareExact(exact(1 + Number.EPSILON), exact(1))).toBe(1);
    expect(compareExact(third, exact(0.3333333333333333))).toBe(1);
    expect(compareExact(exact(0), third.times(1e-12))).toBe(-1);
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), fc.integer({ min: 1, max: 99 }), (x, n) => {
        expect(compareExact(exact(x).div(n).times(n), exact(x))).toBe(0);
      }),
    );
  });
});

describe('decimals', () => {
  test('differences are as on paper', () => {
    expect(subtract(0.3, 0.1)).toBe(0.2);
    expect(subtract(7.62, 7.5)).toBe(subtract(7.5, 7.38));
    expect(subtract(1.02, 1)).toBe(0.02);
    expect(subtract(5, 5)).toBe(0);
  });
  test('whatever two decimals are, their difference is the decimal one', () => {
    const cents = fc.integer({ min: -1e7, max: 1e7 });
    fc.assert(fc.property(cents, cents, (a, b) => expect(subtract(a / 100, b / 100)).toBe((a - b) / 100)));
  });
  test('a compensated sum keeps what a plain one loses', () => {
    expect(sum([1e16, 1, -1e16])).toBe(1);
    expect(tidy(0.1 + 0.2)).toBe(0.3);
    expect(sum([])).toBe(0);
  });
});

describe('formulas', () => {
  const evaluate = (text: string, values: Record<string, number> = {}) =>
    readFormula(text).evaluateExact(values).toNumber();
  test.each([
    ['2 + 3 * 4', 14],
    ['2 ^ 3 ^ 2', 512],
    ['-(4 - 6) / 2', 1],
    ['sqrt(16) + abs(-2)', 6],
    ['min(3, 1, 2) + max(3, 1, 2)', 4],
    ['log(100, 10)', 2],
    ['ln(e)', 1],
    ['cos(pi)', -1],
  ])('%s is %d', (text, value) => expect(evaluate(text)).toBeCloseTo(value, 12));

  test('names are told and looked up among the given ones only', () => {
    expect(readFormula('value / mass^1.5').names).toEqual(['value', 'mass']);
    expect(evaluate('value / mass', { value: 6, mass: 4 })).toBe(1.5);
    expect(() => evaluate('constructor')).toThrow(/needs a value for "constructor"/);
    expect(own({ a: 1 } as Record<string, number>, 'toString')).toBeUndefined();
  });

  test.each([
    '',
    ' ',
    '1 / 0',
    'log(-1)',
    '2 +',
    'a = 3',
    'a; b',
    'a[1]',
    '1:5',
    '"x"',
    'eval(1)',
    'a > b',
    'f(x) = x',
    '{a: 1}',
    'a.b',
  ])('"%s" throws and runs nothing', (text) => expect(() => evaluate(text, { a: 1, b: 1 })).toThrow(CoreError));
});
