import fc from 'fast-check';
import { CoreError } from '../units';
import { mostPoints, scoreEvent, type Attempt, type Entry, type EventRule } from '.';

const crossing: EventRule = {
  attempts: { allowed: 3, use: 'best', foul: 'drop' },
  better: 'lower',
  points: { kind: 'linear', from: [12, 0], to: [7, 100] },
};
const stop: EventRule = {
  attempts: { allowed: 3, use: 'best', foul: 'drop' },
  better: 'nearest',
  target: 10,
  points: { kind: 'deviation', start: 100, step: 0.05, perStep: 4, count: 'completed', overshoot: 10 },
};
const runs = (...values: (number | Attempt)[]): Attempt[] =>
  values.map((value) => (typeof value === 'number' ? { value } : value));
const entry = (team: string, ...values: (number | Attempt)[]): Entry => ({ team, attempts: runs(...values) });
const one = (rule: EventRule, ...values: (number | Attempt)[]) =>
  scoreEvent({ rule, entries: [entry('Flint', ...values)] }).results[0]!;
const places = (rule: EventRule, entries: Entry[]) =>
  scoreEvent({ rule, entries }).results.map((r) => `${r.place} ${r.team}`);
const using = (use: EventRule['attempts']['use'], more: object = {}): EventRule => ({
  attempts: { allowed: 5, use, foul: 'drop', ...more },
  better: 'higher',
  points: { kind: 'value' },
});

describe('which attempts count', () => {
  test.each<[EventRule['attempts']['use'], number, number[]]>([
    ['best', 9, [2]],
    ['worst', 2, [3]],
    ['last', 4, [4]],
    ['sum', 20, [1, 2, 3, 4]],
    ['mean', 5, [1, 2, 3, 4]],
    ['median', 4.5, [1, 2, 3, 4]],
  ])('%s of 5, 9, 2, 4', (use, counted, attempts) => {
    expect(one(using(use), 5, 9, 2, 4)).toMatchObject({ counted, attempts, points: counted });
  });

  test('the mean of the best two, and of the one there is', () => {
    const rule = using('mean-of-best', { count: 2 });
    expect(one(rule, 5, 9, 2)).toMatchObject({ counted: 7, attempts: [2, 1] });
    expect(one(rule, 5)).toMatchObject({ counted: 5, attempts: [1] });
  });

  test('the first of two equal bests is named', () => {
    expect(one(using('best'), 5, 9, 9).attempts).toEqual([2]);
  });
});

describe('fouls', () => {
  const foul: Attempt = { value: 50, status: 'foul' };
  const dnf: Attempt = { status: 'did-not-finish' };
  const rule = (kind: EventRule['attempts']['foul']) => ({
    ...using('best'),
    attempts: { allowed: 3, use: 'best' as const, foul: kind },
  });

  test('dropped: as if not made', () => {
    expect(one(rule('drop'), 3, foul).counted).toBe(3);
    expect(one(rule('drop'), foul, dnf)).toMatchObject({ counted: null, points: 0, attempts: [] });
  });
  test('zero, where higher is better', () => {
    expect(one(rule('zero'), foul).counted).toBe(0);
    expect(() => one({ ...rule('zero'), better: 'lower' }, foul)).toThrow(/a zero would win/);
  });
  test('kept: measured where it left the lane; not finished is dropped', () => {
    expect(one(rule('keep'), 3, foul).counted).toBe(50);
    expect(one(rule('keep'), 3, dnf).counted).toBe(3);
  });
  test('a set value, for fouls and for runs not finished', () => {
    expect(one(rule({ value: 1 }), dnf).counted).toBe(1);
    expect(one(rule({ value: 1 }), foul, 0.5).counted).toBe(1);
  });
  test('a foul uses an attempt up', () => {
    expect(() => one(rule('drop'), foul, foul, foul, 1)).toThrow(/at most 3 attempts are allowed/);
  });
});

