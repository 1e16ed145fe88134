import fc from 'fast-check';
import { CLAIMS, type ClaimWord } from '../changes';
import { claim, CoreError, lineage, type Descent } from '.';

const SEED = 17;
const ids = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
const family = fc
  .array(
    fc.record({
      parents: fc.uniqueArray(fc.nat(6), { maxLength: 3 }),
      features: fc.array(fc.constantFrom('x', 'y', 'z')),
    }),
    {
      minLength: 1,
      maxLength: 7,
    },
  )
  .map((list): Descent[] =>
    list.map(({ parents, features }, i) => ({
      id: ids[i]!,
      parents: parents.filter((at) => at < list.length).map((at) => ids[at]!),
      features,
    })),
  );

describe('lineage', () => {
  test('agrees with reachability by repeated squaring and generations by trying all paths', () => {
    let circles = 0;
    fc.assert(
      fc.property(family, (iterations) => {
        const found = lineage({ iterations });
        const n = iterations.length;
        const at = new Map(iterations.map(({ id }, i) => [id, i] as const));
        // reach[i][j]: i comes from j.
        const reach = iterations.map(({ parents }) => iterations.map(({ id }) => parents.includes(id)));
        for (let k = 0; k < n; k++)
          for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) reach[i]![j] ||= reach[i]![k]! && reach[k]![j]!;
        const lost = (i: number) => reach[i]!.some((yes, j) => yes && reach[j]![j]!) || reach[i]![i]!;
        const longest = (i: number): number =>
          1 + Math.max(0, ...iterations[i]!.parents.map((parent) => longest(at.get(parent)!)));
        for (const { id, generation } of found.generations) {
          const i = at.get(id)!;
          expect(generation).toBe(lost(i) ? null : longest(i));
        }
        const alike = new Set(
          iterations.flatMap((_, i) =>
            reach[i]![i]!
              ? [
                  iterations
                    .filter((_, j) => i === j || (reach[i]![j]! && reach[j]![i]!))
                    .map(({ id }) => id)
                    .join(),
                ]
              : [],
          ),
        );
        expect(found.circles.map((circle) => circle.join())).toEqual([...alike]);
        circles += alike.size;
        // The order, by looking through the whole list at each step.
        const placed: string[] = [];
        for (;;) {
          const next = iterations.find(
            ({ id, parents }) => !placed.includes(id) && parents.every((one) => placed.includes(one)),
          );
          if (!next) break;
          placed.push(next.id);
        }
        expect(found.order).toEqual([...placed, ...ids.slice(0, n).filter((id) => !placed.includes(id))]);
        for (const { feature, first, origins, dropped } of found.features) {
          const has = (i: number) => iterations[i]!.features!.includes(feature);
          const of = (want: (i: number) => boolean) => found.order.filter((id) => want(at.get(id)!));
          expect(origins).toEqual(of((i) => has(i) && !reach[i]!.some((yes, j) => yes && j !== i && has(j))));
          expect(dropped).toEqual(of((i) => !has(i) && iterations[i]!.parents.some((one) => has(at.get(one)!))));
          expect(first).toBe(of(has)[0]);
        }
      }),
      { seed: SEED, numRuns: 400 },
    );
    expect(circles).toBeGreaterThan(20);
  });

  test.each([
    ['an unknown one', [{ id: 'a', parents: ['zz'] }], /zz/],
    [
      'an id twice',
      [
        { id: 'a', parents: [] },
        { id: 'a', parents: [] },
      ],
      /a appears twice/,
    ],
    [
      'a parent twice',
      [
        { id: 'a', parents: [] },
        { id: 'b', parents: ['a', 'a'] },
      ],
      /twice/,
    ],
  ])('%s is named', (_name, iterations, says) => {
    expect(() => lineage({ iterations })).toThrow(CoreError);
    expect(() => lineage({ iterations })).toThrow(says);
  });

  test('a chain of 2,000 does not exhaust the stack', () => {
    const chain = Array.from({ length: 2000 }, (_, i) => ({ id: `${i}`, parents: i ? [`${i - 1}`] : [] }));
    expect(lineage({ iterations: chain.toReversed() }).generations.at(-1)).toEqual({ id: '1999', generation: 2000 });
  });
});

