import fc from 'fast-check';
import { CoreError } from '../units';
import { componentStatistics, grade, gradeByRule, peerFactor, sectionGaps, type GradeInput } from '.';

const one = (score: number | null, max = 10, more: object = {}) => ({ score, max, ...more });

/** The same arithmetic once more, straight along the contract and in binary. */
function again({ components, late, factor, cap, floor }: GradeInput) {
  const parts = components.map((part) => {
    const left = part.scores.filter((score) => !score.excused);
    if (left.length === 0) return null;
    const percents = left.map(({ score, max, daysLate }) => {
      const off = late
        ? Math.min(late.maximum ?? Infinity, late.perDay * Math.max(0, (daysLate ?? 0) - (late.graceDays ?? 0)))
        : 0;
      return Math.max(0, (100 * (score ?? 0)) / max - off);
    });
    const kept = [...percents].sort((a, b) => a - b).slice(Math.min(part.dropLowest ?? 0, percents.length - 1));
    let mean = kept.reduce((sum, value) => sum + value, 0) / kept.length;
    if (part.usesFactor) mean *= factor!;
    if (left.some(({ score }) => score !== null)) mean = Math.max(mean, part.floor ?? -Infinity);
    return Math.min(mean, part.cap ?? Infinity);
  });
  const whole = components.reduce((sum, part, i) => sum + (parts[i] === null ? 0 : part.weight), 0);
  if (whole === 0) return null;
  let total = components.reduce((sum, part, i) => sum + ((parts[i] ?? 0) * part.weight) / whole, 0);
  if (components.some((part) => part.scores.some((score) => !score.excused && score.score !== null)))
    total = Math.max(total, floor ?? -Infinity);
  return Math.min(total, cap ?? Infinity);
}

test('a second way to the same total, over made-up classes', () => {
  const score = fc.record({
    score: fc.option(fc.integer({ min: 0, max: 12 })),
    max: fc.integer({ min: 1, max: 12 }),
    daysLate: fc.integer({ min: 0, max: 5 }),
    excused: fc.boolean(),
  });
  const part = fc.record({
    id: fc.uuid(),
    weight: fc.integer({ min: 0, max: 9 }),
    scores: fc.array(score, { maxLength: 5 }),
    dropLowest: fc.integer({ min: 0, max: 3 }),
    usesFactor: fc.boolean(),
    cap: fc.option(fc.integer({ min: 60, max: 110 })),
    floor: fc.option(fc.integer({ min: 0, max: 60 })),
  });
  fc.assert(
    fc.property(
      fc.array(part, { minLength: 1, maxLength: 5 }),
      fc.option(fc.record({ perDay: fc.integer({ min: 0, max: 20 }), graceDays: fc.integer({ min: 0, max: 2 }) })),
      fc.integer({ min: 8, max: 12 }),
      (components, late, tenths) => {
        fc.pre(components.some(({ weight }) => weight > 0));
        const input: GradeInput = { components, late, factor: tenths / 10, cap: 100 };
        const [found, expected] = [grade(input), again(input)];
        if (expected === null) expect(found.total).toBeNull();
        else expect(found.total).toBeCloseTo(expected, 9);
        expect(found.because).toHaveLength(components.length + 1);
      },
    ),
  );
});

test.each([
  ['half-up', 72.5, 73],
  ['half-even', 72.5, 72],
  ['half-even', 73.5, 74],
  ['up', 72.1, 73],
  ['up', 72, 72],
  ['down', 72.9, 72],
  ['half-up', 72.4999999999, 73],
] as const)('rounding %s takes %d to %d', (mode, score, rounded) => {
  const found = grade({
    components: [{ id: 'Talk', weight: 1, scores: [one(score, 100)] }],
    rounding: { step: 1, mode },
  });
  expect(found.rounded).toBe(rounded);
});

test('of equal lowest scores the later is dropped; a bonus stays; what nobody handed in has no floor', () => {
  const { components } = grade({
    components: [
      { id: 'a', weight: 1, scores: [one(5), one(9), one(5), one(5)], dropLowest: 2 },
      { id: 'b', weight: 1, scores: [one(12)] },
      { id: 'c', weight: 1, scores: [one(null)], floor: 50 },
    ],
  });
  expect(components.map(({ percent }) => percent)).toEqual([70, 120, 0]);
  expect(components[0]!.dropped).toEqual([2, 3]);
});

test('the sentences tell what was done', () => {
  const { because } = grade({
    components: [
      { id: 'Notebook', weight: 3, scores: [one(8), one(6, 10, { daysLate: 2 }), one(9)], dropLowest: 1 },
      { id: 'Build', weight: 1, scores: [one(6)], usesFactor: true, cap: 65 },
      { id: 'Talk', weight: 1, scores: [one(1, 10, { excused: true })] },
    ],
    late: { perDay: 5, graceDays: 1 },
    factor: 1.1,
    bands: [{ atLeast: 70, grade: 'B' }],
  });
  expect(because).toEqual([
    'Notebook: 85 % as the mean of 80, 90, 5 points off for being late, the lowest one dropped × weight 0.75 = 63.75.',
    'Build: 65 %, times the member’s factor 1.1, held at 65 × weight 0.25 = 16.25.',
    'Talk: nothing counts here, so it has no weight.',
    'Total: 63.75 + 16.25 = 80, rounded to 80: B.',
  ]);
});

