import fc from 'fast-check';
import { offeredUnits } from '../dimensions';
import { checkDimension, convert, convertInterval, CoreError, DIMENSION_NAMES, DIMENSIONS, UnitError } from '.';

const measurable = DIMENSION_NAMES.filter((name) => DIMENSIONS[name].base !== null);
const pairs = measurable.flatMap((name) =>
  DIMENSIONS[name].offered.flatMap((from) => DIMENSIONS[name].offered.map((to) => [from, to] as const)),
);
const finite = fc.double({ min: -1e9, max: 1e9, noNaN: true, noDefaultInfinity: true });

describe('convert', () => {
  test.each([
    [10, 'in', 'mm', 254],
    [900, 'g', 'kg', 0.9],
    [32, 'degF', 'degC', 0],
    [0, 'degC', 'K', 273.15],
    [60, 'mph', 'm/s', 26.8224],
    [60, 'rpm', 'cycle/s', 1],
    [180, 'deg', 'rad', Math.PI],
    [1, 'lbf', 'N', 4.4482216152605],
    [14.5, 'psi', 'kPa', 99.97398],
    [6, 'l/min', 'm^3/s', 1e-4],
    [25, 'credits', 'credits', 25],
  ])('%d %s is %s: %d', (value, from, to, expected) => {
    expect(convert({ value, from, to }).value).toBeCloseTo(expected, 5);
  });

  test('there and back is the identity, for every pair of units offered', () => {
    expect(pairs.length).toBeGreaterThan(50);
    fc.assert(
      fc.property(finite, fc.constantFrom(...pairs), (value, [from, to]) => {
        const there = convert({ value, from, to }).value;
        const back = convert({ value: there, from: to, to: from }).value;
        expect(Math.abs(back - value)).toBeLessThanOrEqual(1e-9 * Math.max(300, Math.abs(value)));
      }),
    );
  });

  test('an interval converts without the offset of a temperature', () => {
    expect(convertInterval({ value: 5, from: 'degF', to: 'degC' }).value).toBeCloseTo(2.7778, 4);
    expect(convertInterval({ value: 2, from: 'cm', to: 'mm' }).value).toBeCloseTo(20, 12);
  });

  test.each([
    ['g', 'mm'],
    ['credits', 'count'],
    ['count', '%'],
    ['credits', 'kg'],
    ['N', 'kg'],
  ])('%s and %s do not mix', (from, to) => {
    expect(() => convert({ value: 1, from, to })).toThrow(/cannot convert/i);
  });

  test.each(['', '  ', 'furlongish', '3 g', 'g; rm', 'constructor', '__proto__', 'g'.repeat(50)])(
    '"%s" is no unit, and the message says so',
    (unit) => {
      expect(() => convert({ value: 1, from: unit, to: 'g' })).toThrow(UnitError);
      expect(() => convert({ value: 1, from: unit, to: 'g' })).toThrow(/not a unit known here/);
    },
  );

  test.each([NaN, Infinity, -Infinity])('%d is refused', (value) => {
    expect(() => convert({ value, from: 'g', to: 'kg' })).toThrow(CoreError);
    expect(() => convertInterval({ value, from: 'g', to: 'kg' })).toThrow(CoreError);
  });
});

test('a project in US customary units is offered those first, and the same ones in all', () => {
  expect(offeredUnits('mass', 'US')).toEqual(['oz', 'lb', 'g', 'kg']);
  expect(offeredUnits('length', 'US')[0]).toBe('in');
  expect(offeredUnits('time', 'US')).toEqual(offeredUnits('time', 'metric'));
  for (const name of DIMENSION_NAMES)
    expect([...offeredUnits(name, 'US')].sort()).toEqual([...DIMENSIONS[name].offered].sort());
});

describe('checkDimension', () => {
  test('every unit offered for a dimension measures it, and nothing of another', () => {
    for (const name of measurable) {
      for (const unit of DIMENSIONS[name].offered) {
        expect(() => checkDimension(unit, name)).not.toThrow();
        const others = measurable.filter((other) => other !== name);
        for (const other of others) expect(() => checkDimension(unit, other)).toThrow(UnitError);
      }
    }
  });

  test('the refusal names the units that fit', () => {
    expect(() => checkDimension('mm', 'mass')).toThrow('"mm" does not measure mass; use g, kg, oz, lb.');
    expect(() => checkDimension('g', 'yes-no')).toThrow(/yes or no/);
  });
});
