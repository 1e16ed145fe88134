import fc from 'fast-check';
import { CoreError } from '../units';
import { average, type RubricScore } from '.';

const criteria = [
  { id: 'need', max: 25 },
  { id: 'evidence', max: 35 },
];
const score = (judge: string, team: string, need: number | null, evidence: number | null): RubricScore[] => [
  ...(need === null ? [] : [{ judge, team, criterion: 'need', points: need }]),
  ...(evidence === null ? [] : [{ judge, team, criterion: 'evidence', points: evidence }]),
];

test('three judges: mean and spread of their sums', () => {
  const scores = [...score('A', 'Flint', 20, 30), ...score('B', 'Flint', 15, 25), ...score('C', 'Flint', 22, 28)];
  const { max, results } = average({ criteria, teams: ['Flint'], scores });
  expect(max).toBe(60);
  expect(results[0]!.mean).toBeCloseTo(140 / 3, 9);
  expect(results[0]!.standardDeviation).toBeCloseTo(Math.sqrt(100 / 3), 9);
  expect(results[0]!.judges.map((j) => j.total)).toEqual([50, 40, 50]);
});

test('a judge who has not finished is listed and not counted', () => {
  const scores = [...score('A', 'Flint', 20, 30), ...score('B', 'Flint', 1, null)];
  const [flint] = average({ criteria, teams: ['Flint'], scores }).results;
  expect(flint).toMatchObject({ mean: 50, standardDeviation: null });
  expect(flint!.judges).toContainEqual({ judge: 'B', total: 1, complete: false });
});

test('a team nobody has scored has no grade, not a zero', () => {
  expect(average({ criteria, teams: ['Marl'], scores: [] }).results).toEqual([
    { team: 'Marl', mean: null, standardDeviation: null, judges: [] },
  ]);
});

test('the order in which scores come in never matters, and the mean lies within the judges', () => {
  const points = fc.integer({ min: 0, max: 25 });
  fc.assert(
    fc.property(fc.array(fc.tuple(points, points), { minLength: 1, maxLength: 6 }), (given) => {
      const scores = given.flatMap(([need, evidence], i) => score(`J${i}`, 'Flint', need, evidence));
      const [straight] = average({ criteria, teams: ['Flint'], scores }).results;
      const [turned] = average({ criteria, teams: ['Flint'], scores: [...scores].reverse() }).results;
      expect(turned!.mean).toBe(straight!.mean);
      const totals = given.map(([a, b]) => a + b);
      expect(straight!.mean).toBeGreaterThanOrEqual(Math.min(...totals) - 1e-9);
      expect(straight!.mean).toBeLessThanOrEqual(Math.max(...totals) + 1e-9);
    }),
  );
});

test.each<[string, RubricScore[]]>([
  ['more than the most', score('A', 'Flint', 26, null)],
  ['negative points', score('A', 'Flint', -1, null)],
  ['an unknown criterion', [{ judge: 'A', team: 'Flint', criterion: 'luck', points: 1 }]],
  ['the same score twice', [...score('A', 'Flint', 1, null), ...score('A', 'Flint', 2, null)]],
  ['no number', [{ judge: 'A', team: 'Flint', criterion: 'need', points: NaN }]],
])('%s throws', (_name, scores) => {
  expect(() => average({ criteria, teams: ['Flint'], scores })).toThrow(CoreError);
});

test('a rubric without criteria throws', () => {
  expect(() => average({ criteria: [], teams: [], scores: [] })).toThrow(/at least one/);
});
