import fc from 'fast-check';
import { CoreError } from '../shared/CoreError';
import { budget, checkList, conflicts, duplicates, judge, wording, type Checked, type Limit } from '.';

const value = fc.integer({ min: -500, max: 500 }).map((n) => n / 10);
const limit: fc.Arbitrary<Limit> = fc.oneof(
  fc.record({ kind: fc.constant('max' as const), value, unit: fc.constantFrom('g', 'kg') }),
  fc.record({ kind: fc.constant('min' as const), value, unit: fc.constantFrom('g', 'kg') }),
  fc
    .tuple(value, value)
    .map(([a, b]) => ({ kind: 'range' as const, low: Math.min(a, b), high: Math.max(a, b), unit: 'g' })),
  fc.record({
    kind: fc.constant('target' as const),
    value,
    tolerance: value.map(Math.abs),
    unit: fc.constantFrom('g', 'kg'),
  }),
);

describe('conflicts', () => {
  const of = (...limits: Limit[]) =>
    conflicts({ requirements: limits.map((one, i) => ({ code: `R-0${i + 1}`, parameter: 'mass', limit: one })) })
      .conflicts;

  test('two limits conflict exactly when no value meets both', () => {
    fc.assert(
      fc.property(limit, limit, (a, b) => {
        // Any value that both allow can be moved to an end of one of them, so the ends decide.
        const ends = [a, b].flatMap((one) => {
          if (one.kind === 'yes') return [];
          const { unit } = one;
          if (one.kind === 'range')
            return [
              { value: one.low, unit },
              { value: one.high, unit },
            ];
          if (one.kind !== 'target') return [{ value: one.value, unit }];
          const at = (sign: number) => Number((one.value + sign * one.tolerance).toFixed(6));
          return [
            { value: at(-1), unit },
            { value: at(1), unit },
          ];
        });
        const meets = (measured: { value: number; unit: string }) =>
          [a, b].every((one) => judge({ limit: one, measured, decision: 'simple' }).verdict === 'conforms');
        expect(of(a, b).length === 0).toBe(ends.some(meets));
      }),
      { numRuns: 500 },
    );
  });

  test('the order of two limits does not matter, and the reason names both', () => {
    const [found] = of({ kind: 'max', value: 0.9, unit: 'kg' }, { kind: 'min', value: 950, unit: 'g' });
    expect(found).toEqual({
      a: 'R-01',
      b: 'R-02',
      reason: 'R-01 asks for at most 0.9 kg, R-02 for at least 950 g: no value is both.',
    });
    expect(of({ kind: 'min', value: 950, unit: 'g' }, { kind: 'max', value: 0.9, unit: 'kg' })).toHaveLength(1);
  });

  test('limits that touch do not conflict, also where binary would part them', () => {
    expect(
      of({ kind: 'target', value: 1, tolerance: 0.02, unit: 'm' }, { kind: 'max', value: 98, unit: 'cm' }),
    ).toEqual([]);
    expect(
      of({ kind: 'max', value: 0.3, unit: 'kg' }, { kind: 'target', value: 0.4, tolerance: 0.1, unit: 'kg' }),
    ).toEqual([]);
    expect(of({ kind: 'max', value: 32, unit: 'degF' }, { kind: 'min', value: 0, unit: 'degC' })).toEqual([]);
  });

  test('a tolerance in degF is as wide as it is, without the offset', () => {
    const warm: Limit = { kind: 'target', value: 68, tolerance: 9, unit: 'degF' }; // 20 ± 5 degC
    expect(of(warm, { kind: 'min', value: 25, unit: 'degC' })).toEqual([]);
    expect(of(warm, { kind: 'min', value: 25.1, unit: 'degC' })).toHaveLength(1);
  });

  test('other parameters and yes/no never conflict; nothing gives nothing', () => {
    expect(conflicts({ requirements: [] }).conflicts).toEqual([]);
    expect(of({ kind: 'yes' }, { kind: 'yes' })).toEqual([]);
    const two = (parameter: string, one: Limit) => ({ code: parameter, parameter, limit: one });
    expect(
      conflicts({
        requirements: [two('a', { kind: 'max', value: 1, unit: 'g' }), two('b', { kind: 'min', value: 2, unit: 'g' })],
      }).conflicts,
    ).toEqual([]);
  });

  test.each<[string, Limit, RegExp]>([
    ['a unit of another dimension', { kind: 'min', value: 2, unit: 'm' }, /cannot convert/i],
    ['a range upside down', { kind: 'range', low: 3, high: 2, unit: 'g' }, /lies above/],
    ['a negative tolerance', { kind: 'target', value: 3, tolerance: -1, unit: 'g' }, /must not be negative/],
    ['NaN', { kind: 'max', value: NaN, unit: 'g' }, /finite/],
    ['yes beside a number', { kind: 'yes' }, /yes or no/],
    ['an unknown kind', { kind: 'about' } as unknown as Limit, /must be one of/],
  ])('%s is refused', (_, bad, message) => {
    expect(() => of({ kind: 'max', value: 1, unit: 'g' }, bad)).toThrow(CoreError);
    expect(() => of({ kind: 'max', value: 1, unit: 'g' }, bad)).toThrow(message);
  });
});

