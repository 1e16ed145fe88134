import fc from 'fast-check';
import { CoreError } from '../units';
import { draw } from '.';

test('a draw is a permutation, and the same seed draws the same', () => {
  fc.assert(
    fc.property(fc.array(fc.string(), { minLength: 1, maxLength: 30 }), fc.string({ minLength: 1 }), (names, seed) => {
      const { order } = draw({ names, seed });
      expect([...order].sort()).toEqual([...names].sort());
      expect(draw({ names, seed })).toEqual({ order });
    }),
    { seed: 3 },
  );
});

test('each of three comes first about equally often over many seeds', () => {
  const first = { A: 0, B: 0, C: 0 };
  for (let i = 0; i < 3000; i++) first[draw({ names: ['A', 'B', 'C'], seed: String(i) }).order[0] as 'A']++;
  for (const count of Object.values(first)) expect(Math.abs(count - 1000)).toBeLessThan(110); // 4 standard deviations
});

test('a seed in letters beyond ASCII counts by its bytes in UTF-8', () => {
  const names = Array.from({ length: 12 }, (_, i) => String(i));
  expect(draw({ names, seed: 'ä' }).order).not.toEqual(draw({ names, seed: 'a' }).order);
});

test('nobody to draw, or no seed: throws', () => {
  expect(() => draw({ names: [], seed: '1' })).toThrow(CoreError);
  expect(() => draw({ names: ['A'], seed: '' })).toThrow(/announced seed/);
  expect(() => draw({ names: ['A'], seed: 4711 as never })).toThrow(CoreError);
});
