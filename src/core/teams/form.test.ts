import fc from 'fast-check';
import { CoreError } from '../units';
import { assess, form, formSteps, type Forming, type FormInput } from '.';
import { largeClass, randomTeams } from '../../../tests/bench/largeClass';

/** Every way to divide a list into sets. */
function* partitions(ids: string[]): Generator<string[][]> {
  const [first, ...rest] = ids;
  if (first === undefined) return void (yield []);
  for (const smaller of partitions(rest)) {
    yield [[first], ...smaller];
    for (let i = 0; i < smaller.length; i++) yield smaller.map((team, at) => (at === i ? [first, ...team] : team));
  }
}

/** The cost as the contract says it, worked out plainly. */
function costOf({ students, rolesNeeded = [], weights = {} }: Forming, teams: string[][]): number {
  const student = new Map(students.map((one) => [one.id, one]));
  let [concept, wants, roles] = [0, 0, 0];
  for (const team of teams) {
    const concepts = team.flatMap((id) => student.get(id)!.concept ?? []);
    const counts = concepts.map((one) => concepts.filter((other) => other === one).length);
    concept += concepts.length - Math.max(0, ...counts);
    for (const id of team) wants += (student.get(id)!.wants ?? []).filter((one) => !team.includes(one)).length;
    roles += rolesNeeded.filter((role) => !team.some((id) => student.get(id)!.roles?.includes(role))).length;
  }
  return (weights.concept ?? 1) * concept + (weights.wants ?? 1) * wants + (weights.roles ?? 1) * roles;
}

const keeps = ({ sizes, keepApart = [], keepTogether = [] }: Forming, teams: string[][]) =>
  teams.every((team) => team.length >= sizes.min && team.length <= sizes.max) &&
  keepApart.every(([a, b]) => !teams.some((team) => team.includes(a) && team.includes(b))) &&
  keepTogether.every(([a, b]) => teams.some((team) => team.includes(a) && team.includes(b)));

/** Instances of up to `most` students. */
const instances = (most: number) =>
  fc.integer({ min: 1, max: most }).chain((n) => {
    const ids = Array.from({ length: n }, (_, i) => `s${i}`);
    const id = fc.constantFrom(...ids);
    const pairs =
      n > 1
        ? fc.array(
            fc.tuple(id, id).filter(([a, b]) => a !== b),
            { maxLength: Math.min(2, n - 1) },
          )
        : fc.constant([]);
    return fc.record({
      students: fc.tuple(
        ...ids.map((own) =>
          fc.record(
            {
              id: fc.constant(own),
              concept: fc.constantFrom('sled', 'twin', 'cradle'),
              wants: fc.subarray(
                ids.filter((one) => one !== own),
                { maxLength: Math.min(2, n - 1) },
              ),
              roles: fc.subarray(['maker', 'manager']),
            },
            { requiredKeys: ['id'] },
          ),
        ),
      ),
      sizes: fc
        .tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 0, max: 2 }))
        .map(([min, more]) => ({ min, max: min + more })),
      keepApart: pairs,
      keepTogether: pairs,
      rolesNeeded: fc.subarray(['maker', 'manager']),
      weights: fc.record({
        concept: fc.integer({ min: 0, max: 3 }),
        wants: fc.integer({ min: 0, max: 3 }),
        roles: fc.integer({ min: 0, max: 3 }),
      }),
      seed: fc.constant('1'),
    });
  });

