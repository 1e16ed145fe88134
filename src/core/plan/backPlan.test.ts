import fc from 'fast-check';
import { CoreError } from '../units';
import { dateOf } from '../calendar';
import { backPlan, layOut, type Stage } from '.';

const weekly = (count: number, from = 20_700) => Array.from({ length: count }, (_, i) => dateOf(from + 7 * i));
const plan = (stages: Stage[], meetings = weekly(10), more: { today?: string } = {}) =>
  backPlan({ meetings, eventDate: dateOf(20_700 + 7 * 10), stages, ...more });
const stage = (id: string, meetings: number, after: string[] = [], more: Partial<Stage> = {}): Stage => ({
  id,
  meetings,
  after,
  ...more,
});

/** Stages in a random acyclic order: each may wait for those before it. */
const stagesOf = fc
  .array(
    fc.record({ meetings: fc.integer({ min: 1, max: 3 }), leadDays: fc.constantFrom(0, 0, 3, 10), mask: fc.nat(63) }),
    {
      minLength: 1,
      maxLength: 6,
    },
  )
  .map((list) =>
    list.map(({ meetings, leadDays, mask }, i): Stage => {
      const after = list.flatMap((_, j) => (j < i && mask & (1 << j) ? [`s${j}`] : []));
      return { id: `s${i}`, meetings, leadDays, after };
    }),
  );

test('a stage that starts at its latest start reaches the event, and a meeting later it does not', () => {
  fc.assert(
    fc.property(stagesOf, fc.integer({ min: 0, max: 5 }), (stages, which) => {
      const held = stages[which % stages.length]!;
      const before = layOut({ meetings: weekly(40), eventDate: dateOf(20_700 + 280), stages });
      const { slack } = before.stages.find((one) => one.id === held.id)!;
      const short = (delay: number) =>
        layOut({
          meetings: weekly(40),
          eventDate: dateOf(20_700 + 280),
          stages: stages.map((one) => (one === held ? { ...one, delay } : one)),
        }).shortBy;
      expect(short(slack)).toBe(0);
      expect(short(slack + 1)).toBeGreaterThan(0);
    }),
  );
});

test('without waiting times the slack of the critical stages is what is available less what is needed', () => {
  fc.assert(
    fc.property(stagesOf, fc.integer({ min: 0, max: 12 }), (stages, count) => {
      const found = plan(
        stages.map((one) => ({ ...one, leadDays: 0 })),
        weekly(count),
      );
      const least = Math.min(...found.stages.map((one) => one.slack));
      expect(least).toBe(Math.min(count, 10) - found.needed);
      expect(found.shortBy).toBe(Math.max(0, found.needed - found.available));
      expect(found.critical.length).toBeGreaterThan(0);
    }),
  );
});

test('minutes are covered by as many meetings as it takes, never sharing one', () => {
  const meetings = [50, 95, 50, 50].map((minutes, i) => ({ date: dateOf(20_700 + i), minutes }));
  const found = backPlan({
    meetings,
    eventDate: dateOf(20_710),
    stages: [
      { id: 'draw', minutes: 100 },
      { id: 'cut', minutes: 40, after: ['draw'] },
    ],
  });
  expect(found.stages[0]).toMatchObject({ earliestFinish: dateOf(20_701), latestStart: dateOf(20_701), slack: 1 });
  expect(found.stages[0]!.latestFinish).toBe(dateOf(20_702));
  expect(found.stages[1]).toMatchObject({ earliestStart: dateOf(20_702), latestStart: dateOf(20_703) });
});

test('what has to be delivered before the event finishes that much earlier', () => {
  const found = plan([stage('order', 1, [], { leadDays: 15 })]);
  // The last meeting is 7 days before the event; 15 days need the one three weeks before it.
  expect(found.stages[0]!.latestFinish).toBe(dateOf(20_700 + 49));
  expect(found.stages[0]!.slack).toBe(7);
});

test('two meetings on one day are two meetings', () => {
  const day = dateOf(20_700);
  expect(plan([stage('a', 2)], [day, day])).toMatchObject({ fits: true, available: 2 });
});

test('an event before today, or a term without meetings, leaves everything missing', () => {
  const found = plan([stage('a', 2), stage('b', 1, ['a'])], weekly(10), { today: dateOf(21_000) });
  expect(found).toMatchObject({ fits: false, available: 0, needed: 3, shortBy: 3 });
  expect(found.stages.every((one) => one.earliestStart === null && one.latestFinish === null)).toBe(true);
  expect(plan([stage('a', 1)], []).shortBy).toBe(1);
});

test('no stage at all fits', () => {
  expect(plan([])).toEqual({ stages: [], fits: true, available: 10, needed: 0, shortBy: 0, critical: [] });
});

test('a stage that is held back takes what follows along, and says what is left', () => {
  const stages = [stage('a', 2), { ...stage('b', 3, ['a']), delay: 2 }, stage('c', 1, ['b'])];
  const found = layOut({ meetings: weekly(10), eventDate: dateOf(20_770), stages });
  expect(found.stages.map(({ start, finish, slack }) => [start, finish, slack])).toEqual([
    [0, 1, 4],
    [4, 6, 2],
    [7, 7, 2],
  ]);
});

test.each<[string, Stage[], RegExp]>([
  [
    'through others',
    [stage('a', 1, ['c']), stage('b', 1, ['a']), stage('c', 1, ['b'])],
    /cycle: .*(a → b → c → a|b → c → a → b|c → a → b → c)/,
  ],
  ['on itself', [stage('a', 1, ['a'])], /cycle: a → a/],
  ['on an unknown one', [stage('a', 1, ['x'])], /"x"/],
  ['twice', [stage('a', 1), stage('a', 1)], /Two stages/],
  ['of no length', [stage('a', 0)], /can't take 0/],
  ['of half a meeting', [stage('a', 1.5)], /can't take 1.5/],
  ['without a length', [{ id: 'a' }], /needs its length/],
  ['with a waiting time of centuries', [stage('a', 1, [], { leadDays: 99_999 })], /waits longer/],
  ['in minutes without minutes of meetings', [{ id: 'a', minutes: 50 }], /meetings with their minutes/],
])('a stage %s throws', (_name, stages, message) => {
  expect(() => plan(stages)).toThrow(CoreError);
  expect(() => plan(stages)).toThrow(message);
});
