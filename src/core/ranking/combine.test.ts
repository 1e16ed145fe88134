import fc from 'fast-check';
import { CoreError } from '../units';
import { combine, type Component } from '.';

const part = (name: string, scores: Component['scores'], more: Partial<Component> = {}): Component => ({
  name,
  weight: 1,
  as: 'points',
  scores,
  ...more,
});
const order = (input: Parameters<typeof combine>[0]) =>
  combine(input).table.map((row) => `${row.place} ${row.team} ${Number(row.total.toFixed(6))}`);

describe('kinds', () => {
  test('an announced total of 400 stays 400 without normalising', () => {
    const components = ['a', 'b', 'c', 'd'].map((name) => part(name, { Flint: 100, Marl: 50 }));
    expect(order({ normalise: false, components })).toEqual(['1 Flint 400', '2 Marl 200']);
    expect(order({ components })).toEqual(['1 Flint 100', '2 Marl 50']);
  });

  test('weights are normalised, and the parts say what each adds', () => {
    const components = [part('time', { A: 80, B: 60 }, { weight: 3 }), part('talk', { A: 40, B: 90 }, { weight: 1 })];
    const { table } = combine({ components });
    expect(table.map((row) => [row.team, row.total])).toEqual([
      ['A', 70],
      ['B', 67.5],
    ]);
    expect(table[0]!.parts).toEqual({ time: 60, talk: 10 });
  });

  test('percent of the most, and of the best in either direction', () => {
    expect(order({ components: [part('x', { A: 15, B: 30 }, { as: 'percent-of-max', max: 60 })] })).toEqual([
      '1 B 50',
      '2 A 25',
    ]);
    expect(order({ components: [part('x', { A: 8, B: 10 }, { as: 'percent-of-best' })] })).toEqual([
      '1 B 100',
      '2 A 80',
    ]);
    expect(order({ components: [part('x', { A: 8, B: 10 }, { as: 'percent-of-best', better: 'lower' })] })).toEqual([
      '1 A 100',
      '2 B 80',
    ]);
    expect(order({ components: [part('x', { A: 0, B: 0 }, { as: 'percent-of-best' })] })).toEqual([
      '1 A 100',
      '1 B 100',
    ]);
  });

  test('the lowest sum of places wins, ties sharing the better place', () => {
    const components = [
      part('x', { A: 9, B: 9, C: 1 }, { as: 'place-sum' }),
      part('y', { A: 2, B: 1, C: 3 }, { as: 'place-sum', better: 'lower' }),
    ];
    expect(order({ normalise: false, components })).toEqual(['1 B 2', '2 A 3', '3 C 6']);
    expect(order({ components })).toEqual(['1 B 1', '2 A 1.5', '3 C 3']);
  });

  test('z-scores, with the sign turned where lower is better', () => {
    const z = (better: 'higher' | 'lower') =>
      combine({ components: [part('x', { A: 1, B: 2, C: 3 }, { as: 'z-score', better })] }).table;
    expect(z('higher').map((row) => [row.team, row.total])).toEqual([
      ['C', 1],
      ['B', 0],
      ['A', -1],
    ]);
    expect(z('lower').map((row) => row.team)).toEqual(['A', 'B', 'C']);
    expect(
      combine({ components: [part('x', { A: 4, B: 4 }, { as: 'z-score' })] }).table.map((row) => row.total),
    ).toEqual([0, 0]);
  });
});

describe('missing scores', () => {
  test('add nothing', () => {
    expect(order({ components: [part('x', { A: 4, B: null })] })).toEqual(['1 A 4', '2 B 0']);
    expect(order({ components: [part('x', { A: 4 }), part('y', { B: 2 })] })).toEqual(['1 A 2', '2 B 1']);
  });
  test('are the last place and the lowest z present', () => {
    expect(order({ components: [part('x', { A: 4, B: null, C: 9 }, { as: 'place-sum' })] })).toEqual([
      '1 C 1',
      '2 A 2',
      '3 B 3',
    ]);
    const { table } = combine({ components: [part('x', { A: 1, B: 2, C: 3, D: null }, { as: 'z-score' })] });
    expect(table.filter((row) => row.total === -1).map((row) => row.team)).toEqual(['A', 'D']);
  });
});

describe('ties', () => {
  const components = [part('time', { A: 50, B: 60, C: 10 }), part('talk', { A: 60, B: 50, C: 10 })];
  test('are shared when no component is named', () => {
    expect(order({ components })).toEqual(['1 A 55', '1 B 55', '3 C 10']);
  });
  test('are broken by the named components in turn', () => {
    expect(order({ components, ties: ['talk'] })).toEqual(['1 A 55', '2 B 55', '3 C 10']);
    expect(order({ components, ties: ['time', 'talk'] })[0]).toBe('1 B 55');
  });
  test('0.1 + 0.2 ties with 0.3', () => {
    const tenths = [part('x', { A: 0.1, B: 0.3 }), part('y', { A: 0.2, B: 0 })];
    expect(order({ normalise: false, components: tenths })).toEqual(['1 A 0.3', '1 B 0.3']);
  });
});

