import fc from 'fast-check';
import { CoreError } from '../units';
import { dateOf } from '../calendar';
import { apply, layOut, remedies, type Flexible, type Line, type Remedy } from '.';

const weekly = (count: number) => Array.from({ length: count }, (_, i) => dateOf(20_700 + 7 * i));
const line = (id: string, count: number, stages: Flexible[], spare: Line['spare'] = []): Line => ({
  id,
  meetings: weekly(count),
  eventDate: dateOf(20_700 + 7 * count),
  stages,
  spare,
});
const STAGES: Flexible[] = [
  { id: 'draw', meetings: 2 },
  { id: 'poster', meetings: 2, after: ['draw'], overlaps: ['draw'] },
  { id: 'build', meetings: 4, after: ['poster'], shortest: 3 },
  { id: 'film', meetings: 1, after: ['build'], optional: true },
];
const kinds = (found: ReturnType<typeof remedies>) =>
  found.ways.map(({ remedies: used }) => used.map(({ remedy }) => remedy.kind).join('+'));

test('a plan that fits needs nothing', () => {
  expect(remedies({ lines: [line('2', 9, STAGES)] })).toEqual({ short: { '2': 0 }, ways: [], tried: 0, candidates: 0 });
});

test('one meeting short: each single remedy, the cheapest first', () => {
  const spare = [{ id: 'sat', date: dateOf(20_703) }];
  const found = remedies({ lines: [line('2', 8, STAGES, spare)] });
  expect(found.short).toEqual({ '2': 1 });
  expect(kinds(found)).toEqual(['overlap', 'shorten', 'drop', 'extra']);
  expect(found.ways.map(({ cost }) => cost)).toEqual([1, 1, 1, 1.5]);
});

test('two short: overlapping does it alone, and nothing that contains it is listed', () => {
  const found = remedies({ lines: [line('2', 7, STAGES)] });
  expect(kinds(found)).toEqual(['overlap', 'shorten+drop']);
});

test('an extra meeting counts for its own section alone', () => {
  const spare = [{ id: 'sat', date: dateOf(20_703) }];
  const found = remedies({ lines: [line('2', 8, STAGES, spare), line('5', 8, STAGES)] });
  expect(kinds(found)).toEqual(['overlap', 'shorten', 'drop']);
});

test('giving up a delay comes first, as it costs nothing', () => {
  const stages = STAGES.map((one) => (one.id === 'build' ? { ...one, delay: 1 } : one));
  const found = remedies({ lines: [line('2', 9, stages)] });
  expect(found.ways[0]).toMatchObject({ remedies: [{ remedy: { kind: 'undelay', stage: 'build' } }], cost: 0 });
});

test('what comes before a stage that is held back helps, too, and by as little as is enough', () => {
  const stages: Flexible[] = [
    { id: 'mock-up', meetings: 3, shortest: 1 },
    { id: 'build', meetings: 2, after: ['mock-up'], delay: 2 },
  ];
  const found = (count: number) =>
    remedies({ lines: [line('2', count, stages)] }).ways.map(({ remedies: used }) => used.map(({ remedy }) => remedy));
  expect(found(5)).toEqual([
    [{ kind: 'undelay', stage: 'build' }],
    [{ kind: 'shorten', stage: 'mock-up', meetings: 1 }],
  ]);
  expect(found(6)).toEqual([
    [{ kind: 'undelay', stage: 'build' }],
    [{ kind: 'shorten', stage: 'mock-up', meetings: 2 }],
  ]);
});

test('a stage that is left out hands on what it waited for', () => {
  const chain: Flexible[] = [
    { id: 'a', meetings: 1 },
    { id: 'b', meetings: 1, after: ['a'] },
    { id: 'c', meetings: 1, after: ['b'] },
  ];
  expect(apply(line('2', 3, chain), [{ kind: 'drop', stage: 'b' }]).stages[1]).toMatchObject({ id: 'c', after: ['a'] });
});

test('overlapped, what comes after the second still waits for the first', () => {
  const { stages } = apply(line('2', 9, STAGES), [{ kind: 'overlap', first: 'draw', second: 'poster' }]);
  expect(stages.find(({ id }) => id === 'poster')!.after).toEqual([]);
  expect(stages.find(({ id }) => id === 'build')!.after).toEqual(['poster', 'draw']);
});

test('nothing is enough: no way, and it says how many were tried', () => {
  const found = remedies({ lines: [line('2', 1, STAGES)] });
  expect(found.ways).toEqual([]);
  expect(found.tried).toBeGreaterThan(3);
});

