import fc from 'fast-check';
import { alike, datum, decide, disagreement, vote } from '.';
import { CoreError } from '../units';

const scores = fc.integer({ min: 1, max: 9 });
/** Matrices of 2 to 5 concepts under 2 to 5 criteria. */
const matrices = fc.integer({ min: 2, max: 5 }).chain((n) =>
  fc.record({
    weights: fc
      .array(fc.integer({ min: 0, max: 9 }), { minLength: n, maxLength: n })
      .filter((list) => list.some((weight) => weight > 0)),
    rows: fc.array(fc.array(scores, { minLength: n, maxLength: n }), { minLength: 2, maxLength: 5 }),
  }),
);
const given = ({ weights, rows }: { weights: number[]; rows: number[][] }) => ({
  criteria: weights.map((weight, i) => ({ id: `k${i}`, weight })),
  concepts: rows.map((row, i) => ({
    id: `c${i}`,
    scores: Object.fromEntries(row.map((score, k) => [`k${k}`, score])),
  })),
});

describe('decide', () => {
  test('at a flip the newcomer is level with the winner, and before it the winner leads', () => {
    let flips = 0;
    fc.assert(
      fc.property(matrices, (matrix) => {
        const input = given(matrix);
        const { flips: found, winner, tied } = decide(input);
        if (tied.length > 0) return;
        flips += found.length;
        for (const { criterion, weight, newWeight, newWinner } of found) {
          const at = (share: number) => {
            const rest = input.criteria.reduce((sum, one) => sum + (one.id === criterion ? 0 : one.weight), 0);
            return decide({
              ...input,
              criteria: input.criteria.map((one) => ({
                id: one.id,
                weight: one.id === criterion ? share : (one.weight / rest) * (1 - share),
              })),
            }).totals;
          };
          const total = (list: { id: string; total: number }[], id: string) => list.find((one) => one.id === id)!.total;
          const level = at(newWeight);
          expect(total(level, newWinner)).toBeCloseTo(total(level, winner), 9);
          const between = at(weight + 0.5 * (newWeight - weight));
          expect(between[0]!.total).toBeCloseTo(total(between, winner), 9);
        }
      }),
      { seed: 7, numRuns: 400 },
    );
    expect(flips).toBeGreaterThan(100);
  });

  test('only the proportions of the weights count', () => {
    fc.assert(
      fc.property(matrices, (matrix) => {
        const one = decide(given(matrix));
        const ten = decide(given({ ...matrix, weights: matrix.weights.map((weight) => weight * 10) }));
        expect(ten.winner).toBe(one.winner);
        expect(ten.flips.map(({ criterion }) => criterion)).toEqual(one.flips.map(({ criterion }) => criterion));
      }),
      { seed: 8 },
    );
  });

  test('what is level in decimals is tied, whatever binary says', () => {
    const { tied, winner } = decide({
      criteria: [
        { id: 'a', weight: 0.1 },
        { id: 'b', weight: 0.2 },
      ],
      concepts: [
        { id: 'one', scores: { a: 3, b: 0 } },
        { id: 'two', scores: { a: 1, b: 1 } },
      ],
    });
    expect([tied, winner]).toEqual([['one', 'two'], 'one']);
  });

  test('a criterion with all the weight has no flip; a missing score names both', () => {
    const concepts = [
      { id: 'A', scores: { m: 3, n: 1 } },
      { id: 'B', scores: { m: 2, n: 9 } },
    ];
    const criteria = [
      { id: 'm', weight: 1 },
      { id: 'n', weight: 0 },
    ];
    expect(decide({ criteria, concepts }).flips.map(({ criterion }) => criterion)).toEqual(['n']);
    expect(() => decide({ criteria, concepts: [{ id: 'A', scores: { m: 1 } }] })).toThrow(/A has no score for n/);
    expect(() => decide({ criteria: [{ id: 'm', weight: 0 }], concepts })).toThrow(CoreError);
    expect(() => decide({ criteria: [{ id: 'm', weight: NaN }], concepts })).toThrow(CoreError);
    expect(() => decide({ criteria: [], concepts })).toThrow(CoreError);
    expect(() => decide({ criteria, concepts: [concepts[0]!, concepts[0]!] })).toThrow(/twice/);
  });
});

describe('datum', () => {
  const criteria = [
    { id: 'mass', weight: 3 },
    { id: 'cost', weight: 1 },
  ];
  test('counts plus, minus and same, and weighs them', () => {
    const { rows } = datum({ criteria, concepts: ['D', 'X'], datum: 'D', marks: { X: { mass: 1, cost: -1 } } });
    expect(rows).toEqual([{ id: 'X', plus: 1, minus: 1, same: 0, net: 0, weightedNet: 2 }]);
  });
  test('a datum that is none of them, a missing mark, a mark of 2: throws', () => {
    expect(() => datum({ criteria, concepts: ['X'], datum: 'D', marks: {} })).toThrow(/datum D/);
    expect(() => datum({ criteria, concepts: ['D', 'X'], datum: 'D', marks: { X: { mass: 1 } } })).toThrow(
      /X has no mark for cost/,
    );
    expect(() => datum({ criteria, concepts: ['D', 'X'], datum: 'D', marks: { X: { mass: 2, cost: 0 } } })).toThrow(
      CoreError,
    );
  });
});

