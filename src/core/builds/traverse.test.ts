import fc from 'fast-check';
import { apart, differ, mayConclude, carried, traverse, type Made, type Station } from '.';

const SEED = 18;
/** A lineage: each comes from one or two earlier ones, or from none. */
const stations = fc
  .array(
    fc.record({
      parents: fc.uniqueArray(fc.nat(59), { maxLength: 2 }),
      later: fc.nat(3),
      value: fc.option(fc.integer({ min: 600, max: 1200 }), { nil: null, freq: 8 }),
      uncertainty: fc.integer({ min: 0, max: 20 }),
      change: fc.string({ minLength: 0, maxLength: 40 }),
    }),
    { minLength: 1, maxLength: 60 },
  )
  .map((list) => {
    let at = 1;
    return list.map(({ parents, later, ...one }, i): Station => ({
      ...one,
      id: `s${i}`,
      label: `${i + 1}`,
      at: (at += later),
      parents: [...new Set(i ? parents.map((parent) => `s${parent % i}`) : [])],
    }));
  });
const size = { width: 940, height: 330, words: true };

test('a traverse is true to scale, stays on its sheet, and its words keep off each other', () => {
  let labelled = 0;
  let written = 0;
  fc.assert(
    fc.property(stations, fc.integer({ min: 700, max: 1000 }), (given, limit) => {
      const {
        stations: drawn,
        legs,
        limits,
        ticks,
      } = traverse({ stations: given, limits: [{ label: 'R-01', value: limit }], ...size });
      expect(drawn.map(({ id }) => id)).toEqual(given.map(({ id }) => id));
      expect(legs.length).toBe(given.flatMap(({ parents }) => parents).length);
      for (const { x, y } of drawn) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(size.width);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(size.height);
      }
      // One scale for everything: the same step up for the same difference.
      const points = [
        ...given.flatMap(({ value }, i) => (value === null ? [] : [{ value, y: drawn[i]!.y }])),
        ...limits,
        ...ticks,
      ];
      if (points.length === 0) return;
      const [low, high] = [
        points.reduce((a, b) => (a.value < b.value ? a : b)),
        points.reduce((a, b) => (a.value > b.value ? a : b)),
      ];
      if (high.value > low.value)
        for (const { value, y } of points)
          expect(y).toBeCloseTo(low.y + ((value - low.value) / (high.value - low.value)) * (high.y - low.y), 6);
      given.forEach((one, i) => {
        const { whisker, y } = drawn[i]!;
        expect(whisker !== null).toBe(one.value !== null && one.uncertainty > 0);
        if (whisker) expect(whisker[0] - y).toBeCloseTo(y - whisker[1], 6);
      });
      // No label lies on a station.
      for (const { label } of drawn) {
        if (!label) continue;
        labelled++;
        for (const { x, y } of drawn) expect(Math.hypot(label.x - x, label.y - 4 - y)).toBeGreaterThan(10);
      }
      const texts = legs.flatMap(({ text }) => text ?? []);
      written += texts.length;
      texts.forEach((a, i) =>
        texts.slice(0, i).forEach((b) => expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(9)),
      );
    }),
    { seed: SEED, numRuns: 60 },
  );
  expect(labelled).toBeGreaterThan(100);
  expect(written).toBeGreaterThan(20);
});

test('a merge is told once; what nobody measured stands at the foot on open legs', () => {
  const one = (id: string, parents: string[], at: number, value: number | null): Station => ({
    id,
    parents,
    at,
    value,
    uncertainty: 0,
    label: id,
    change: `change of ${id}`,
  });
  const given = [one('a', [], 1, 900), one('b', [], 2, 950), one('c', ['a', 'b'], 12, 880), one('d', ['c'], 22, null)];
  const { legs, stations: drawn } = traverse({ stations: given, limits: [], ...size });
  expect(legs.map(({ from, to, open, text }) => [from, to, open, text?.words ?? null])).toEqual([
    ['a', 'c', false, 'change of c'],
    ['b', 'c', false, null],
    ['c', 'd', true, 'change of d'],
  ]);
  expect(drawn[3]!.measured).toBe(false);
  expect(drawn[3]!.y).toBeGreaterThan(Math.max(...drawn.slice(0, 3).map(({ y }) => y)));
});

test('features are carried on until they are removed, and a merge has those of both', () => {
  const step = (id: string, parents: string[], added: string[] = [], removed: string[] = []) => ({
    id,
    parents,
    added,
    removed,
  });
  const found = carried([
    step('d', ['b', 'c'], [], ['keel']),
    step('a', [], ['keel', 'wheel']),
    step('b', ['a'], ['brake']),
    step('c', ['a'], [], ['wheel']),
  ]);
  expect(Object.fromEntries(found)).toEqual({
    a: ['keel', 'wheel'],
    b: ['keel', 'wheel', 'brake'],
    c: ['keel'],
    d: ['wheel', 'brake'],
  });
});

test('two figures are told apart by at least what both are known to', () => {
  const of = (a: number, b: number, u = 0) => apart({ value: a, uncertainty: u }, { value: b, uncertainty: u });
  expect([of(5, 5, 3), of(5, 4), of(10, 14, 3), of(10, 15, 3)].map(({ verdict }) => verdict)).toEqual([
    'same',
    'less',
    'too-small',
    'more',
  ]);
  expect(of(10, 14, 3)).toMatchObject({ difference: 4, uncertainty: Math.hypot(3, 3) });
});

test('what differs is what was changed, and only one change lets a figure speak', () => {
  const made = (things: Record<string, string>, features: string[], initial: Record<string, string> = {}): Made => ({
    id: 'x',
    things: new Map(Object.entries(things)),
    initial: new Map(Object.entries(initial)),
    features,
  });
  const plain = made({}, ['sled']);
  const thin = made({ ribs: '2 mm' }, ['sled'], { ribs: '3 mm' });
  const other = made({ ribs: '2 mm', paint: 'red' }, ['brake'], { ribs: '3 mm' });
  expect(differ(plain, thin)).toEqual([{ what: 'ribs', kind: 'thing', a: '3 mm', b: '2 mm' }]);
  expect(differ(thin, other).map(({ what, a, b }) => [what, a, b])).toEqual([
    ['paint', null, 'red'],
    ['sled', 'has it', null],
    ['brake', null, 'has it'],
  ]);
  const says = (a: Made, b: Made) => mayConclude(differ(a, b), '1', '2');
  expect(says(thin, thin)).toMatch(/^Nothing is recorded that differs/);
  expect(says(plain, thin)).toMatch(/differ in one thing, ribs: a difference/);
  expect(says(thin, other)).toMatch(/differ in 3 things, so the figures can’t say/);
});
