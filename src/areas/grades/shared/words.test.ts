import type { GradeRule } from '@/core/rubric';
import { USUAL_SCHEME } from '@/areas/grades/read/scheme';
import { readBands, readResults, readRule } from '@/areas/grades/read/readRule';
import { ruleWords } from '@/areas/grades/read/ruleWords';
import { schemeWords } from '@/areas/grades/read/schemeWords';
import { componentForm, NEW_COMPONENT } from '@/areas/grades/read/toForm';

const fields = { ...NEW_COMPONENT, better: 'higher' as const };
const rules: [string, Partial<typeof fields>, GradeRule | null, string][] = [
  ['points', { kind: 'points' }, null, 'The points of the event out of the most it gives.'],
  [
    'bands',
    { kind: 'bands', better: 'lower' as never, bands: '8,5 90\n\n10 50 %' },
    {
      better: 'lower',
      points: {
        kind: 'bands',
        bands: [
          { atMost: 8.5, points: 90 },
          { atMost: 10, points: 50 },
        ],
      },
    },
    'Bands: at most 8.5 s: 90 %, at most 10 s: 50 %.',
  ],
  [
    'linear',
    { kind: 'linear', fromValue: '12', fromPercent: '40', toValue: '7', toPercent: '100' },
    { better: 'higher', points: { kind: 'linear', from: [12, 40], to: [7, 100] } },
    'A straight line from 40 % at 12 s to 100 % at 7 s.',
  ],
  [
    'deviation',
    { kind: 'deviation', target: '10', step: '0.5', perStep: '8', overshoot: '5' },
    {
      better: 'higher',
      target: 10,
      points: { kind: 'deviation', start: 100, step: 0.5, perStep: 8, count: 'proportional', overshoot: 5 },
    },
    '100 % at 10 s, 8 % off for each 0.5 s away, 5 % more beyond it.',
  ],
  [
    'best',
    { kind: 'best' },
    { better: 'higher', points: { kind: 'relative', to: 'best', max: 100 } },
    'The share of this class’s best result.',
  ],
  [
    'benchmark',
    { kind: 'benchmark', reference: '7.4' },
    { better: 'higher', points: { kind: 'relative', to: 7.4, max: 100 } },
    'The share of 7.4 s; more than 100 % is possible without a cap.',
  ],
];

test.each(rules)('a rule by %s is read, told, and shown again as it was typed', (kind, typed, rule, words) => {
  const found = readRule({ ...fields, ...typed } as never);
  expect(found).toEqual(rule);
  expect(ruleWords(found, 's')).toBe(words);
  const row = {
    name: 'Run',
    position: 1,
    weight: 1,
    source: 'event',
    eventId: 'e',
    rubricId: null,
    cap: null,
    floor: null,
  };
  const shown = componentForm({ ...row, id: 'c', rule: found, usesFactor: false, dropLowest: 0, version: 1 } as never);
  expect(shown.kind).toBe(kind);
  expect(readRule(shown as never)).toEqual(rule);
});

test.each([
  [{ better: 'higher', points: { kind: 'place', table: [100, 80], shared: 'same' } }, 'By place: 100 %, 80 %.'],
  [{ better: 'higher', points: { kind: 'value' } }, 'The result itself, as percent.'],
  [
    { better: 'higher', target: 10, points: { kind: 'deviation', start: 80, step: 1, perStep: 5, count: 'started' } },
    '80 % at 10 s, 5 % off for each 1 s started.',
  ],
] as const)('a rule that no field can show stays as it is, and is told: %j', (rule, words) => {
  const shown = componentForm({ id: 'c', name: 'Run', source: 'event', eventId: 'e', rule, dropLowest: 0 } as never);
  expect(shown.kind).toBe('kept');
  expect(ruleWords(rule as never, 's')).toBe(words);
});

test('what is missing or makes no sense in a rule is told at its field', () => {
  const path = (typed: object) => {
    try {
      readRule({ ...fields, ...typed } as never);
    } catch (error) {
      return [(error as { path?: string }).path, (error as Error).message];
    }
    return [];
  };
  expect(path({ kind: 'linear', fromValue: '1' })).toEqual(['fromPercent', 'The percent is needed.']);
  expect(path({ kind: 'bands', bands: '' })).toEqual(['bands', 'At least one band is needed.']);
  expect(path({ kind: 'bands', bands: '8 good' })[1]).toMatch(/a value and a percent/);
  expect(path({ kind: 'linear', fromValue: '1', fromPercent: '1', toValue: '1', toPercent: '2' })[1]).toMatch(
    /two different/,
  );
});

test('bands of grades and results of an earlier class are read line by line', () => {
  expect(readBands('90 A\n75,5 very good')).toEqual([
    { atLeast: 90, grade: 'A' },
    { atLeast: 75.5, grade: 'very good' },
  ]);
  expect(() => readBands('90')).toThrow(/a number and a grade/);
  expect(readResults('7.42 s\n8,1 s; 9')).toEqual({ results: [7.42, 8.1, 9], unit: 's' });
  expect(() => readResults('7 s\n8 m')).toThrow(/one unit; here are s and m/);
  expect(() => readResults('fast')).toThrow(/no value/);
  expect(() => readResults(' ')).toThrow(/At least one/);
});

test('how grades are worked out can be read to a class', () => {
  expect(schemeWords(USUAL_SCHEME, undefined)).toBe(
    'Everybody gets the points of the team. What is missing is left out until it is there. The total is rounded to 0.1, halves up; 50 % passes.',
  );
  const all = {
    ...USUAL_SCHEME,
    share: 'peers' as const,
    missing: 'zero' as const,
    perDay: 5,
    graceDays: 1,
    mostLate: 20,
    cap: 100,
    floor: 30,
    bands: [
      { atLeast: 50, grade: 'B' },
      { atLeast: 80, grade: 'A' },
    ],
  };
  expect(schemeWords(all, 'Round 1')).toBe(
    'Where a component says so, a team’s points are multiplied with each member’s factor from Round 1. What is missing counts 0. Late work loses 5 % a day after 1 day of grace, at most 20 %. The total is rounded to 0.1, halves up, not below 30 % once something is handed in, at most 100 %; 50 % passes. Grades: A from 80, B from 50.',
  );
});
