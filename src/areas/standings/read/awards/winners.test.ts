import fc from 'fast-check';
import { best } from '@/core/ranking';
import { gainOf } from './winners';

test('a gain is counted towards better, and towards the target where there is one', () => {
  expect(gainOf(10, 8, { better: 'lower' })).toBeCloseTo(0.2);
  expect(gainOf(8, 10, { better: 'lower' })).toBeCloseTo(-0.25);
  expect(gainOf(2, 3, { better: 'higher' })).toBeCloseTo(0.5);
  expect(gainOf(9, 10.1, { better: 'nearest', target: 10 })).toBeCloseTo(0.9);
  expect(gainOf(10, 9, { better: 'nearest', target: 10 })).toBeNull();
  expect(gainOf(0, 5, { better: 'higher' })).toBeNull();
});

test('the best are all who share the best figure; who has none is left out', () => {
  fc.assert(
    fc.property(
      fc.array(fc.option(fc.integer({ min: -5, max: 5 }))),
      fc.constantFrom('higher' as const, 'lower' as const),
      (figures, better) => {
        const known = figures.filter((one) => one !== null);
        const top = better === 'higher' ? Math.max(...known) : Math.min(...known);
        expect(best(figures, (one) => one, better)).toEqual(known.filter((one) => one === top));
      },
    ),
  );
  expect(best([0.1 + 0.2, 0.3], (one) => one, 'higher')).toHaveLength(2);
});
