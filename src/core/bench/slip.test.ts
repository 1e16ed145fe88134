import fc from 'fast-check';
import { slip } from './slip';

const LENGTHS = { m: 1, cm: 0.01, mm: 0.001 };
const soFar = [7.9, 8.2, 8.4];
const looked = (value: number, unit = 'm', scales: Record<string, number> = LENGTHS) =>
  slip({ value, unit, soFar, scales });

describe('slip', () => {
  test.each([
    [8, 'm'],
    [3.95, 'm'],
    [16.8, 'm'],
    [812, 'cm'],
  ])('%d %s looks right, edges included', (value, unit) => expect(looked(value, unit)).toBeNull());

  test.each([
    [812, 'm', { value: 812, unit: 'cm' }],
    [8120, 'm', { value: 8120, unit: 'mm' }],
    [8.12, 'cm', { value: 8.12, unit: 'm' }],
  ])('%d %s was read in another unit', (value, unit, mended) => expect(looked(value, unit)!.mended).toEqual(mended));

  test.each([
    [81.2, { value: 8.12, unit: 's' }],
    [0.812, { value: 8.12, unit: 's' }],
    [0.00812, { value: 8.12, unit: 's' }],
    [3.94, null],
    [-8, null],
  ])('%d s, where no unit fits: its decimal point slipped, or nothing can be offered', (value, mended) =>
    expect(looked(value, 's', { s: 1, min: 60 })!.mended).toEqual(mended),
  );

  test('what it offers always looks right, and fewer than three runs say nothing', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0001, max: 1e5, noNaN: true }), (value) => {
        const found = looked(value)?.mended;
        if (found) expect(looked(found.value, found.unit)).toBeNull();
      }),
      { seed: 3 },
    );
    expect(slip({ value: 800, unit: 'm', soFar: [8, 8.1], scales: LENGTHS })).toBeNull();
    expect(slip({ value: 800, unit: 'toString', soFar, scales: LENGTHS })).toBeNull();
  });
});
