import fc from 'fast-check';
import { CoreError, readNumber } from '.';

test.each([
  ['12.5', 12.5],
  [' 7 ', 7],
  ['-3', -3],
  ['\u22124.2', -4.2],
  ['+8', 8],
  ['.5', 0.5],
  ['5.', 5],
  ['1e3', 1000],
  ['2.5E-2', 0.025],
  ['7.125', 7.125],
  ['0.250', 0.25],
])('%s is read as %d without a remark', (text, value) => {
  expect(readNumber(text)).toEqual({ value });
});

test.each([
  ['12,5', 12.5],
  ['0,125', 0.125],
  [',5', 0.5],
  ['-1,25', -1.25],
])('a decimal comma in %s is accepted and said', (text, value) => {
  expect(readNumber(text)).toEqual({ value, note: `"${text}" was read as ${value}` });
});

test.each(['1,200', '12,500', '-999,000', '1.200', '12.500', '2.000'])(
  '%s could be read in two ways and is refused',
  (text) => {
    expect(() => readNumber(text)).toThrow(/two ways/);
  },
);

test.each(['1e400', '-1e400', '9e99', '1000000000000001'.padEnd(20, '0')])('%s is too large', (text) => {
  expect(() => readNumber(text)).toThrow(/too large/);
});

test.each(['', '   ', 'abc', '1.2.3', '12 5', '0x10', 'NaN', 'Infinity', '1e', '--4', '<b>7</b>', '7;'])(
  '"%s" is refused',
  (text) => {
    expect(() => readNumber(text)).toThrow(CoreError);
  },
);

test('forty thousand digits are refused at once', () => {
  expect(() => readNumber('1'.repeat(40_000))).toThrow(/not a number/);
});

test('ten thousand characters give a short message', () => {
  try {
    readNumber('x'.repeat(10_000));
    throw new Error('was accepted');
  } catch (error) {
    expect(error).toBeInstanceOf(CoreError);
    expect((error as Error).message.length).toBeLessThan(120);
  }
});

test('whatever number is written in decimals is read back', () => {
  fc.assert(
    fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.integer({ min: 0, max: 4 }), (n, decimals) => {
      const value = Number((n / 10 ** decimals).toFixed(decimals));
      expect(readNumber(String(value)).value).toBe(value);
    }),
  );
});
