import type { Iteration } from '@/areas/builds';
import { boardOf, lackBy } from './board';
import type { Protocol } from './protocols';
import type { RunGroup } from '@/areas/bench/read/run';

const protocol = { quantityId: 'q', unit: 's', currentVersion: 1 } as Protocol;
const iteration = (teamId: string, number: number) => ({ id: `${teamId} ${number}`, teamId, number }) as Iteration;
const iterations = [
  ...[1, 2, 3].map((number) => iteration('Flint', number)),
  iteration('Marl', 1),
  iteration('Slate', 1),
];
const group = (iterationId: string, day: number, values: number[]): RunGroup => ({
  ...{ quantityId: 'q', iterationId, protocolVersion: 1, unit: 's', instrumentUnit: 's', resolution: 0, accuracy: 0 },
  ...{
    settings: {},
    newest: new Date(Date.UTC(2026, 9, day)),
    ids: values.map((_, i) => `${iterationId} ${i}`),
    values,
  },
});
const runs = [
  group('Flint 1', 5, [9, 9.2]),
  group('Flint 2', 12, [7, 9.8]),
  group('Flint 3', 19, [8.6, 8.8]),
  group('Marl 1', 6, [8]),
];
const board = (lack: Parameters<typeof boardOf>[4]) =>
  boardOf(protocol, iterations, runs, ['Flint', 'Marl', 'Slate'], lack).map(({ best, steps }) => ({
    best: best && `${best.number}: ${best.mean}`,
    steps: steps.map(({ number }) => number),
  }));

test('the best mean stands for its team, not the best single run; each step was the best so far', () => {
  expect(board(lackBy('lower', [], 's'))).toEqual([
    { best: '2: 8.4', steps: [1, 2] },
    { best: '1: 8', steps: [1] },
    { best: null, steps: [] },
  ]);
  expect(board(lackBy('higher', [], 's'))[0]).toEqual({ best: '1: 9.1', steps: [1] });
});

test('by a target the nearest mean, in whatever unit it is asked; without any word on what is good the newest', () => {
  const target = { kind: 'target' as const, value: 8700, unit: 'ms' };
  expect(board(lackBy(null, [target], 's'))[0]).toEqual({ best: '3: 8.7', steps: [1, 2, 3] });
  expect(lackBy(null, [target, target], 's')).toBeNull();
  expect(board(lackBy(null, [], 's'))[0]!.best).toBe('3: 8.7');
});

test('one run has no interval', () => {
  const [, marl] = boardOf(protocol, iterations, runs, ['Flint', 'Marl'], null);
  expect(marl!.best).toMatchObject({ interval: null, outlier: null });
});
