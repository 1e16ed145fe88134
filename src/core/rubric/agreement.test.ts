import fc from 'fast-check';
import { CoreError } from '../units';
import { adjust, agreement, differences, panel, type Agreement } from '.';

// Shrout and Fleiss 1979, table 2: six targets, four judges; their table 4 has the coefficients to two figures.
const SHROUT_FLEISS = [
  [9, 2, 5, 8],
  [6, 1, 3, 2],
  [8, 4, 6, 8],
  [7, 1, 2, 6],
  [10, 5, 6, 9],
  [6, 2, 4, 7],
];
// Krippendorff 2011: four observers, twelve units, with gaps.
const KRIPPENDORFF = [
  [1, 1, null, 1],
  [2, 2, 3, 2],
  [3, 3, 3, 3],
  [3, 3, 3, 3],
  [2, 2, 2, 2],
  [1, 2, 3, 4],
  [4, 4, 4, 4],
  [1, 1, 2, 1],
  [2, 2, 2, 2],
  [null, 5, 5, 5],
  [null, null, 1, 1],
  [null, null, 3, null],
];

test('the published table of Shrout and Fleiss', () => {
  const { icc, kendall, reason } = agreement({ scores: SHROUT_FLEISS });
  const two = (value: number | null) => Number(value!.toFixed(2));
  expect([icc!.icc21, icc!.icc2k, icc!.icc31, icc!.icc3k].map((one) => two(one.value))).toEqual([
    0.29, 0.62, 0.71, 0.91,
  ]);
  expect(icc!.icc21.interval!.map(two)).toEqual([0.02, 0.76]);
  expect(icc!.icc31.interval!.map(two)).toEqual([0.34, 0.95]);
  expect(kendall!.degreesOfFreedom).toBe(5);
  expect(reason).toBeNull();
});

test('the published example of Krippendorff, with gaps', () => {
  const { icc, kendall, krippendorff, reason } = agreement({ scores: KRIPPENDORFF });
  expect(krippendorff.nominal).toBeCloseTo(0.743, 3);
  expect(krippendorff.ordinal).toBeCloseTo(0.815, 3);
  expect(krippendorff.interval).toBeCloseTo(0.849, 3);
  expect([icc, kendall]).toEqual([null, null]);
  expect(reason).toMatch(/7 of 48 scores are missing/);
});

test('the mean of judges is never less reliable than one, and what judges differ by alone does no harm to consistency', () => {
  const scores = fc.array(
    fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 })),
    {
      minLength: 3,
      maxLength: 8,
    },
  );
  const worth = (found: Agreement['icc'], key: 'icc31' | 'icc3k') => found![key].value;
  fc.assert(
    fc.property(scores, fc.integer({ min: 1, max: 20 }), (rows, milder) => {
      const plain = agreement({ scores: rows }).icc;
      const shifted = agreement({ scores: rows.map(([a, b, c]) => [a, b + milder, c]) }).icc;
      const [one, mean] = [worth(plain, 'icc31'), worth(plain, 'icc3k')];
      if (one === null || mean === null) return;
      if (one > 0) expect(mean).toBeGreaterThanOrEqual(one - 1e-9);
      expect(worth(shifted, 'icc31')).toBeCloseTo(one, 9);
    }),
  );
});

test.each<[string, (number | null)[][]]>([
  ['two', [[1, 2]]],
  ['two', [[1], [2]]],
  ['length', [[1, 2], [1]]],
])('too little or crooked input says "%s"', (word, scores) => {
  expect(() => agreement({ scores })).toThrow(CoreError);
  expect(() => agreement({ scores })).toThrow(new RegExp(word, 'i'));
});

interface Given {
  team: string;
  judge: string;
  score: number;
}
const design = fc
  .array(
    fc.record({
      team: fc.constantFrom('A', 'B', 'C', 'D', 'E'),
      judge: fc.constantFrom('P', 'Q', 'R', 'S'),
      score: fc.integer({ min: 0, max: 40 }).map((n) => n / 4),
    }),
    { minLength: 1, maxLength: 25 },
  )
  .map((scores): Given[] => scores);

