import { coarseText, instrument } from '.';
import { ownAccuracy } from './ownAccuracy';

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

describe('the class’s own instrument', () => {
  test('its accuracy has the standard uncertainty of the readings, rounded up', () => {
    const found = ownAccuracy({ readings: [4.9, 5.1, 5, 5.2, 4.8] });
    // By hand: s = √(0.1 / 4) = 0.1581…, √3 · s = 0.2739.
    expect(found).toMatchObject({ n: 5, offset: null, accuracy: 0.28 });
    const { standardUncertainty } = instrument({ accuracy: found.accuracy });
    expect(standardUncertainty).toBeGreaterThanOrEqual(found.standardDeviation);
    expect(standardUncertainty).toBeLessThan(found.standardDeviation * 1.05);
  });
  test('where the value is known, a standing offset counts', () => {
    const { offset, accuracy } = ownAccuracy({ readings: [4.9, 5.1, 5, 5.2, 4.8], known: 4.6 });
    expect(offset).toBeCloseTo(0.4, 12);
    // √3 · √(0.025 + 0.16) = 0.7449…
    expect(accuracy).toBe(0.75);
    expect(ownAccuracy({ readings: [2, 2, 2, 2, 2], known: 1 }).accuracy).toBe(1.8);
  });
  test('four readings, or equal ones, say too little', () => {
    expect(() => ownAccuracy({ readings: [1, 2, 3, 4] })).toThrow(/At least 5/);
    expect(() => ownAccuracy({ readings: [2, 2, 2, 2, 2] })).toThrow(/smallest step/);
    expect(() => ownAccuracy({ readings: [2, 2, 2, 2, 2], known: 2 })).toThrow(/smallest step/);
  });
});