describe('properties', () => {
  const teams = ['A', 'B', 'C', 'D', 'E'];
  const scores = fc
    .tuple(...teams.map(() => fc.option(fc.integer({ min: 0, max: 100 }), { freq: 6 })))
    .map((values) => Object.fromEntries(teams.map((team, i) => [team, values[i] ?? null])));
  const field = fc.array(fc.record({ scores, weight: fc.integer({ min: 1, max: 9 }) }), { minLength: 1, maxLength: 4 });
  const kinds = fc.constantFrom<Component['as']>('points', 'percent-of-max', 'percent-of-best', 'z-score', 'place-sum');
  const build = (as: Component['as'], parts: { scores: Component['scores']; weight: number }[]) =>
    parts.map((one, i) => part(`c${i}`, one.scores, { weight: one.weight, as, max: 100 }));

  test('sums of places that are equal on paper are, whatever the weights come to', () => {
    const places = [
      part('x', { A: null, B: 0, C: null, D: null, E: null }, { as: 'place-sum', weight: 8 }),
      part('y', { A: null, B: 0, C: 2, D: null, E: 1 }, { as: 'place-sum', weight: 2 }),
      part('z', { A: 2, B: 0, C: 1, D: null, E: 1 }, { as: 'place-sum', weight: 3 }),
    ];
    const placesOf = (components: Component[]) =>
      Object.fromEntries(combine({ components }).table.map((row) => [row.team, row.place]));
    expect(placesOf(places)).toEqual(placesOf([...places].reverse()));
  });

  test('the order of components and of teams never matters', () => {
    fc.assert(
      fc.property(kinds, field, (as, parts) => {
        const straight = combine({ components: build(as, parts) }).table;
        const turned = combine({
          components: build(as, parts)
            .map((c) => ({ ...c, scores: Object.fromEntries(Object.entries(c.scores).reverse()) }))
            .reverse(),
        }).table;
        const place = (table: typeof straight) => Object.fromEntries(table.map((row) => [row.team, row.place]));
        expect(place(turned)).toEqual(place(straight));
      }),
    );
  });

  test('a better score never lowers a place', () => {
    const steady = fc.constantFrom<Component['as']>('points', 'percent-of-max', 'place-sum');
    fc.assert(
      fc.property(
        steady,
        field,
        fc.constantFrom(...teams),
        fc.integer({ min: 1, max: 50 }),
        (as, parts, team, gain) => {
          const place = (list: typeof parts) =>
            combine({ components: build(as, list) }).table.find((row) => row.team === team)!.place;
          const more = parts.map((one) => ({
            ...one,
            scores: { ...one.scores, [team]: one.scores[team] === null ? null : one.scores[team]! + gain },
          }));
          expect(place(more)).toBeLessThanOrEqual(place(parts));
        },
      ),
    );
  });

  test('the parts add up to the total, and percentages stay between 0 and 100', () => {
    fc.assert(
      fc.property(fc.constantFrom<Component['as']>('percent-of-max', 'percent-of-best'), field, (as, parts) => {
        for (const row of combine({ components: build(as, parts) }).table) {
          const added = Object.values(row.parts).reduce((sum, x) => sum + x, 0);
          expect(added).toBeCloseTo(row.total, 9);
          expect(row.total).toBeGreaterThanOrEqual(-1e-9);
          expect(row.total).toBeLessThanOrEqual(100 + 1e-9);
        }
      }),
    );
  });
});

test.each<[string, unknown]>([
  ['no component', { components: [] }],
  ['a name twice', { components: [part('x', { A: 1 }), part('x', { A: 1 })] }],
  ['a negative weight', { components: [part('x', { A: 1 }, { weight: -1 })] }],
  ['weights that are all 0', { components: [part('x', { A: 1 }, { weight: 0 })] }],
  ['places mixed with points', { components: [part('x', { A: 1 }), part('y', { A: 1 }, { as: 'place-sum' })] }],
  ['a missing most', { components: [part('x', { A: 1 }, { as: 'percent-of-max' })] }],
  ['negative scores of the best', { components: [part('x', { A: -1, B: 2 }, { as: 'percent-of-best' })] }],
  ['a score that is not finite', { components: [part('x', { A: NaN })] }],
  ['an unknown tie component', { components: [part('x', { A: 1 })], ties: ['y'] }],
  ['an unknown kind', { components: [part('x', { A: 1 }, { as: 'luck' as never })] }],
])('%s throws', (_name, input) => {
  expect(() => combine(input as Parameters<typeof combine>[0])).toThrow(CoreError);
});
