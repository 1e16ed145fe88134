import { derivedFigure, derivedValue, DerivedError, formulaWords, readDerived, type Inputs } from '.';

const read = (symbol: string, unit: string) => ({ symbol, unit, formula: null });
const from = (symbol: string, unit: string, formula: string) => ({ symbol, unit, formula });
const ELECTRIC = [read('V', 'V'), read('I', 'mA')];
/** The value of the last of some quantities. */
function lastOf(
  quantities: Parameters<typeof readDerived>[0],
  inputs: Inputs,
  given: Parameters<typeof readDerived>[1] = [],
) {
  return derivedValue(readDerived(quantities, given).at(-1)!, inputs);
}
/** What is said of the formula of one more quantity, and of which quantity. */
function saidOf(...more: ReturnType<typeof from>[]) {
  try {
    readDerived([...ELECTRIC, read('t', 's'), ...more], [{ symbol: 'line_length', unit: 'm' }]);
  } catch (error) {
    if (error instanceof DerivedError) return `${error.symbol}: ${error.message}`;
    throw error;
  }
  return null;
}

test.each([
  // By hand, from the definitions of the units.
  ['power', [...ELECTRIC, from('P', 'W', 'V * I')], { V: [2.4, 'V'], I: [180, 'mA'] }, 0.432],
  ['a reading in another unit', [...ELECTRIC, from('P', 'W', 'V * I')], { V: [2400, 'mV'], I: [0.18, 'A'] }, 0.432],
  [
    'efficiency',
    [read('out', 'J'), read('into', 'Wh'), from('share', '%', 'out / into')],
    { out: [900, 'J'], into: [1, 'Wh'] },
    25,
  ],
  ['a share put in', [read('s', '%'), read('m', 'kg'), from('x', 'g', 's * m')], { s: [12.5, '%'], m: [2, 'kg'] }, 250],
  [
    'volume for each turn',
    [read('v', 'ml'), read('n', 'count'), from('per', 'ml', 'v / n')],
    { v: [84, 'ml'], n: [40, 'count'] },
    2.1,
  ],
  ['weight', [read('m', 'g'), from('F', 'N', 'm * gravity')], { m: [500, 'g'] }, 4.903325],
  [
    'an angle',
    [read('L', 'cm'), read('a', 'deg'), from('h', 'mm', 'L * sin(a)')],
    { L: [10, 'cm'], a: [30, 'deg'] },
    50,
  ],
  ['a root', [read('A', 'cm^2'), from('side', 'mm', 'sqrt(A)')], { A: [9, 'cm^2'] }, 30],
  ['a temperature', [read('T', 'degC'), from('warmer', 'degC', 'T * 1')], { T: [21.5, 'degC'] }, 21.5],
] as const)('%s comes out in its unit', (_, quantities, given, expected) => {
  const inputs = Object.fromEntries(
    Object.entries(given as Record<string, readonly [number, string]>).map(([name, [value, unit]]) => [
      name,
      { value, unit },
    ]),
  );
  expect(lastOf(quantities, inputs)).toBeCloseTo(expected, 10);
});

test('a formula can use a condition, and another derived quantity that stands after it', () => {
  const quantities = [
    read('t', 's'),
    from('energy', 'J', 'm * v ^ 2 / 2'),
    from('v', 'km/hr', 'line_length / t'),
    read('m', 'kg'),
  ];
  const given = [{ symbol: 'line_length', unit: 'm' }];
  const inputs = {
    t: { value: 4.8, unit: 's' },
    m: { value: 2, unit: 'kg' },
    line_length: { value: 1200, unit: 'cm' },
  };
  const [energy, speed] = readDerived(quantities, given);
  expect(derivedValue(speed!, inputs)).toBe(9);
  expect(derivedValue(energy!, inputs)).toBe(6.25);
});

test('what is missing or has no finite value is null, and 0 is a value', () => {
  const quantities = [...ELECTRIC, from('R', 'ohm', 'V / I')];
  expect(lastOf(quantities, { V: { value: 2, unit: 'V' } })).toBeNull();
  expect(lastOf(quantities, { V: { value: 2, unit: 'V' }, I: { value: 0, unit: 'mA' } })).toBeNull();
  expect(lastOf(quantities, { V: { value: 0, unit: 'V' }, I: { value: 5, unit: 'mA' } })).toBe(0);
});

test('the uncertainty knows that two parts rest on the same reading', () => {
  const quantities = [...ELECTRIC, from('P', 'W', 'V * I'), from('twice', '%', 'P / (V * I)')];
  const [power, twice] = readDerived(quantities, []);
  const inputs = {
    V: { value: 2.4, unit: 'V', standardUncertainty: 0.024 },
    I: { value: 180, unit: 'mA', standardUncertainty: 3.6 },
  };
  const found = derivedFigure(power!, inputs)!;
  // Relative 1 % and 2 %: √(1² + 2²) % of 0.432 W, four fifths of the variance from the current.
  expect(found.standardUncertainty).toBeCloseTo(0.432 * Math.hypot(0.01, 0.02), 12);
  expect(found.contributions[0]!.name).toBe('I');
  expect(found.contributions[0]!.share).toBeCloseTo(0.8, 12);
  expect(derivedFigure(twice!, inputs)!.value).toBe(100);
  expect(derivedFigure(twice!, inputs)!.standardUncertainty).toBeCloseTo(0, 12);
});

test('a wrong formula is told of its quantity', () => {
  expect(saidOf(from('P', 'W', 'V * I'))).toBeNull();
  expect(saidOf(from('P', 'W', 'V * current'))).toBe(
    'P: "current" is nothing this protocol knows. A formula can use V, I, t, line_length.',
  );
  expect(saidOf(from('P', 'J', 'V * I'))).toMatch(/^P: V \* I doesn't come out in J/);
  expect(saidOf(from('P', 'J', 'V * I * t'))).toBeNull();
  expect(saidOf(from('a', 'V', 'b + V'), from('b', 'V', 'a * 2'))).toBe('a: The formulas go in a circle: a → b → a.');
  expect(saidOf(from('a', 'V', 'a + V'))).toBe('a: The formulas go in a circle: a → a.');
  expect(saidOf(from('a', 'V', 'V + I'))).toBe('a: The formula adds or compares unlike things: V and I.');
  expect(saidOf(from('a', 'V', 'V ^ 12 / V ^ 11'))).toBeNull();
  expect(saidOf(from('a', 'V', 'V ^ 13 / V ^ 12'))).toMatch(/too large/);
  expect(saidOf(from('a', 'count', '2 ^ 1e9'))).toMatch(/too large/);
  expect(saidOf(from('a', 'V', 'exp(V)'))).toMatch(/plain number/);
  expect(saidOf(from('a', 'V', 'V ^ t'))).toMatch(/exponent t has a unit/);
  expect(saidOf(from('a', 'V', 'import("x")'))).toMatch(/^a: /);
  expect(saidOf(from('V', 'V', 'I'))).toBe('V: V appears twice.');
  expect(saidOf(from('2x', 'V', 'V'))).toMatch(/letter first/);
});

test('a formula is read aloud without its underlines', () => {
  expect(formulaWords('lifted_mass*gravity * lift / work')).toBe('lifted mass × gravity × lift / work');
});
