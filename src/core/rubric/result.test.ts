import fc from 'fast-check';
import { CoreError } from '../units';
import {
  checkLevels,
  closeness,
  levelReached,
  panelAgreement,
  placesMoved,
  pointsOffered,
  rubricResults,
  USUAL_RUBRICS,
  type RubricCriterion,
  type RubricScore,
} from '.';

const criterion = (id: string, max: number, more: Partial<RubricCriterion> = {}): RubricCriterion => ({
  id,
  max,
  weight: max,
  edition: 1,
  scorer: 'judges',
  ...more,
});
const criteria = [criterion('need', 25), criterion('evidence', 35)];
const score = (judge: string, team: string, need: number | null, evidence: number | null): RubricScore[] => [
  ...(need === null ? [] : [{ judge, team, criterion: 'need', points: need }]),
  ...(evidence === null ? [] : [{ judge, team, criterion: 'evidence', points: evidence }]),
];

test('three judges: mean and spread of their sums', () => {
  const scores = [...score('A', 'Flint', 20, 30), ...score('B', 'Flint', 15, 25), ...score('C', 'Flint', 22, 28)];
  const { max, results } = rubricResults({ criteria, teams: ['Flint'], scores });
  expect(max).toBe(60);
  expect(results[0]!.mean).toBeCloseTo(140 / 3, 9);
  expect(results[0]!.standardDeviation).toBeCloseTo(Math.sqrt(100 / 3), 9);
  expect(results[0]!.judges.map((j) => j.total)).toEqual([50, 40, 50]);
});

test('a judge who has not finished is listed and not counted; a team nobody has scored has no grade, not a zero', () => {
  const scores = [...score('A', 'Flint', 20, 30), ...score('B', 'Flint', 1, null)];
  const [flint, marl] = rubricResults({ criteria, teams: ['Flint', 'Marl'], scores }).results;
  expect(flint).toMatchObject({ mean: 50, standardDeviation: null });
  expect(flint!.judges).toContainEqual(expect.objectContaining({ judge: 'B', total: 1, complete: false }));
  expect(marl).toMatchObject({ mean: null, judges: [], missing: ['judges'] });
});

test('weights count, and each kind of scorer has its own part; while one is missing there is no sum', () => {
  const mixed = [
    criterion('talk', 4, { weight: 60 }),
    criterion('team', 4, { weight: 30, scorer: 'instructor' }),
    criterion('musts', 5, { weight: 10, scorer: 'program' }),
  ];
  const given = (judge: string, id: string, points: number) => ({ judge, team: 'Flint', criterion: id, points });
  const scores = [given('A', 'talk', 3), given('B', 'talk', 4), given('program', 'musts', 5)];
  const before = rubricResults({ criteria: mixed, teams: ['Flint'], scores }).results[0]!;
  expect(before).toMatchObject({ mean: null, missing: ['instructor'] });
  const [flint] = rubricResults({
    criteria: mixed,
    teams: ['Flint'],
    scores: [...scores, given('T', 'team', 2)],
  }).results;
  expect(flint!.mean).toBe(60 * 0.875 + 15 + 10);
});

test('what was scored under an edition stays with it, as a share of what that edition gave', () => {
  const editions = [criterion('need', 10), criterion('need again', 20, { edition: 2 })];
  const { max, results } = rubricResults({
    criteria: editions,
    teams: ['Flint', 'Marl'],
    scores: [
      { judge: 'A', team: 'Flint', criterion: 'need', points: 7 },
      { judge: 'A', team: 'Marl', criterion: 'need again', points: 15 },
    ],
  });
  expect(max).toBe(20);
  expect(results.map(({ mean, formerEdition }) => [mean, formerEdition])).toEqual([
    [14, 1],
    [15, null],
  ]);
});

test('judges are compared on the scale of the present edition, and places move only where evening out changes them', () => {
  const editions = [criterion('need', 10), criterion('need again', 20, { edition: 2 })];
  const give = (judge: string, team: string, points: number, id = 'need again') => ({
    judge,
    team,
    criterion: id,
    points,
  });
  // P keeps the first edition for A; on one scale both judges agree about every team.
  const scores = [give('P', 'A', 5, 'need'), give('Q', 'A', 10), give('P', 'B', 16), give('Q', 'B', 16)];
  const found = rubricResults({ criteria: editions, teams: ['A', 'B', 'C'], scores });
  expect(found.results[0]!.judges.map(({ points }) => points)).toEqual([10, 10]);
  expect(panelAgreement(found)).toMatchObject({ subjects: 2, judges: 2, icc: { icc21: { value: 1 } } });
  expect(placesMoved(found)).toEqual([]);
  const strict = [give('strict', 'A', 10), give('mild', 'A', 14), give('strict', 'B', 13), give('mild', 'C', 15)];
  const moved = placesMoved(rubricResults({ criteria: editions, teams: ['A', 'B', 'C'], scores: strict }));
  expect(moved).toEqual([
    { team: 'B', from: 2, to: 1 },
    { team: 'C', from: 1, to: 2 },
  ]);
  expect(panelAgreement(rubricResults({ criteria: editions, teams: ['A'], scores: scores.slice(0, 1) }))).toBeNull();
});

