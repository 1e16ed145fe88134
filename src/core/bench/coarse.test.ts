import { coarseText } from '.';

const target = { kind: 'target', low: null, high: null, tolerance: 0.75, unit: 'ml' };
const range = { kind: 'range', low: 24, high: 26, tolerance: null, unit: 'ml' };
test.each([
  [0.7, target, null],
  [0.75, target, /too coarse for R-01: one reading is good to ± 0\.75/],
  [0.99, range, null],
  [1, range, /R-01 allows ± 1/],
  [99, { ...target, kind: 'max' }, null],
] as const)('an instrument good to ± %s', (uncertainty, asked, says) => {
  const text = coarseText('Cylinder', uncertainty, 'ml', asked, 'R-01');
  if (says === null) expect(text).toBeNull();
  else expect(text).toMatch(says);
});

test('in another unit it is the same, said in the unit of the limit', () => {
  expect(coarseText('Cylinder', 0.00074, 'l', target, 'R-01')).toBeNull();
  expect(coarseText('Cylinder', 0.00076, 'l', target, 'R-01')).toMatch(
    /good to ± 0\.76\sml, and R-01 allows ± 0\.75\sml/,
  );
});
