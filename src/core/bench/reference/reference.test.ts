import { readFileSync } from 'node:fs';
import path from 'node:path';
import * as bench from '..';

interface Case {
  name: string;
  function: 'compare' | 'drift' | 'fit' | 'effectiveSize' | 'series' | 'propagate';
  input: never;
  expect: unknown;
}
const cases = JSON.parse(readFileSync(path.join(__dirname, 'bench.json'), 'utf8')) as Case[];

/** Each number that scipy has, within 1e-8 of itself or of 1, whichever is larger. */
function far(expected: unknown, found: unknown, at: string): string[] {
  if (typeof expected === 'number') {
    const close = typeof found === 'number' && Math.abs(found - expected) <= 1e-8 * Math.max(1, Math.abs(expected));
    return close ? [] : [`${at}: ${String(found)} instead of ${expected}`];
  }
  if (expected === null || typeof expected !== 'object') return expected === found ? [] : [`${at}: ${String(found)}`];
  return Object.entries(expected).flatMap(([key, one]) =>
    far(one, (found as Record<string, unknown> | null)?.[key], `${at}.${key}`),
  );
}

test.each(cases)('$function, $name: as scipy has it', ({ function: name, input, expect: expected }) => {
  expect(far(expected, bench[name](input), name)).toEqual([]);
});

test('ten data sets are looked at', () => {
  expect(cases).toHaveLength(10);
});