describe('points', () => {
  const points = (rule: EventRule['points'], value: number, more: Partial<EventRule> = {}) =>
    one({ ...using('best'), points: rule, ...more }, value).points;

  test('bands: the strictest that fits, edges included', () => {
    const bands = { kind: 'bands' as const, bands: [4, 8, 12].map((atLeast) => ({ atLeast, points: atLeast * 10 })) };
    expect([3.9, 4, 7.99, 8, 40].map((v) => points(bands, v))).toEqual([0, 40, 40, 80, 120]);
    const most = {
      kind: 'bands' as const,
      bands: [
        { atMost: 10, points: 5 },
        { atMost: 8, points: 9 },
      ],
    };
    expect([8, 9, 11].map((v) => points(most, v, { better: 'lower' }))).toEqual([9, 5, 0]);
  });

  test('a straight line, clamped at both ends', () => {
    expect([12.5, 12, 9.5, 7.9, 7, 6].map((v) => one(crossing, v).points)).toEqual([0, 0, 50, 82, 100, 100]);
  });

  test('deviation in completed, started and proportional steps', () => {
    const at = (value: number, count: 'completed' | 'started' | 'proportional') =>
      one({ ...stop, points: { kind: 'deviation', start: 100, step: 0.1, perStep: 10, count } }, value).points;
    expect(at(9.75, 'completed')).toBe(80);
    expect(at(9.75, 'started')).toBe(70);
    expect(at(9.75, 'proportional')).toBe(75);
    expect(at(9.7, 'completed')).toBe(70);
    expect(at(9.7, 'started')).toBe(70);
    expect(at(10.3, 'started')).toBe(70);
  });

  test('overshooting costs once, and the floor holds', () => {
    expect(one(stop, 10.12).points).toBe(82);
    expect(one(stop, 9.88).points).toBe(92);
    expect(one(stop, 3).points).toBe(0);
  });

  test('relative to the best of the class, and to last season’s benchmark', () => {
    const relative = (to: 'best' | number, better: 'higher' | 'lower') => ({
      ...using('best'),
      better,
      points: { kind: 'relative' as const, to, max: 50 },
    });
    const entries = [entry('a', 4), entry('b', 8)];
    const got = (rule: EventRule) =>
      Object.fromEntries(scoreEvent({ rule, entries }).results.map((r) => [r.team, r.points]));
    expect(got(relative('best', 'higher'))).toEqual({ a: 25, b: 50 });
    expect(got(relative('best', 'lower'))).toEqual({ a: 50, b: 25 });
    expect(got(relative(5, 'higher'))).toEqual({ a: 40, b: 80 });
    expect(() => one(relative('best', 'higher'), -1)).toThrow(/negative/);
    expect(one(relative('best', 'higher'), 0).points).toBe(50);
  });

  test('places: the same points for all who share one, or the average', () => {
    const place = (shared: 'same' | 'average'): EventRule => ({
      ...using('best'),
      points: { kind: 'place', table: [10, 8, 6], shared },
    });
    const entries = [entry('a', 5), entry('b', 7), entry('c', 5), entry('d', 1), entry('e', 0)];
    const got = (rule: EventRule) => scoreEvent({ rule, entries }).results.map((r) => [r.team, r.place, r.points]);
    expect(got(place('same'))).toEqual([
      ['b', 1, 10],
      ['a', 2, 8],
      ['c', 2, 8],
      ['d', 4, 0],
      ['e', 5, 0],
    ]);
    expect(got(place('average'))).toEqual([
      ['b', 1, 10],
      ['a', 2, 7],
      ['c', 2, 7],
      ['d', 4, 0],
      ['e', 5, 0],
    ]);
  });
});

describe('formulas', () => {
  const haul: EventRule = {
    ...using('best'),
    value: 'value / mass',
    points: { kind: 'relative', to: 'best', max: 100 },
  };

  test('payload by carrier mass is formed before the best is chosen', () => {
    const { results } = scoreEvent({
      rule: haul,
      entries: [
        { team: 'heavy', attempts: runs(3000), facts: { mass: 1000 } },
        { team: 'light', attempts: runs(2700, 2600), facts: { mass: 600 } },
      ],
    });
    expect(results.map((r) => [r.team, r.counted, r.points])).toEqual([
      ['light', 4.5, 100],
      ['heavy', 3, 66.66666666666667],
    ]);
  });

  test('a fact that is missing is named', () => {
    expect(() => one(haul, 5)).toThrow(/mass/);
  });

  test.each(['value +', 'value = 3', 'f(value)', 'value[0]', '"a"', 'import("fs")', 'cos', 'x'.repeat(201)])(
    'the formula %s is refused',
    (value) => expect(() => one({ ...haul, value }, 5)).toThrow(CoreError),
  );

  test('a division by zero has no silent number', () => {
    expect(() => scoreEvent({ rule: haul, entries: [{ team: 'a', attempts: runs(1), facts: { mass: 0 } }] })).toThrow(
      /no finite value/,
    );
  });
});