test('with too many lengths to try, a stage is shortened as far as it can be', () => {
  const many = Array.from({ length: 13 }, (_, i): Flexible => ({ id: `s${i}`, meetings: 6, shortest: 1 }));
  const { candidates, ways } = remedies({
    lines: [line('2', 5, many.slice(0, 2)), line('5', 5, many.slice(2))],
    most: 1,
  });
  expect([candidates, ways]).toEqual([13, []]);
});

test('too many candidates throw instead of taking forever', () => {
  const many = Array.from({ length: 61 }, (_, i): Flexible => ({ id: `s${i}`, meetings: 2, shortest: 1 }));
  expect(() => remedies({ lines: [line('2', 1, many)] })).toThrow(CoreError);
});

test('the same as trying every subset of at most three and keeping the smallest', () => {
  const stagesOf = fc
    .array(
      fc.record({
        meetings: fc.integer({ min: 1, max: 4 }),
        optional: fc.boolean(),
        custom: fc.boolean(),
        short: fc.boolean(),
        delay: fc.integer({ min: 0, max: 2 }),
      }),
      { minLength: 2, maxLength: 4 },
    )
    .map((list) =>
      list.map(({ meetings, optional, custom, short, delay }, i): Flexible => {
        const after = i === 0 ? [] : [`s${i - 1}`];
        return {
          id: `s${i}`,
          meetings,
          after,
          optional,
          delay,
          overlaps: custom ? after : [],
          ...(short ? { shortest: 1 } : {}),
        };
      }),
    );
  fc.assert(
    fc.property(stagesOf, fc.integer({ min: 1, max: 10 }), (stages, count) => {
      const one = line('2', count, stages, [{ id: 'x', date: dateOf(20_701) }]);
      const all: Remedy[] = [{ kind: 'extra', line: '2', spare: 'x' }];
      for (const { id, meetings, optional, shortest, overlaps, delay } of stages) {
        if (delay) all.push({ kind: 'undelay', stage: id });
        if (optional) all.push({ kind: 'drop', stage: id });
        for (let to = meetings! - 1; to >= (shortest ?? meetings!); to--)
          all.push({ kind: 'shorten', stage: id, meetings: to });
        for (const first of overlaps ?? []) all.push({ kind: 'overlap', first, second: id });
      }
      const touches = (remedy: Remedy, id: string) => JSON.stringify(remedy).includes(`"${id}"`);
      const oneLengthEach = (chosen: Remedy[]) => {
        const shortened = chosen.flatMap((one) => (one.kind === 'shorten' ? [one.stage] : []));
        return new Set(shortened).size === shortened.length;
      };
      const does = (a: Remedy, b: Remedy) =>
        JSON.stringify(a) === JSON.stringify(b) ||
        (a.kind === 'shorten' && b.kind === 'shorten' && a.stage === b.stage && a.meetings < b.meetings);
      const fits = (chosen: Remedy[]) => layOut(apply(one, chosen)).shortBy === 0;
      const enough: Remedy[][] = [];
      for (let mask = 1; mask < 1 << all.length; mask++) {
        const chosen = all.filter((_, i) => mask & (1 << i));
        const contradicts = chosen.some((a) => a.kind === 'drop' && chosen.some((b) => b !== a && touches(b, a.stage)));
        if (chosen.length <= 3 && !contradicts && oneLengthEach(chosen) && fits(chosen)) enough.push(chosen);
      }
      const smallest = enough.filter(
        (a) => !enough.some((b) => b !== a && b.every((r) => a.some((own) => does(own, r)))),
      );
      const key = (list: Remedy[]) =>
        list
          .map((r) => JSON.stringify(r))
          .sort()
          .join();
      const found = fits([])
        ? []
        : remedies({ lines: [one] }).ways.map((way) => way.remedies.map(({ remedy }) => remedy));
      expect(found.map(key).sort()).toEqual(fits([]) ? [] : smallest.map(key).sort());
    }),
  );
});

test('nothing is done about what is under way or over, and nothing beside it', () => {
  const begun = (...ids: string[]) =>
    STAGES.map((stage) => (ids.includes(stage.id) ? { ...stage, fixed: true } : stage));
  expect(kinds(remedies({ lines: [line('2', 8, begun('draw'))] }))).toEqual(['shorten', 'drop']);
  expect(kinds(remedies({ lines: [line('2', 8, begun('draw', 'poster', 'build'))] }))).toEqual(['drop']);
});