describe('form', () => {
  test('up to 9 students it costs what the best of all arrangements costs, and says when there is none', () => {
    let [solved, impossible] = [0, 0];
    fc.assert(
      fc.property(instances(9), (raw) => {
        const input = raw as unknown as FormInput;
        let best = Infinity;
        for (const teams of partitions(input.students.map(({ id }) => id)))
          if (keeps(input, teams)) best = Math.min(best, costOf(input, teams));
        if (best === Infinity) {
          impossible++;
          expect(() => form(input)).toThrow(CoreError);
          return;
        }
        solved++;
        const found = form(input);
        expect(found.cost).toBeCloseTo(best, 9);
        expect(keeps(input, found.teams)).toBe(true);
        expect(costOf(input, found.teams)).toBeCloseTo(found.cost, 9);
        expect(found.teams.flat().sort()).toEqual(input.students.map(({ id }) => id).sort());
      }),
      { seed: 11, numRuns: 60 },
    );
    expect(solved).toBeGreaterThan(15);
    expect(impossible).toBeGreaterThan(5);
  });

  test('each unmet wish is named, and what is unmet adds up to the cost', () => {
    fc.assert(
      fc.property(instances(8), (raw) => {
        const input = { ...raw, weights: {}, keepApart: [], keepTogether: [] } as unknown as FormInput;
        let found;
        try {
          found = form(input);
        } catch (error) {
          if (error instanceof CoreError) return;
          throw error;
        }
        expect(found.unmet).toHaveLength(found.cost);
        expect(assess({ ...input, teams: found.teams })).toEqual({ ...found, broken: [] });
      }),
      { seed: 12, numRuns: 80 },
    );
  });

  test('120 students in threes with wishes and 20 pairs apart: no rule broken, never worse than the best of 1,000 random ones', () => {
    const input = largeClass();
    const random = randomTeams(input, 1000);
    expect(random.every((teams) => keeps(input, teams))).toBe(true);
    const best = Math.min(...random.map((teams) => costOf(input, teams)));
    const steps = formSteps(input);
    const reports: number[] = [];
    let last = steps.next();
    for (; !last.done; last = steps.next()) reports.push(last.value.done / last.value.of);
    const found = last.value;
    expect(reports.length).toBeGreaterThan(20);
    expect([...reports].sort((a, b) => a - b)).toEqual(reports);
    expect(keeps(input, found.teams)).toBe(true);
    expect(costOf(input, found.teams)).toBe(found.cost);
    expect(found.cost).toBeLessThanOrEqual(best);
    expect(form(input)).toEqual(found); // the same seed, the same answer
    const further = form({ ...input, seed: '2', start: found.teams, budgetSteps: 20_000 });
    expect(further.cost).toBeLessThanOrEqual(found.cost);
  });

  const six = ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => ({ id }));
  const refused: [string, Partial<FormInput>, RegExp][] = [
    ['7 students in teams of exactly 2', { students: [...six, { id: 'g' }] }, /size/i],
    [
      'kept apart and together',
      {
        keepApart: [['a', 'c']],
        keepTogether: [
          ['a', 'b'],
          ['b', 'c'],
        ],
        sizes: { min: 3, max: 3 },
      },
      /keep apart and keep together/i,
    ],
    [
      'three kept together in teams of 2',
      {
        keepTogether: [
          ['a', 'b'],
          ['b', 'c'],
        ],
      },
      /keep together/i,
    ],
    [
      'four all apart in three teams',
      {
        keepApart: [
          ['a', 'b'],
          ['a', 'c'],
          ['a', 'd'],
          ['b', 'c'],
          ['b', 'd'],
          ['c', 'd'],
        ],
      },
      /keep apart/i,
    ],
    ['a wish for oneself', { students: [{ id: 'a', wants: ['a'] }, { id: 'b' }] }, /a wishes for a/],
    ['a wish for a stranger', { students: [{ id: 'a', wants: ['z'] }, { id: 'b' }] }, /z is not among/],
    ['a student twice', { students: [{ id: 'a' }, { id: 'a' }] }, /a appears twice/],
    ['a pair of one', { keepApart: [['a', 'a']] }, /two people/],
    ['reversed sizes', { sizes: { min: 3, max: 2 } }, /size/i],
    ['a negative weight', { weights: { wants: -1 } }, /negative/],
    ['nobody', { students: [] }, /at least one/],
    ['no seed', { seed: '' }, /seed/],
  ];
  test.each(refused)('%s: throws, naming it', (_name, change, message) => {
    const input = { students: six, sizes: { min: 2, max: 2 }, seed: '1', ...change };
    expect(() => form(input)).toThrow(message);
    expect(() => form(input)).toThrow(CoreError);
  });

  test('sizes that blocks can’t fill are refused, naming the rule', () => {
    const students = ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => ({ id }));
    const keepTogether: [string, string][] = [
      ['a', 'b'],
      ['c', 'd'],
      ['e', 'f'],
    ];
    expect(() => form({ students, sizes: { min: 3, max: 3 }, keepTogether, seed: '1' })).toThrow(/keep together/i);
  });
});

test('an arrangement by hand says which rules it breaks', () => {
  const { broken, cost } = assess({
    students: [{ id: 'a', wants: ['b'] }, { id: 'b' }, { id: 'c' }],
    sizes: { min: 1, max: 2 },
    keepApart: [['a', 'c']],
    keepTogether: [['a', 'b']],
    teams: [['a', 'c'], ['b']],
  });
  expect(cost).toBe(1);
  expect(broken).toEqual([
    { rule: 'keep apart', ids: ['a', 'c'] },
    { rule: 'keep together', ids: ['a', 'b'] },
  ]);
  expect(() => assess({ students: [{ id: 'a' }], sizes: { min: 1, max: 1 }, teams: [] })).toThrow(/in no team/);
});
