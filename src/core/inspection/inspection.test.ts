import fc from 'fast-check';
import { judge } from '../requirements';
import { KINDS, look, standing, type Looked, type Repaired } from '.';

describe('look', () => {
  const limit = { kind: 'max' as const, value: 2.27, unit: 'kg' };
  test('2.28 kg on a scale good to 0.02 kg against 2.27 kg: fails as read, may be let through, and what would settle it', () => {
    const near = look(limit, 2.28, 0.02);
    expect(near).toMatchObject({ simple: 'fails', guarded: 'inconclusive', may: ['fails', 'passes'] });
    expect(near.margin).toBeCloseTo(-0.01, 12);
    expect(near.settledBy).toBeCloseTo(0.01, 12);
    // With what it names the same value is clear; with a little more it is not.
    expect(look(limit, 2.28, near.settledBy! * 0.999).may).toEqual(['fails']);
    expect(look(limit, 2.28, near.settledBy! * 1.01).may).toHaveLength(2);
  });
  test('clear either way; on the limit itself; yes and no', () => {
    expect(look(limit, 2.3, 0.02).may).toEqual(['fails']);
    expect(look(limit, 2.2, 0.02)).toMatchObject({ may: ['passes'], settledBy: null });
    expect(look(limit, 2.27, 0.02)).toMatchObject({ simple: 'passes', may: ['passes', 'fails'], settledBy: null });
    expect(look(limit, 2.27)).toMatchObject({ simple: 'passes', may: ['passes'] });
    expect(look({ kind: 'yes' }, false)).toMatchObject({ simple: 'fails', may: ['fails'] });
  });
  test('says what requirements.judge says, under both rules', () => {
    const number = fc.integer({ min: -500, max: 500 }).map((n) => n / 100);
    const limits = fc.oneof(
      fc.record({ kind: fc.constantFrom('max' as const, 'min' as const), value: number, unit: fc.constant('kg') }),
      fc
        .tuple(number, number)
        .map(([a, b]) => ({ kind: 'range' as const, low: Math.min(a, b), high: Math.max(a, b), unit: 'kg' })),
      fc.record({
        kind: fc.constant('target' as const),
        value: number,
        tolerance: fc.constantFrom(0, 0.1, 1),
        unit: fc.constant('kg'),
      }),
    );
    fc.assert(
      fc.property(limits, number, fc.constantFrom(0, 0.01, 0.5), (of, value, expandedUncertainty) => {
        const measured = { value, unit: 'kg', expandedUncertainty };
        const found = look(of, value, expandedUncertainty);
        expect(found.guarded).toBe(judge({ limit: of, measured }).verdict);
        expect(found.simple === 'passes').toBe(
          judge({ limit: of, measured, decision: 'simple' }).verdict === 'conforms',
        );
      }),
    );
  });
});

describe('standing', () => {
  const checks = [
    { id: 'mass', kind: 'mass' as const },
    { id: 'height', kind: 'size' as const },
  ];
  const at = (check: string, decision: Looked['decision'], when: number): Looked => ({ check, decision, at: when });
  const state = (looked: Looked[], repairs: Repaired[] = [], sealedAt: number | null = null) =>
    standing({ checks, looked, repairs, sealedAt });

  test('from nothing to sealed, a failed look that is mended, and a repair that asks for what it touched', () => {
    expect(state([])).toMatchObject({ state: 'not-begun', mayStart: false, left: 2 });
    expect(state([at('mass', 'fails', 1)])).toMatchObject({ state: 'fails', left: 2 });
    const passed = [at('mass', 'fails', 1), at('mass', 'passes', 2), at('height', 'waived', 3)];
    expect(state(passed.slice(0, 2))).toMatchObject({ state: 'under-way', left: 1 });
    expect(state(passed)).toMatchObject({ state: 'passed', mayStart: false });
    expect(state(passed, [], 4)).toMatchObject({ state: 'sealed', mayStart: true });
    const mended = state(passed, [{ touched: ['mass'], at: 5 }], 4);
    expect(mended).toMatchObject({ state: 'under-way', mayStart: false, left: 1 });
    expect(mended.points).toEqual([
      { check: 'mass', state: 'again' },
      { check: 'height', state: 'waived' },
    ]);
    // What touches nothing that is looked at breaks the seal all the same: somebody looks and seals again.
    expect(state(passed, [{ touched: ['energy'], at: 5 }], 4)).toMatchObject({ state: 'passed', mayStart: false });
    expect(state([...passed, at('mass', 'passes', 6)], [{ touched: ['mass'], at: 5 }], 7)).toMatchObject({
      mayStart: true,
    });
  });

  test('nobody starts with a point that fails or was touched since, whatever the order of looks; without points everybody does', () => {
    const kinds = fc.constantFrom(...KINDS);
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom('mass', 'height'),
            fc.constantFrom('passes', 'fails', 'waived') as fc.Arbitrary<Looked['decision']>,
            fc.nat(20),
          ),
        ),
        fc.array(fc.tuple(fc.array(kinds), fc.nat(20))),
        fc.option(fc.nat(25)),
        (looks, repairs, sealedAt) => {
          const looked = looks.map(([check, decision, when]) => at(check, decision, when));
          const done = repairs.map(([touched, when]) => ({ touched, at: when }));
          const found = state(looked, done, sealedAt);
          // By brute force: sealed at or after everything, and every point's latest look fine and untouched since.
          const fine = checks.every(({ id, kind }) => {
            const own = looked.filter((one) => one.check === id);
            const last = own.filter((one) => one.at === Math.max(...own.map((o) => o.at))).at(-1);
            return (
              last && last.decision !== 'fails' && !done.some((one) => one.touched.includes(kind) && one.at >= last.at)
            );
          });
          const late = [...looked, ...done].every((one) => sealedAt !== null && one.at <= sealedAt);
          const lastLooks = checks.flatMap(({ id }) => looked.filter((one) => one.check === id).map((one) => one.at));
          expect(found.mayStart).toBe(
            Boolean(fine && sealedAt !== null && sealedAt >= Math.max(0, ...lastLooks, ...done.map((one) => one.at))),
          );
          if (late && fine) expect(found.mayStart).toBe(true);
        },
      ),
      { numRuns: 200 },
    );
    expect(standing({ checks: [], looked: [], repairs: [], sealedAt: null })).toMatchObject({ mayStart: true });
  });
});
