import {
  column,
  fixed,
  measured,
  number,
  ordinal,
  plural,
  quantity,
  shortName,
  unitName,
  whoDid,
  twoFigures,
  within,
} from './format';
import { limitText } from './limit';

test.each([
  [1.5, '1.5'],
  [-2, '−2'],
  [0.1 + 0.2, '0.3'],
  [1 / 3, '0.333'],
  [null, '–'],
])('%p is written %s', (value, text) => expect(number(value)).toBe(text));

test('a column lines up on the point without zeros that nobody measured', () => {
  const write = column([7.61, 7.9, 8, null]);
  expect([7.61, 7.9, 8, null].map(write)).toEqual(['7.61', '7.9\u00a0', '8\u00a0\u00a0\u00a0', '–\u00a0\u00a0\u00a0']);
});

test.each<[number | null, number, string | null, string]>([
  [902, 4.6547, 'g', '902.0 ± 4.7 g'],
  [10.117, 0.2874, 'm', '10.12 ± 0.29 m'],
  [12, 1.1837, 'deg', '12.0 ± 1.2°'],
  [2950, 512, 'g', '2950 ± 512 g'],
  [18, 0, 'credits', '18 credits'],
  [-0.42, 0.031, 'm', '−0.420 ± 0.031 m'],
  [null, 1, 'g', '– g'],
])('%p ± %p %s is told as %s', (value, uncertainty, unit, text) => {
  expect(measured(value, uncertainty, unit)).toBe(text);
});

test('units stand where readers expect them', () => {
  expect(quantity(15, 'deg')).toBe('15°');
  expect([quantity(1, 'credits'), quantity(-1, 'credits'), quantity(1, '€'), quantity(1, 's')]).toEqual([
    '1 credit',
    '−1 credit',
    '€1',
    '1 s',
  ]);
  expect(quantity(3, '%')).toBe('3 %');
  expect(quantity(2, 'count')).toBe('2');
  expect(quantity(900, 'g')).toBe('900 g');
  expect(unitName('count')).toBe('number');
  expect(fixed(2, 2)).toBe('2.00');
});

test('limits read as in a list of requirements', () => {
  const none = { value: null, low: null, high: null, tolerance: null, unit: 'g', weight: null };
  expect(limitText({ ...none, kind: 'max', value: 900 })).toBe('≤ 900 g');
  expect(limitText({ ...none, kind: 'min', value: 2, unit: 'count' })).toBe('≥ 2');
  expect(limitText({ ...none, kind: 'range', low: 10, high: 20, unit: 'mm' })).toBe('10 to 20 mm');
  expect(limitText({ ...none, kind: 'target', value: 10, tolerance: 0.15, unit: 'm' })).toBe('10 ± 0.15 m');
  expect(limitText({ ...none, kind: 'yes', unit: null })).toBe('yes / no');
  expect(limitText({ ...none, kind: 'wish', weight: 2 })).toBe('wish, weight 2');
});

test('a name for screens that others see is first name and initial', () => {
  expect(shortName('Nour Aziz')).toBe('Nour A.');
  expect(shortName('  Ada  Maria  Fern ')).toBe('Ada F.');
  expect(shortName('Demo')).toBe('Demo');
  expect(['Nour Aziz', 'Helper at the rig', 'Table one', 'Demo'].map(whoDid)).toEqual([
    'Nour A.',
    'Helper at the rig',
    'Table one',
    'Demo',
  ]);
  expect(plural(1, 'team')).toBe('1 team');
  expect(plural(3, 'match', 'matches')).toBe('3 matches');
});

test('an interval leaves a value its figures, and a spread is written to two', () => {
  expect(within(31.4286, 's', [31.28, 31.58])).toBe('31.43\u0020s');
  expect(within(1413.667, 'g', [1380, 1447])).toBe('1414\u0020g');
  expect(within(7.61, 's', null)).toBe('7.61\u0020s');
  expect(within(7.61, 's', [7.61, 7.61])).toBe('7.61\u0020s');
  expect([0.465, 3.512, 0].map((value) => twoFigures(value, 'J'))).toEqual(['0.47\u0020J', '3.5\u0020J', '0\u0020J']);
});

test('places in their order', () => {
  expect([1, 2, 3, 4, 11, 12, 13, 21, 22, 101, 111].map(ordinal).join(' ')).toBe(
    '1st 2nd 3rd 4th 11th 12th 13th 21st 22nd 101st 111th',
  );
});