describe('duplicates', () => {
  const pairs = (texts: string[], threshold?: number) =>
    duplicates({
      statements: texts.map((text, i) => ({ code: String(i), text })),
      ...(threshold === undefined ? {} : { threshold }),
    }).pairs.map(({ a, b }) => `${a}${b}`);

  test.each([
    ['The tray must not tip.', 'TRAYS never tip!'],
    ['Children can load it without help', 'without any help, a child loads it'],
    ['The carrier weighs at most 900 g', 'Carrier mass: no more than 900g'],
    ['Stops by itself at the landing', 'It must stop, by itself, at landings'],
    ['How heavy may the tray be?', 'What does the tray weigh?'],
    ['Élan', 'elan'],
    ['Shelves stop themselves', 'The shelf stops itself'],
  ])('"%s" and "%s" are likely the same wish', (a, b) => {
    expect(pairs([a, b])).toEqual(['01']);
  });

  test.each([
    ['The carrier weighs at most 900 g', 'The crossing takes at most 9 s'],
    ['The tray must not tip', 'The tray must tip'],
    ['Carrier mass at most 900 g', 'Carrier mass at least 900 g'],
    ['Who loads the tray?', 'How heavy is the tray?'],
    ['', ''],
    ['?', '!'],
  ])('"%s" and "%s" are not', (a, b) => {
    expect(pairs([a, b])).toEqual([]);
  });

  test('most similar first, then in the order of the list', () => {
    expect(pairs(['red box on wheels', 'red box on runners', 'Box on wheels, red', 'a red box on wheels'])).toEqual([
      '02',
      '03',
      '23',
      '01',
      '12',
      '13',
    ]);
  });

  test('word order, case and the order of the list change nothing but the names', () => {
    const word = fc.constantFrom(
      'tray',
      'cable',
      'tip',
      'load',
      'mass',
      'stop',
      'brake',
      'wheel',
      'not',
      'not',
      'must',
    );
    fc.assert(
      fc.property(
        fc.array(word, { minLength: 1, maxLength: 6 }),
        fc.array(word, { minLength: 1, maxLength: 6 }),
        (a, b) => {
          const of = (x: string, y: string) =>
            duplicates({
              statements: [
                { code: 'a', text: x },
                { code: 'b', text: y },
              ],
              threshold: 0,
            }).pairs[0]?.similarity ?? 0;
          const plain = of(a.join(' '), b.join(' '));
          expect(of(b.join(' '), a.join(' '))).toBe(plain);
          expect(of([...a].reverse().join(', ').toUpperCase(), `${b.join(' ')}.`)).toBe(plain);
          expect(of(a.join(' '), a.join(' '))).toBe(1);
        },
      ),
    );
  });

  test('nothing, a wrong threshold and a code that appears twice', () => {
    expect(duplicates({ statements: [] }).pairs).toEqual([]);
    expect(() => pairs(['a'], 1.1)).toThrow(/between 0 and 1/);
    expect(() => pairs(['a'], NaN)).toThrow(CoreError);
    expect(() =>
      duplicates({
        statements: [
          { code: 'x', text: 'a' },
          { code: 'x', text: 'b' },
        ],
      }),
    ).toThrow(/appears twice/);
  });
});

