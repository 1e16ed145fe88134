import { look } from '@/core/inspection';
import { limitWords, lookWords, readWords } from './readingWords';
import { stateWords } from './words';

test('what an inspector reads beside a value', () => {
  const limit = { kind: 'max' as const, value: 900, unit: 'g' };
  expect(lookWords(look(limit, 880, 5), 'g')).toBe('Passes clearly.');
  expect(lookWords(look(limit, 950, 5), 'g')).toBe('Fails clearly.');
  expect(lookWords(look(limit, 902, 5), 'g')).toMatch(
    /^As read it fails, but .* either way\. An instrument that is good to better than ± 2\s?g would settle it\.$/,
  );
  expect(lookWords(look(limit, 900, 5), 'g')).toMatch(/It lies on the limit itself\.$/);
  expect(readWords(null, null, 0, true)).toBe('yes');
  expect(readWords(null, null, 0, null)).toBe('not measured');
});

test('limits and devices in words', () => {
  expect(limitWords({ kind: 'yes' })).toBe('yes');
  expect(limitWords({ kind: 'range', low: 3, high: 5, unit: 'mm' })).toMatch(/^3.* to 5\s?mm$/);
  expect(limitWords(null)).toBe('no limit any more');
  const points = [{ check: 'c', state: 'again' as const }];
  expect(stateWords({ state: 'under-way', points })).toBe('repaired: look again');
  expect(stateWords({ state: 'under-way', points: [{ check: 'c', state: 'open' }] })).toBe('not finished');
});