describe('claim', () => {
  const figure = fc.record({
    value: fc.integer({ min: -500, max: 500 }),
    standardUncertainty: fc.integer({ min: 0, max: 40 }),
  });
  const OPPOSITE: Partial<Record<ClaimWord, ClaimWord>> = {
    lighter: 'heavier',
    cheaper: 'dearer',
    smaller: 'larger',
    weaker: 'stronger',
    faster: 'slower',
  };

  test('the opposite claim and the way back turn a verdict round; another unit leaves it', () => {
    const turned = { confirmed: 'contradicted', contradicted: 'confirmed' } as Record<string, string>;
    const seen = new Set<string>();
    fc.assert(
      fc.property(figure, figure, fc.constantFrom(...Object.entries(OPPOSITE)), (one, other, [word, opposite]) => {
        const unit = 's';
        const [parent, child] = [one, other].map((of) => ({ ...of, unit })) as [
          typeof one & { unit: string },
          typeof one & { unit: string },
        ];
        const there = claim({ claim: word, parent, child });
        seen.add(there.verdict);
        const other_ = turned[there.verdict] ?? there.verdict;
        expect(claim({ claim: opposite, parent, child }).verdict).toBe(other_);
        // By the definition, in whole numbers: 4(u² + u²) against the square of the difference.
        const gained = (word === 'stronger' ? 1 : -1) * (other.value - one.value);
        const enough = gained ** 2 >= 4 * (one.standardUncertainty ** 2 + other.standardUncertainty ** 2);
        expect(there.verdict).toBe(
          gained === 0 || !enough ? 'not-confirmed' : gained > 0 ? 'confirmed' : 'contradicted',
        );
        const milli = { value: child.value * 1000, standardUncertainty: child.standardUncertainty * 1000, unit: 'ms' };
        expect(claim({ claim: word, parent, child: milli }).verdict).toBe(there.verdict);
      }),
      { seed: SEED, numRuns: 400 },
    );
    expect(seen.size).toBe(3);
  });

  test('faster is less of a time and more of a rate, and says so for anything else', () => {
    const verdict = (unit: string, word = 'faster') =>
      claim({ claim: word, parent: { value: 10, unit }, child: { value: 9, unit } }).verdict;
    expect(['s', 'm/s', 'rpm', 'Hz', 'km/hr'].map((unit) => verdict(unit))).toEqual([
      'confirmed',
      ...Array(4).fill('contradicted'),
    ]);
    expect(verdict('m/s', 'slower')).toBe('confirmed');
    expect(() => verdict('g')).toThrow(/faster/);
    expect(() => verdict('g', 'greener')).toThrow(/greener/);
    expect(CLAIMS).toHaveLength(11);
  });

  test('what was found is said with what it is known to', () => {
    const says = (child: number) =>
      claim({
        claim: 'lighter',
        parent: { value: 412, unit: 'g', standardUncertainty: 1 },
        child: { value: child, unit: 'g', standardUncertainty: 1 },
      }).because;
    expect(says(395)).toBe('412 → 395 g, a change of −17.0 ± 2.8 g.');
    expect(says(411)).toMatch(/too small to tell/);
    expect(says(412)).toBe('412 → 412 g, no change.');
    expect(claim({ claim: 'lighter', parent: null, child: null }).because).toBe(
      'Not measured before or after the change.',
    );
  });

  test('exactly as much as can be told is enough, in spite of rounding', () => {
    const half = { unit: 's', standardUncertainty: 0.05 };
    const check = claim({
      claim: 'slower',
      parent: { value: 0.1, ...half, standardUncertainty: 0.1 },
      child: { value: 0.3, unit: 's' },
    });
    expect(check.verdict).toBe('confirmed');
  });
});