describe('penalties', () => {
  const rule: EventRule = {
    ...crossing,
    penalties: { touched: { value: 0.5 }, late: { points: 15 }, banned: { disqualify: true } },
  };
  test('seconds are added before the best is chosen', () => {
    expect(one(rule, { value: 8, penalties: { touched: 2 } }, 8.5)).toMatchObject({ counted: 8.5, attempts: [2] });
  });
  test('points are taken for the attempt that counts only, never below 0', () => {
    expect(one(rule, { value: 8, penalties: { late: 1 } }, { value: 9, penalties: { late: 4 } }).points).toBe(65);
    expect(one(rule, { value: 11.9, penalties: { late: 1 } }).points).toBe(0);
  });
  test('the disqualified stand behind all others', () => {
    const entries = [entry('a', { value: 7, penalties: { banned: 1 } }), entry('b', 11), entry('c')];
    expect(places(rule, entries)).toEqual(['1 b', '2 a', '2 c']);
    expect(scoreEvent({ rule, entries }).results[1]).toMatchObject({ counted: null, points: 0 });
  });
  test('an unknown penalty or half of one is refused', () => {
    expect(() => one(rule, { value: 8, penalties: { nothing: 1 } })).toThrow(/no penalty "nothing"/);
    expect(() => one(rule, { value: 8, penalties: { late: 0.5 } })).toThrow(/whole number/);
    expect(() => one(rule, { value: 8, penalties: JSON.parse('{"__proto__": 1}') as never })).toThrow(CoreError);
  });
});

