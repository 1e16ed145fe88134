import { CoreError } from '../units';
import { assembly, meet, PART_STATES, scale, type Part } from '.';

describe('meet', () => {
  const one = { value: 120, unit: 'mm', tolerance: 0.5 };
  test('the edge of the smaller tolerance still agrees, in other units and whatever binary says', () => {
    expect(meet({ one, other: { value: 12.03, unit: 'cm', tolerance: 0.03 } })).toEqual({
      agree: true,
      difference: 0.3,
      allowed: 0.3,
      unit: 'mm',
    });
    expect(meet({ one, other: { value: 120.6, unit: 'mm', tolerance: 1 } }).agree).toBe(false);
    expect(
      meet({ one: { value: 0.3, unit: 'in', tolerance: 0.1 }, other: { value: 0.2, unit: 'in', tolerance: 0.1 } })
        .agree,
    ).toBe(true);
  });
  test('a length does not meet a mass; a tolerance is not negative', () => {
    expect(() => meet({ one, other: { value: 1, unit: 'kg', tolerance: 0 } })).toThrow(/cannot convert/i);
    expect(() => meet({ one, other: { ...one, tolerance: -1 } })).toThrow(CoreError);
    expect(() => meet({ one, other: { ...one, value: NaN } })).toThrow(CoreError);
  });
});

test('a length goes to the model and back; at the thinnest it stands, below it not', () => {
  const to = { from: 'in', to: 'mm', ratio: 20, least: { value: 0.8, unit: 'mm' } } as const;
  expect(scale({ value: 12, ...to, towards: 'model' })).toEqual({ value: 15.24, unit: 'mm', tooThin: false });
  expect(
    scale({ value: 16, from: 'mm', to: 'mm', ratio: 20, towards: 'model', least: { value: 0.08, unit: 'cm' } }).tooThin,
  ).toBe(false);
  expect(
    scale({ value: 15.9, from: 'mm', to: 'mm', ratio: 20, towards: 'model', least: { value: 0.8, unit: 'mm' } })
      .tooThin,
  ).toBe(true);
  expect(scale({ value: 15.24, from: 'mm', to: 'in', ratio: 20, towards: 'full size' }).value).toBe(12);
  expect(() => scale({ value: 1, from: 'mm', to: 'mm', ratio: 0, towards: 'model' })).toThrow(/scale/);
  expect(() => scale({ value: 1, from: 'mm', to: 'g', ratio: 2, towards: 'model' })).toThrow(/cannot convert/i);
});

describe('assembly', () => {
  const part = (id: string, state: Part['state'], more: Partial<Part> = {}): Part => ({
    id,
    state,
    owner: 'a',
    checker: null,
    share: 1,
    ...more,
  });
  test('the first check is the checker’s, the second a third person’s, the rest the owner’s', () => {
    const { turns, idle } = assembly({
      people: ['a', 'b', 'c'],
      parts: [part('P1', 'drawn', { checker: 'b' }), part('P2', 'checked', { checkedBy: 'b' }), part('P3', 'fits')],
      interfaces: [],
    });
    expect(turns).toEqual([
      { part: 'P1', does: 'checks the drawing', person: 'b', not: ['a'] },
      { part: 'P2', does: 'checks it a second time', person: null, not: ['a', 'b'] },
      { part: 'P3', does: 'cuts it in final material', person: 'a', not: [] },
    ]);
    expect(idle).toEqual(['c']);
  });
  test('what does not fit yet and interfaces that disagree or are silent block it; shares add up to equal ones', () => {
    const { blocks, shares } = assembly({
      people: ['a', 'b'],
      parts: [
        part('P1', 'fits', { share: 3 }),
        part('P2', 'listed', { owner: 'b' }),
        part('P3', 'done', { owner: null }),
      ],
      interfaces: [
        { name: 'slot', one: 'P1', other: 'P2', agree: false },
        { name: 'edge', one: 'P1', other: 'P3', agree: null },
        { name: 'foot', one: 'P2', other: 'P3', agree: true },
      ],
    });
    expect(blocks.map(({ why }) => why)).toEqual([
      'is not drawn yet',
      'slot: the two sides do not agree',
      'edge: one side has said nothing',
    ]);
    expect(shares).toEqual([
      { person: 'a', share: 3, equal: 2 },
      { person: 'b', share: 1, equal: 2 },
    ]);
  });
  test('every part that is not done is somebody’s turn; an owner who checks, a part twice, a stranger: throws', () => {
    for (const state of PART_STATES) {
      const { turns } = assembly({ people: ['a'], parts: [part('P1', state)], interfaces: [] });
      expect(turns).toHaveLength(state === 'done' ? 0 : 1);
    }
    const call =
      (...parts: Part[]) =>
      () =>
        assembly({ people: ['a'], parts, interfaces: [] });
    expect(call(part('P1', 'drawn', { checker: 'a' }))).toThrow(/can't be its checker/);
    expect(call(part('P1', 'drawn'), part('P1', 'drawn'))).toThrow(/twice/);
    expect(call(part('P1', 'drawn', { owner: 'z' }))).toThrow(/z/);
    expect(call(part('P1', 'glued' as never))).toThrow(CoreError);
    expect(call(part('P1', 'drawn', { share: 0 }))).toThrow(/share/);
  });
});