describe('budget', () => {
  const parts = (...values: [number, string][]) =>
    values.map(([amount, unit], i) => ({ name: `p${i}`, value: amount, unit }));

  test('parts in other units add up as on paper, and using all of it is allowed', () => {
    expect(budget({ limit: { value: 900, unit: 'g' }, parts: parts([0.4, 'kg'], [500, 'g']) })).toMatchObject({
      total: 900,
      remaining: 0,
      overdrawn: false,
    });
    expect(budget({ limit: { value: 0.3, unit: 'kg' }, parts: parts([0.1, 'kg'], [0.2, 'kg']) }).remaining).toBe(0);
    const over = budget({ limit: { value: 25, unit: 'credits' }, parts: parts([20, 'credits'], [5.5, 'credits']) });
    expect(over).toMatchObject({ total: 25.5, remaining: -0.5, overdrawn: true });
  });

  test('total and remaining always make the limit', () => {
    const cents = fc.integer({ min: 0, max: 100_000 }).map((n) => n / 100);
    fc.assert(
      fc.property(cents, fc.array(cents, { maxLength: 20 }), (of, values) => {
        const { total, remaining, overdrawn } = budget({
          limit: { value: of, unit: 'g' },
          parts: parts(...values.map((one): [number, string] => [one, 'g'])),
        });
        const exact = Math.round(of * 100) - values.reduce((all, one) => all + Math.round(one * 100), 0);
        expect(Math.round(remaining * 100)).toBe(exact);
        expect(overdrawn).toBe(exact < 0);
        expect(total + remaining).toBeCloseTo(of, 9);
      }),
    );
  });

  test('no parts, a negative part, a part of another dimension', () => {
    expect(budget({ limit: { value: 0, unit: 'g' }, parts: parts([0, 'g']) }).parts[0]!.fraction).toBeNull();
    expect(budget({ limit: { value: 5, unit: 'g' }, parts: [] })).toMatchObject({ total: 0, remaining: 5 });
    expect(() => budget({ limit: { value: 5, unit: 'g' }, parts: parts([-1, 'g']) })).toThrow(/must not be negative/);
    expect(() => budget({ limit: { value: 5, unit: 'g' }, parts: parts([1, 'mm']) })).toThrow(/cannot convert/i);
  });
});

describe('wording', () => {
  const words = (text: string) => wording({ text }).findings.map((one) => one.word);
  test('finds what nobody can measure, whole words only, each once, in order', () => {
    expect(words('As light as possible and strong. Strong!')).toEqual(['As light as possible', 'strong']);
    expect(words('Highlights the strongbox on ground-based rails')).toEqual([]);
    expect(words('At most 900 g on the kitchen scale')).toEqual([]);
    expect(wording({ text: 'must be quick' }).findings[0]).toMatchObject({
      at: 8,
      suggestion: expect.stringContaining('9 s') as string,
    });
    expect(() => wording({ text: 3 as unknown as string })).toThrow(CoreError);
  });
});

describe('checkList', () => {
  const base: Checked = {
    code: 'R-01',
    statement: 'Carrier mass',
    limit: { kind: 'max', value: 900, unit: 'g' },
    parameter: 'mass',
    dimension: 'mass',
    priority: 'must',
    method: 'measurement',
    hasSource: true,
    measured: true,
  };
  const kinds = (...list: Partial<Checked>[]) =>
    checkList({
      requirements: list.map((one, i) => ({
        ...base,
        code: `R-0${i + 1}`,
        statement: `Thing ${i} ${'xyz'[i]}`,
        ...one,
      })),
    }).remarks.map((one) => `${one.kind} ${one.codes.join(' ')}`);

  test('a whole requirement has no remark, an empty list none either', () => {
    expect(kinds({})).toEqual([]);
    expect(kinds()).toEqual([]);
  });

  test.each<[string, Partial<Checked>[], string[]]>([
    [
      'two limits that exclude each other',
      [{}, { limit: { kind: 'min', value: 1, unit: 'kg' } }],
      ['conflict R-01 R-02'],
    ],
    ['a unit that does not fit the parameter', [{ limit: { kind: 'max', value: 9, unit: 'mm' } }], ['unit R-01']],
    ['no unit', [{ limit: { kind: 'max', value: 9, unit: '' } }, {}], ['unit R-01']],
    [
      'parts over the limit',
      [{ budgets: [{ of: 'the class', parts: [{ name: 'a', value: 1, unit: 'kg' }] }] }],
      ['budget R-01'],
    ],
    ['a must nobody measured', [{ measured: false }], ['not-measured R-01']],
    ['a should nobody measured', [{ measured: false, priority: 'should' }], []],
    ['no verification', [{ method: null }], ['verification R-01']],
    [
      'words without a number',
      [{ limit: { kind: 'yes' }, parameter: 'ok', statement: 'It is strong' }],
      ['wording R-01'],
    ],
    ['words beside a number', [{ statement: 'A light carrier' }], []],
    ['no source', [{ hasSource: false }], ['source R-01']],
    ['a wish', [{ limit: null, parameter: null, dimension: null, method: null, measured: false }], []],
  ])('%s', (_, list, expected) => {
    expect(kinds(...list)).toEqual(expected);
  });
});