test('evening out: who met the mild judge loses what the mildness gave; islands keep the plain mean', () => {
  const plain = [criterion('all', 10)];
  const give = (judge: string, team: string, points: number) => ({ judge, team, criterion: 'all', points });
  const scores = [give('strict', 'A', 5), give('mild', 'A', 7), give('strict', 'B', 6), give('mild', 'C', 8)];
  const found = rubricResults({ criteria: plain, teams: ['A', 'B', 'C'], scores, school: 'adjusted' });
  expect(found.follows).toBe('adjusted');
  expect(found.results.map(({ raw, mean }) => [raw, mean])).toEqual([
    [6, 6],
    [6, 7],
    [8, 7],
  ]);
  const apart = rubricResults({ criteria: plain, teams: ['B', 'C'], scores: scores.slice(2), school: 'adjusted' });
  expect(apart.follows).toBe('mean');
  expect(apart.results.map(({ mean }) => mean)).toEqual([6, 8]);
});

test('the order in which scores come in never matters, and the mean lies within the judges', () => {
  const points = fc.integer({ min: 0, max: 25 });
  fc.assert(
    fc.property(fc.array(fc.tuple(points, points), { minLength: 1, maxLength: 6 }), (given) => {
      const scores = given.flatMap(([need, evidence], i) => score(`J${i}`, 'Flint', need, evidence));
      const [straight] = rubricResults({ criteria, teams: ['Flint'], scores }).results;
      const [turned] = rubricResults({ criteria, teams: ['Flint'], scores: [...scores].reverse() }).results;
      expect(turned!.mean).toBeCloseTo(straight!.mean!, 9);
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
  expect(() => rubricResults({ criteria, teams: ['Flint'], scores })).toThrow(CoreError);
});

const levels = [1, 2, 4].map((points) => ({ points }));
test('half levels lie between the levels, and closeness is told in levels', () => {
  expect(pointsOffered(levels, false)).toEqual([1, 2, 4]);
  expect(pointsOffered(levels, true)).toEqual([1, 1.5, 2, 3, 4]);
  expect(closeness({ levels, max: 4 }, 2, 2)).toBe('the same as agreed');
  expect(closeness({ levels, max: 4 }, 3, 2)).toBe('half a level milder than agreed');
  expect(closeness({ levels, max: 4 }, 1, 4)).toBe('2 levels stricter than agreed');
  expect(closeness({ levels: [], max: 40 }, 10, 20)).toBe('a level stricter than agreed');
});

test('a counted number reaches the highest level that it meets, the edge included', () => {
  const counted = [
    { points: 0, atLeast: 0 },
    { points: 3, atLeast: 50 },
    { points: 5, atLeast: 100 },
  ];
  expect([49.9, 50, 99, 100].map((value) => levelReached(value, counted).points)).toEqual([0, 3, 3, 5]);
  expect(levelReached(-1, counted)).toEqual({ level: null, points: 0 });
});

test.each<[RegExp, { points: number; atLeast?: number }[], boolean]>([
  [/at least two levels/, [{ points: 1 }], false],
  [/go up in points/, [{ points: 2 }, { points: 2 }], false],
  [/needs the number/, [{ points: 0 }, { points: 1 }], true],
  [
    /begin at rising numbers/,
    [
      { points: 1, atLeast: 5 },
      { points: 2, atLeast: 5 },
    ],
    true,
  ],
])('levels that make no sense: %s', (says, wrong, counted) => {
  expect(() => checkLevels(wrong, 'Finish', counted)).toThrow(says);
});

test('every usual rubric can be used as it is', () => {
  expect(USUAL_RUBRICS.length).toBeGreaterThan(5);
  for (const { criteria: all } of USUAL_RUBRICS)
    for (const one of all) {
      if (one.levels.length) checkLevels(one.levels, one.name, one.scorer === 'program');
      expect(one.levels.length ? one.levels.at(-1)!.points : one.max).toBe(one.max);
      expect(one.scorer === 'program').toBe(one.measure !== undefined);
    }
});