test('residuals add up to nothing for every team and judge, which is what least squares means; leniencies add up to 0', () => {
  fc.assert(
    fc.property(design, (scores) => {
      const found = adjust({ scores });
      if (!found.connected) {
        expect(found.teams.every((one) => one.adjusted === null)).toBe(true);
        return;
      }
      const team = new Map(found.teams.map((one) => [one.team, one.adjusted!]));
      const judge = new Map(found.judges.map((one) => [one.judge, one.leniency!]));
      const left = (one: Given) => one.score - team.get(one.team)! - judge.get(one.judge)!;
      const total = (list: Given[]) => list.reduce((sum, one) => sum + left(one), 0);
      for (const name of team.keys()) expect(total(scores.filter((one) => one.team === name))).toBeCloseTo(0, 9);
      for (const name of judge.keys()) expect(total(scores.filter((one) => one.judge === name))).toBeCloseTo(0, 9);
      expect([...judge.values()].reduce((sum, one) => sum + one, 0)).toBeCloseTo(0, 9);
    }),
  );
});

test('where everybody sees everybody the adjusted mean is the plain one, and a milder judge changes no difference', () => {
  const scores = ['A', 'B', 'C'].flatMap((team, t) =>
    ['P', 'Q'].map((judge, j) => ({ team, judge, score: 5 + t + 2 * j + (t === 1 && j === 1 ? 0.5 : 0) })),
  );
  expect(adjust({ scores }).teams.map((one) => one.change)).toEqual([0, 0, 0]);
  const some = scores.filter((one) => one.team !== 'C' || one.judge === 'P');
  const milder = some.map((one) => ({ ...one, score: one.judge === 'Q' ? one.score + 3 : one.score }));
  const apart = (given: Given[]) => {
    const [a, , c] = adjust({ scores: given }).teams;
    return c!.adjusted! - a!.adjusted!;
  };
  expect(apart(milder)).toBeCloseTo(apart(some), 9);
});

test('who judges whom: equal loads, one panel, and the same for the same seed', () => {
  const names = (word: string, n: number) => Array.from({ length: n }, (_, i) => `${word} ${i + 1}`);
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 12 }),
      fc.integer({ min: 2, max: 6 }),
      fc.integer({ min: 1, max: 6 }),
      fc.string({ minLength: 1 }),
      (teams, judges, wanted, seed) => {
        const perTeam = Math.min(wanted, judges);
        const input = { teams: names('team', teams), judges: names('judge', judges), perTeam, seed };
        const found = panel(input);
        expect(found.teams.every((one) => new Set(one.judges).size === perTeam)).toBe(true);
        expect(panel(input)).toEqual(found);
        // Enough teams to chain all judges: every team joins perTeam of them.
        const canJoin = perTeam > 1 && 1 + teams * (perTeam - 1) >= judges;
        expect(found.connected).toBe(canJoin);
        if (teams * perTeam >= 2 * judges && perTeam > 1) expect(found.load[1] - found.load[0]).toBeLessThanOrEqual(1);
      },
    ),
  );
  expect(() => panel({ teams: ['A'], judges: ['P'], perTeam: 2, seed: '1' })).toThrow(/more than the 1/);
});

test('judges talk about what is more than a level apart, the widest first; half levels and plain scales count', () => {
  const levels = [1, 2, 3, 4].map((points) => ({ points }));
  const criteria = [
    { id: 'finish', max: 4, levels },
    { id: 'talk', max: 20, levels: [] },
  ];
  const score = (judge: string, team: string, criterion: string, points: number) => ({
    judge,
    team,
    criterion,
    points,
  });
  const found = differences({
    criteria,
    scores: [
      score('P', 'Flint', 'finish', 2),
      score('Q', 'Flint', 'finish', 3),
      score('P', 'Marl', 'finish', 1.5),
      score('Q', 'Marl', 'finish', 3),
      score('P', 'Marl', 'talk', 4),
      score('Q', 'Marl', 'talk', 16),
      score('R', 'Marl', 'talk', 9),
    ],
  });
  expect(found.map(({ team, criterion, levels: apart }) => [team, criterion, apart])).toEqual([
    ['Marl', 'talk', 2.4],
    ['Marl', 'finish', 1.5],
  ]);
  expect(found[0]).toMatchObject({ low: { judge: 'P', points: 4 }, high: { judge: 'Q', points: 16 } });
});
