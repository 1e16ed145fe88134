import { WORLDS } from '../../../tests/bench/classSimulator';
import { judgeForecast } from '../../../tests/bench/judgeForecast';
import { CoreError } from '../units';
import { forecast, type Progress } from '.';

const at = (done: number, spent: number, left: number, held: number, current = Math.min(left, 2)): Progress => ({
  done,
  spent,
  left,
  current,
  held,
});

test('before anything is done the plan is what is expected', () => {
  const [only] = forecast({ teams: [at(0, 0, 10, 0)] });
  expect(only).toMatchObject({ pace: 1, ownShare: 0, finish: 10 });
  expect(only!.interval[0]).toBeLessThan(10);
  expect(only!.interval[1]).toBeGreaterThan(10);
});

test('by hand: a team that took 9 meetings for 6, alone in its class', () => {
  // Class: 6/(6 + 9) of 1.5 and the rest of 1 = 1.2. Own: 6/(6 + 8) of 1.5 and the rest of 1.2 = 1.32857.
  const [only] = forecast({ teams: [at(6, 9, 8, 9)] });
  expect(only!.pace).toBeCloseTo(1.32857, 4);
  expect(only!.ownShare).toBeCloseTo(6 / 14, 12);
  expect(only!.finish).toBe(Math.round(9 + 8 * 1.32857));
  // Spread: 1.28155 × 1.32857 × √(8 × 0.32 + 64 × (0.04 × 8/14 + 0.02)) = 3.917; 19.629 − 0.7 and + 1.4 of it.
  expect(only!.interval).toEqual([16, 26]);
});

test('by hand: what is recent counts for more', () => {
  // 4 for 3 of late and 0.6 of 5 for 3 before: 7 for 4.8. Class: 4.8/(4.8 + 9) of 1.45833 and the rest of 1 = 1.15942.
  const team = { ...at(6, 9, 8, 9), recent: { done: 3, spent: 4 } };
  const [only] = forecast({ teams: [team] });
  expect(only!.ownShare).toBeCloseTo(4.8 / 12.8, 12);
  expect(only!.pace).toBeCloseTo((4.8 / 12.8) * (7 / 4.8) + (8 / 12.8) * 1.15942, 4);
  const slower = { ...team, recent: { done: 3, spent: 7 } };
  expect(forecast({ teams: [slower] })[0]!.finish).toBeGreaterThan(only!.finish);
});

test('a team that has handed in nothing yet is expected to go as its class does', () => {
  const [slow, fresh] = forecast({ teams: [at(10, 20, 5, 20), at(0, 0, 15, 20)] });
  expect(fresh!.pace).toBeGreaterThan(1);
  expect(fresh!.pace).toBeLessThan(slow!.pace);
});

test('nobody finishes in a meeting that is over', () => {
  const [late] = forecast({ teams: [at(8, 8, 2, 25)] });
  expect(late!.finish).toBeGreaterThanOrEqual(26);
  expect(late!.interval[0]).toBeGreaterThanOrEqual(26);
});

test('a team that is done stays where it ended', () => {
  expect(forecast({ teams: [at(10, 12, 0, 20)] })[0]).toMatchObject({ finish: 12, interval: [12, 12] });
});

test('a higher level gives a wider interval', () => {
  const width = (level: number) => {
    const [low, high] = forecast({ teams: [at(4, 5, 10, 5)], level })[0]!.interval;
    return high - low;
  };
  expect(width(0.95)).toBeGreaterThan(width(0.5));
});

test.each([
  ['negative figures', at(-1, 0, 5, 0)],
  ['more in hand than is left', at(1, 1, 1, 1, 3)],
  ['more of late than altogether', { ...at(4, 5, 6, 5), recent: { done: 5, spent: 5 } }],
])('%s throw', (_name, team) => {
  expect(() => forecast({ teams: [team] })).toThrow(CoreError);
});

test('on classes as planned it is better than the plan and than the same pace', () => {
  const judged = judgeForecast(200, 7);
  expect(judged).toHaveLength(3);
  for (const { asPlanned, samePace, program } of judged) expect(program).toBeLessThan(Math.min(asPlanned, samePace));
});

test.each(Object.entries(WORLDS))('its interval holds where %s', (_kind, world) => {
  for (const { covered } of judgeForecast(150, 7, world)) {
    expect(covered).toBeGreaterThan(0.71);
    expect(covered).toBeLessThan(0.93);
  }
});