describe('vote', () => {
  const ballots = fc.array(fc.shuffledSubarray(['A', 'B', 'C', 'D']), { minLength: 1, maxLength: 12 });
  const candidates = ['A', 'B', 'C', 'D'];
  test('Borda gives out the same number of points on every ballot, contests are won or drawn once each', () => {
    fc.assert(
      fc.property(ballots, (list) => {
        const sum = (order: { points: number }[]) => order.reduce((total, { points }) => total + points, 0);
        expect(sum(vote({ ballots: list, method: 'borda', candidates }).order)).toBeCloseTo(6 * list.length, 9);
        expect(sum(vote({ ballots: list, method: 'condorcet', candidates }).order)).toBeCloseTo(6, 9);
      }),
      { seed: 5 },
    );
  });
  test('the pairwise winner beats each other one on more ballots than not', () => {
    fc.assert(
      fc.property(ballots, (list) => {
        const { winner } = vote({ ballots: list, method: 'condorcet', candidates });
        const beats = (a: string, b: string) => {
          const place = (ballot: string[], id: string) => (ballot.includes(id) ? ballot.indexOf(id) : 9);
          const lead = list.reduce((sum, ballot) => sum + Math.sign(place(ballot, b) - place(ballot, a)), 0);
          return lead > 0;
        };
        const expected = candidates.find((a) => candidates.every((b) => a === b || beats(a, b))) ?? null;
        expect(winner).toBe(expected);
      }),
      { seed: 6 },
    );
  });
  test('a circle has no pairwise winner; a tie at the top has none either; an empty ballot counts for nobody', () => {
    const circle = [
      ['A', 'B', 'C'],
      ['B', 'C', 'A'],
      ['C', 'A', 'B'],
    ];
    expect(vote({ ballots: circle, method: 'condorcet' }).winner).toBeNull();
    expect(vote({ ballots: [['A'], ['B']], method: 'approval' })).toEqual({
      order: [
        { id: 'A', points: 1 },
        { id: 'B', points: 1 },
      ],
      winner: null,
    });
    expect(vote({ ballots: [[], ['B']], method: 'borda', candidates: ['A', 'B', 'C'] }).order).toEqual([
      { id: 'B', points: 3 },
      { id: 'A', points: 1.5 },
      { id: 'C', points: 1.5 },
    ]);
  });
  test('a name twice, a stranger, no ballots, another method: throws', () => {
    expect(() => vote({ ballots: [['A', 'A']], method: 'borda' })).toThrow(/twice/);
    expect(() => vote({ ballots: [['Z']], method: 'borda', candidates })).toThrow(/no candidate/);
    expect(() => vote({ ballots: [], method: 'borda' })).toThrow(CoreError);
    expect(() => vote({ ballots: [['A']], method: 'dice' as never })).toThrow(/approval, borda, condorcet/);
  });
});

test('where raters differ most is marked, but never a spread below the least', () => {
  const rate = (criterion: string, ...list: number[]) =>
    list.map((score, i) => ({ rater: `r${i}`, concept: 'X', criterion, score }));
  const { cells } = disagreement({
    ratings: [...rate('a', 1, 5), ...rate('b', 2, 4), ...rate('c', 3, 3), ...rate('d', 3, 4)],
  });
  expect(cells.filter(({ contested }) => contested).map(({ criterion }) => criterion)).toEqual(['a']);
  expect(cells[0]).toEqual({ concept: 'X', criterion: 'a', mean: 3, spread: 4, n: 2, contested: true });
  expect(disagreement({ ratings: rate('a', 3, 4) }).cells[0]!.contested).toBe(false);
  expect(() => disagreement({ ratings: [...rate('a', 1), ...rate('a', 2)] })).toThrow(/twice/);
});

test('ideas of the same words and the same requirements are put together, and a third connects two', () => {
  const { groups } = alike({
    ideas: [
      { id: 'a', steps: 'A keel keeps the tray upright, two wheels run on the cable', answers: ['R-01', 'R-05'] },
      { id: 'b', steps: 'The sail opens and slows it down', answers: ['R-07'] },
      { id: 'c', steps: 'Two wheels run on the cable, the keel keeps a tray upright', answers: ['R-01', 'R-05'] },
    ],
  });
  expect(groups).toEqual([
    { ids: ['a', 'c'], likeness: 1 },
    { ids: ['b'], likeness: 1 },
  ]);
});