describe('as on paper', () => {
  test('sums, means and quotients that are equal on paper are tied', () => {
    const near = { ...using('mean'), better: 'nearest' as const, target: 10 };
    expect(places(near, [entry('a', 10.1, 10, 10), entry('b', 9.9, 10, 10)])).toEqual(['1 a', '1 b']);
    expect(one(using('sum'), 0.1, 0.2, -0.3)).toMatchObject({ counted: 0, points: 0 });
    const shared = { ...using('best'), value: 'value / mass' };
    const thirds = [
      { ...entry('a', 0.1), facts: { mass: 0.3 } },
      { ...entry('b', 0.7), facts: { mass: 2.1 } },
    ];
    expect(places(shared, thirds)).toEqual(['1 a', '1 b']);
  });

  test('against whole numbers: means of readings in hundredths, near to a target, are placed as fractions are', () => {
    const hundredths = fc.array(fc.integer({ min: 900, max: 1100 }), { minLength: 1, maxLength: 5 });
    const field = fc.array(hundredths, { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(field, fc.constantFrom('mean' as const, 'sum' as const, 'median' as const), (teams, use) => {
        const rule = { ...using(use), better: 'nearest' as const, target: 10 };
        const found = scoreEvent({ rule, entries: teams.map((own, i) => entry(`T${i}`, ...own.map((n) => n / 100))) });
        // How far each is from the target in 60ths of a hundredth, as 60 is a multiple of 1 to 5.
        const off = teams.map((own) => {
          const sorted = [...own].sort((a, b) => a - b);
          const middle = sorted.slice((own.length - 1) >> 1, (own.length >> 1) + 1);
          const of = use === 'median' ? middle : own;
          const whole = of.reduce((sum, n) => sum + n, 0) * (use === 'sum' ? 60 : 60 / of.length);
          return Math.abs(whole - 60_000);
        });
        for (const { team, place } of found.results) {
          const mine = off[Number(team.slice(1))]!;
          expect(place).toBe(off.filter((other) => other < mine).length + 1);
        }
      }),
    );
  });

  test('the best is the attempt that brings most points, its penalties counted; the worst the fewest', () => {
    expect(one(stop, 10.07, 9.92)).toMatchObject({ counted: 9.92, points: 96, attempts: [2] });
    expect(one({ ...stop, attempts: { ...stop.attempts, use: 'worst' } }, 10.07, 9.92)).toMatchObject({ points: 86 });
    const late = { ...crossing, penalties: { late: { points: 30 } } };
    expect(one(late, { value: 7.5, penalties: { late: 1 } }, 8)).toMatchObject({ counted: 8, points: 80 });
    const best = { ...stop, attempts: { allowed: 3, use: 'mean-of-best' as const, count: 2, foul: 'drop' as const } };
    expect(one(best, 10.04, 9.9, 9.8)).toMatchObject({ attempts: [2, 1], counted: 9.97 });
  });

  test('a fact is its own value whatever its name; e and pi are themselves where none is given', () => {
    const counted = (value: string, facts: Record<string, number>) =>
      scoreEvent({ rule: { ...using('best'), value }, entries: [{ ...entry('a', 6), facts }] }).results[0]!.counted;
    expect(counted('value * e', { e: 2 })).toBe(12);
    expect(counted('value * pi + i', { pi: 3, i: 1 })).toBe(19);
    expect(counted('value * pi', {})).toBeCloseTo(6 * Math.PI, 10);
  });

  test('what is too large for a number is said', () => {
    expect(() => one(using('sum'), 1e308, 1e308)).toThrow(/too large/);
    expect(() => one({ ...using('best'), value: 'value * 1e10' }, 1e300)).toThrow(/too large/);
    expect(() => one({ ...using('best'), value: 'value ^ 99999' }, 7)).toThrow(/too large/);
  });

  test('penalties in points go below 0 only where the floor does', () => {
    const open = { ...stop, points: { ...stop.points, floor: -50 } as never, penalties: { late: { points: 30 } } };
    expect(one(open, { value: 8, penalties: { late: 1 } }).points).toBe(-80);
    const shut = { ...stop, penalties: { late: { points: 30 } } };
    expect(one(shut, { value: 8, penalties: { late: 1 } }).points).toBe(0);
  });
});

describe('places', () => {
  const ties = (...rules: string[]): EventRule => ({ ...using('best'), ties: rules });
  test('shared places leave a gap: 1, 2, 2, 4', () => {
    expect(places(using('best'), [entry('a', 3), entry('b', 9), entry('c', 3), entry('d', 1)])).toEqual([
      '1 b',
      '2 a',
      '2 c',
      '4 d',
    ]);
  });
  test('the next best attempt breaks a tie; having one more beats having none', () => {
    expect(places(ties('next-best'), [entry('a', 9, 2), entry('b', 9, 5), entry('c', 9)])).toEqual([
      '1 b',
      '2 a',
      '3 c',
    ]);
  });
  test('fewest attempts counts those made up to the best, fouls included', () => {
    const foul: Attempt = { status: 'foul' };
    expect(places(ties('fewest-attempts'), [entry('a', foul, 9), entry('b', 9, 1, 1)])).toEqual(['1 b', '2 a']);
  });
  test('a fact breaks a tie in the direction asked for', () => {
    const entries = [
      { ...entry('a', 9), facts: { mass: 800 } },
      { ...entry('b', 9), facts: { mass: 700 } },
    ];
    expect(places(ties('lower:mass'), entries)).toEqual(['1 b', '2 a']);
    expect(places(ties('higher:mass'), entries)).toEqual(['1 a', '2 b']);
    expect(() => places(ties('lower:mass'), [entry('a', 9), entry('b', 9)])).toThrow(/needs the mass of/);
  });
  test('points lead, then the counted value', () => {
    const bands: EventRule = { ...crossing, points: { kind: 'bands', bands: [{ atMost: 9, points: 10 }] } };
    expect(places(bands, [entry('a', 8.9), entry('b', 8.2), entry('c', 9.1)])).toEqual(['1 b', '2 a', '3 c']);
  });
});

describe('the sentences', () => {
  test('reproduce the arithmetic with the attempt’s number', () => {
    expect(one(stop, 9.7, 10.12).because.join(' ')).toBe(
      'Attempt 2 (10.12) counts as the best: 2 made, 3 allowed. 10.12 is 0.12 from 10, 2 steps of 0.05 (completed): 100 − 2 × 4 − 10 for overshooting = 82.',
    );
    expect(one(crossing).because).toEqual(['No attempt yet: 0 points, after all others.']);
  });

  test('the raw reading stands beside what a formula or a penalty made of it', () => {
    const haul = {
      ...using('best'),
      value: 'value / mass',
      points: { kind: 'relative' as const, to: 'best' as const, max: 40 },
    };
    const { results } = scoreEvent({
      rule: haul,
      entries: [
        { team: 'Marl', attempts: runs(3484), facts: { mass: 1000 } },
        { team: 'Flint', attempts: runs(2000), facts: { mass: 700 } },
      ],
    });
    expect(results.map(({ because }) => because)).toEqual([
      [
        'Attempt 1 (3.484 from 3484) counts as the best by value / mass: 1 made, 5 allowed.',
        '40 × 3.484 / 3.484 against the best, 3.484, = 40.',
      ],
      [
        'Attempt 1 (2.857 from 2000) counts as the best by value / mass: 1 made, 5 allowed.',
        '40 × 2.857 / 3.484 against the best, 3.484, = 32.8.',
      ],
    ]);
    const touched = { ...crossing, penalties: { touched: { value: 0.5 } } };
    expect(one(touched, { value: 8, penalties: { touched: 2 } }).because[0]).toBe(
      'Attempt 1 (8 + 2 × 0.5 for touched = 9) counts as the best: 1 made, 3 allowed.',
    );
  });

  test('nothing is divided by 0', () => {
    const relative = { ...using('best'), points: { kind: 'relative' as const, to: 'best' as const, max: 10 } };
    expect(one(relative, 0).because[1]).toBe('0 equals the best, 0: 10 points.');
    const against = { ...relative, points: { ...relative.points, to: 0 } };
    expect(one(against, 5).because[1]).toBe('5 against 0: 0 points.');
  });

  test('who is level says what decided', () => {
    const rule: EventRule = {
      ...crossing,
      points: { kind: 'bands', bands: [{ atMost: 9, points: 10 }] },
      ties: ['next-best', 'lower:mass'],
    };
    const weighed = (team: string, mass: number, ...values: number[]) => ({
      ...entry(team, ...values),
      facts: { mass },
    });
    const { results } = scoreEvent({
      rule,
      entries: [
        weighed('a', 400, 8.5, 8.9),
        weighed('b', 400, 8.5, 8.8),
        weighed('c', 410, 8.5, 8.9),
        weighed('d', 1, 8.6),
      ],
    });
    expect(results.map(({ team, because }) => [team, ...because.slice(2)])).toEqual([
      ['b', 'Level with a; ahead by the next best attempt, 8.8 against 8.9.'],
      [
        'a',
        'Level with b; behind by the next best attempt, 8.9 against 8.8.',
        'Level with c; ahead by mass, 400 against 410.',
      ],
      [
        'c',
        'Level with a; behind by mass, 410 against 400.',
        'Level with d; ahead by the value that counts, 8.5 against 8.6.',
      ],
      ['d', 'Level with c; behind by the value that counts, 8.6 against 8.5.'],
    ]);
  });
});

test('who share a place each hear their own figures, in whatever order they are entered', () => {
  const rule: EventRule = { ...stop, points: { ...stop.points, overshoot: 10 } as EventRule['points'] };
  const made = (team: string, value: number): Entry => ({ team, attempts: [{ value }] });
  const entries = [made('a', 11.53), made('b', 8.47), made('c', 0)];
  for (const some of [entries, [...entries].reverse()]) {
    const said = new Map(scoreEvent({ rule, entries: some }).results.map((one) => [one.team, one.because.at(-1)]));
    expect(said.get('a')).toBe('Level with c; ahead by the value that counts, 11.53 against 0.');
    expect(said.get('b')).toBe('Level with c; ahead by the value that counts, 8.47 against 0.');
    expect(said.get('c')).toBe('Level with a and b; behind by the value that counts, 0 against 11.53.');
  }
});

describe('properties', () => {
  const value = fc.integer({ min: 0, max: 2000 }).map((n) => n / 100);
  const status = fc.constantFrom(
    'ok' as const,
    'ok' as const,
    'ok' as const,
    'foul' as const,
    'did-not-finish' as const,
  );
  const attempt = fc.record({ value, status });
  const field = fc
    .array(fc.array(attempt, { maxLength: 3 }), { minLength: 1, maxLength: 8 })
    .map((teams) => teams.map((attempts, i): Entry => ({ team: `T${i}`, attempts })));
  const rules = fc.constantFrom<EventRule>(
    crossing,
    stop,
    { ...using('mean'), attempts: { allowed: 3, use: 'mean', foul: 'drop' } },
    {
      ...crossing,
      ties: ['next-best', 'fewest-attempts'],
    },
  );
  const table = (rule: EventRule, entries: Entry[]) =>
    new Map(scoreEvent({ rule, entries }).results.map((r) => [r.team, r]));

  test('the order of entries never matters', () => {
    fc.assert(
      fc.property(rules, field, fc.infiniteStream(fc.nat()), (rule, entries, dice) => {
        const mixed = entries
          .map((e) => ({ e, at: dice.next().value as number }))
          .sort((a, b) => a.at - b.at)
          .map(({ e }) => e);
        const [a, b] = [table(rule, entries), table(rule, mixed)];
        for (const [team, row] of a) expect(b.get(team)).toEqual(row);
      }),
    );
  });

  test('a better attempt never lowers a place', () => {
    fc.assert(
      fc.property(field, fc.nat(7), value, (entries, who, gain) => {
        const chosen = entries[who % entries.length]!;
        const before = table(crossing, entries).get(chosen.team)!;
        const improved = entries.map((e) =>
          e === chosen ? { ...e, attempts: e.attempts.map((a) => ({ ...a, value: Math.max(0, a.value! - gain) })) } : e,
        );
        expect(table(crossing, improved).get(chosen.team)!.place).toBeLessThanOrEqual(before.place);
      }),
    );
  });

  test('points stay within their bounds', () => {
    fc.assert(
      fc.property(fc.constantFrom(crossing, stop), field, (rule, entries) => {
        for (const { points, counted } of scoreEvent({ rule, entries }).results) {
          expect(points).toBeGreaterThanOrEqual(0);
          expect(points).toBeLessThanOrEqual(100);
          if (counted === null) expect(points).toBe(0);
        }
      }),
    );
  });

  test('against a plain second computation of the best and its place', () => {
    fc.assert(
      fc.property(field, (entries) => {
        const best = (e: Entry) => Math.min(...e.attempts.filter((a) => a.status === 'ok').map((a) => a.value!));
        const share = (x: number) => Math.min(1, Math.max(0, (12 - x) / 5));
        const found = table(crossing, entries);
        for (const e of entries) {
          const mine = best(e);
          const ahead = entries.filter((o) => best(o) < mine && Number.isFinite(best(o)));
          expect(found.get(e.team)!.place).toBe(ahead.length + 1);
          expect(found.get(e.team)!.points).toBeCloseTo(Number.isFinite(mine) ? share(mine) * 100 : 0, 9);
        }
      }),
    );
  });
});

test.each<[string, unknown]>([
  ['a team twice', { rule: crossing, entries: [entry('a', 1), entry('a', 2)] }],
  ['no list of entries', { rule: crossing }],
  ['a value that is missing', { rule: crossing, entries: [entry('a', {})] }],
  ['a value that is not finite', { rule: crossing, entries: [entry('a', NaN)] }],
  ['an unknown status', { rule: crossing, entries: [entry('a', { value: 1, status: 'late' as never })] }],
  ['no attempts allowed', { rule: { ...crossing, attempts: { ...crossing.attempts, allowed: 0 } }, entries: [] }],
  ['an unknown use', { rule: { ...crossing, attempts: { ...crossing.attempts, use: 'middle' } }, entries: [] }],
  ['nearest without a target', { rule: { ...stop, target: undefined }, entries: [] }],
  [
    'mixed bands',
    {
      rule: {
        ...crossing,
        points: {
          kind: 'bands',
          bands: [
            { atLeast: 1, points: 1 },
            { atMost: 2, points: 1 },
          ],
        },
      },
      entries: [],
    },
  ],
  ['no band', { rule: { ...crossing, points: { kind: 'bands', bands: [] } }, entries: [] }],
  ['a line of one point', { rule: { ...crossing, points: { kind: 'linear', from: [1, 0], to: [1, 5] } }, entries: [] }],
  ['a step of 0', { rule: { ...stop, points: { ...stop.points, step: 0 } }, entries: [] }],
  ['relative to a target', { rule: { ...stop, points: { kind: 'relative', to: 'best', max: 1 } }, entries: [] }],
  ['an unknown tie rule', { rule: { ...crossing, ties: ['age'] }, entries: [] }],
  ['an unknown kind of points', { rule: { ...crossing, points: { kind: 'luck' } }, entries: [] }],
])('%s throws', (_name, input) => {
  expect(() => scoreEvent(input as Parameters<typeof scoreEvent>[0])).toThrow(CoreError);
});

test.each<[EventRule['points'], number | null]>([
  [
    {
      kind: 'bands',
      bands: [
        { atMost: 8, points: 5 },
        { atMost: 10, points: 3 },
      ],
    },
    5,
  ],
  [{ kind: 'linear', from: [12, 0], to: [7, 100] }, 100],
  [{ kind: 'deviation', start: 60, step: 1, perStep: 5, count: 'started' }, 60],
  [{ kind: 'relative', to: 'best', max: 40 }, 40],
  [{ kind: 'relative', to: 8, max: 40 }, null],
  [{ kind: 'place', table: [10, 8, 6], shared: 'same' }, 10],
  [{ kind: 'value' }, null],
])('the most that %j can give is %p', (points, most) => expect(mostPoints({ points })).toBe(most));