const part = (more: object) => ({ components: [{ id: 'a', weight: 1, scores: [one(1)], ...more }] }) as GradeInput;
test.each<[string, GradeInput]>([
  ['max', part({ scores: [one(1, 0)] })],
  ['weight', part({ weight: 0 })],
  ['weight', part({ weight: -1 })],
  ['negative', part({ scores: [one(-1)] })],
  ['floor', part({ floor: 60, cap: 50 })],
  ['late', { ...part({}), late: { perDay: -1 } }],
  ['late', part({ scores: [one(1, 10, { daysLate: -1 })] })],
  ['drop', part({ dropLowest: 0.5 })],
  ['step', { ...part({}), rounding: { step: 0, mode: 'up' } }],
  ['factor', part({ usesFactor: true })],
  ['factor', { ...part({}), factor: -0.1 }],
  ['finite', part({ scores: [one(NaN)] })],
])('misuse says "%s"', (word, input) => {
  expect(() => grade(input)).toThrow(CoreError);
  expect(() => grade(input)).toThrow(new RegExp(word, 'i'));
});

test('where everybody rates everybody the factors before bounds add up to the number of members', () => {
  const values = fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 12, maxLength: 12 });
  const members = ['Ana', 'Ben', 'Cy', 'Dee'];
  const pairs = members.flatMap((from) => members.filter((to) => to !== from).map((to) => ({ from, to })));
  fc.assert(
    fc.property(values, (given) => {
      const { factors } = peerFactor({ members, ratings: pairs.map((pair, i) => ({ ...pair, value: given[i]! })) });
      expect(factors.reduce((sum, { unbounded }) => sum + unbounded, 0)).toBeCloseTo(4, 9);
      expect(factors.every(({ factor }) => factor >= 0.8 && factor <= 1.2)).toBe(true);
    }),
  );
});

test('a mild rater and a strict one weigh the same; oneself never counts; nobody answered: every factor is 1', () => {
  const rate = (from: string, to: string, value: number) => ({ from, to, value });
  const members = ['Ana', 'Ben', 'Cy'];
  const ratings = [
    rate('Ana', 'Ben', 5),
    rate('Ana', 'Cy', 5),
    rate('Ben', 'Ana', 1),
    rate('Ben', 'Cy', 1),
    rate('Cy', 'Cy', 5),
  ];
  const found = peerFactor({ members, ratings });
  expect(found.factors.map(({ unbounded }) => unbounded)).toEqual([1, 1, 1]);
  expect(found.factors[2]).toMatchObject({ selfGiven: true, raters: 2 });
  expect(found.warnings.map(({ kind, members: of }) => [kind, ...of])).toEqual([
    ['no-answer', 'Cy'],
    ['few', 'Ana'],
    ['few', 'Ben'],
  ]);
  expect(peerFactor({ members, ratings: [] }).factors.map(({ factor }) => factor)).toEqual([1, 1, 1]);
});

test('a component in which everybody is alike, one that runs against the rest, and sections that lie apart', () => {
  const students = [60, 70, 80, 90].map((x, i) => ({
    talk: x,
    build: x + (i % 2),
    quiz: 150 - x,
    tidy: 80 + (i % 2) / 10,
  }));
  const says = componentStatistics({ components: ['talk', 'build', 'quiz', 'tidy'], students }).map(
    ({ id, says: word }) => [id, word],
  );
  expect(Object.fromEntries(says)).toMatchObject({ build: null, quiz: 'against-the-rest', tidy: 'all-alike' });
  const [gap] = sectionGaps({
    sections: [
      { id: '2', totals: [60, 61, 62, 63] },
      { id: '5', totals: [80, 81, 82, 83] },
      { id: '7', totals: [70] },
    ],
  });
  expect(gap).toMatchObject({ a: '2', b: '5', difference: 20, apart: true });
});

test('an event’s value becomes percent by a line, by steps from a target, and against the best of these', () => {
  const values = [
    { name: 'Flint', value: 8 },
    { name: 'Marl', value: 10 },
  ];
  const line = gradeByRule({
    rule: { better: 'lower', points: { kind: 'linear', from: [12, 40], to: [7, 100] } },
    values,
  });
  expect(line.map(({ percent }) => percent)).toEqual([88, 64]);
  const best = gradeByRule({ rule: { better: 'lower', points: { kind: 'relative', to: 'best', max: 100 } }, values });
  expect(best.map(({ percent }) => percent)).toEqual([100, 80]);
  expect(gradeByRule({ rule: { better: 'lower', points: { kind: 'value' } }, values: [] })).toEqual([]);
});
