import fc from 'fast-check';
import { CoreError } from '../shared/CoreError';
import { priorities } from '.';

const weightsOf = fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 2, maxLength: 8 });
const named = (n: number) => Array.from({ length: n }, (_, i) => `n${i}`);
const ratios = (weights: number[]) => weights.map((a) => weights.map((b) => a / b));

test('judgements that agree with weights give those weights back, fully consistent', () => {
  fc.assert(
    fc.property(weightsOf, (weights) => {
      const names = named(weights.length);
      const found = priorities({ names, matrix: ratios(weights) });
      const sum = weights.reduce((a, b) => a + b, 0);
      names.forEach((name, i) => expect(found.weights[name]).toBeCloseTo(weights[i]! / sum, 9));
      expect(found.consistencyRatio).toBeCloseTo(0, 9);
      expect(found.contradiction).toBeNull();
      expect(found.missing).toEqual([]);
    }),
  );
});

test('judgements that are missing change nothing while the others agree', () => {
  fc.assert(
    fc.property(
      weightsOf.filter((w) => w.length > 2),
      fc.nat(),
      (weights, seed) => {
        const n = weights.length;
        const names = named(n);
        // A chain from each to the next stays, so that all are connected.
        const gap = (i: number, j: number) => Math.abs(i - j) > 1 && (seed + i * j + i + j) % 2 === 0;
        const matrix = ratios(weights).map((row, i) => row.map((one, j) => (gap(i, j) ? null : one)));
        const found = priorities({ names, matrix });
        const sum = weights.reduce((a, b) => a + b, 0);
        names.forEach((name, i) => expect(found.weights[name]).toBeCloseTo(weights[i]! / sum, 6));
        expect(found.missing).toHaveLength(matrix.flat().filter((one) => one === null).length / 2);
      },
    ),
  );
});

test('names the judgement that contradicts the others most', () => {
  // a is 2 b, b is 2 c, c is 2 d; so a is 8 d, but somebody said a is a third of d.
  const third = 1 / 3;
  const found = priorities({
    names: ['a', 'b', 'c', 'd'],
    matrix: [
      [1, 2, 4, third],
      [0.5, 1, 2, 4],
      [0.25, 0.5, 1, 2],
      [3, 0.25, 0.5, 1],
    ],
  });
  expect(found.acceptable).toBe(false);
  expect(found.contradiction).toMatchObject({ a: 'a', b: 'd', given: third });
  expect(found.contradiction!.implied).toBeCloseTo(8, 9);
});

test('one name has all the weight; two are always consistent', () => {
  expect(priorities({ names: ['a'], matrix: [[1]] })).toMatchObject({
    weights: { a: 1 },
    consistencyRatio: 0,
    acceptable: true,
  });
  const two = priorities({
    names: ['a', 'b'],
    matrix: [
      [1, 9],
      [1 / 9, 1],
    ],
  });
  expect(two.weights.a).toBeCloseTo(0.9, 12);
  expect(two).toMatchObject({ consistencyIndex: 0, acceptable: true });
});

test.each<[string, string[], (number | null)[][], RegExp]>([
  ['no names', [], [], /at least one/],
  [
    'a name twice',
    ['a', 'a'],
    [
      [1, 1],
      [1, 1],
    ],
    /only once/,
  ],
  ['the wrong shape', ['a', 'b'], [[1, 2]], /2 rows/],
  [
    'not reciprocal',
    ['a', 'b'],
    [
      [1, 3],
      [0.5, 1],
    ],
    /not reciprocal/,
  ],
  [
    'a diagonal that is not 1',
    ['a', 'b'],
    [
      [2, 3],
      [1 / 3, 1],
    ],
    /not reciprocal/,
  ],
  [
    'one half of a pair',
    ['a', 'b'],
    [
      [1, 3],
      [null, 1],
    ],
    /not reciprocal/,
  ],
  [
    'beyond the scale',
    ['a', 'b'],
    [
      [1, 12],
      [1 / 12, 1],
    ],
    /scale from 1\/9 to 9/,
  ],
  [
    'negative',
    ['a', 'b'],
    [
      [1, -3],
      [-1 / 3, 1],
    ],
    /scale/,
  ],
  [
    'not a number',
    ['a', 'b'],
    [
      [1, NaN],
      [1, 1],
    ],
    /finite/,
  ],
  [
    'somebody unconnected',
    ['a', 'b', 'c'],
    [
      [1, 3, null],
      [1 / 3, 1, null],
      [null, null, 1],
    ],
    /Nothing connects c with a/,
  ],
  ['more than ten', named(11), ratios(Array.from({ length: 11 }, () => 1)), /At most 10/],
])('%s is refused', (_, names, matrix, message) => {
  expect(() => priorities({ names, matrix })).toThrow(CoreError);
  expect(() => priorities({ names, matrix })).toThrow(message);
});
