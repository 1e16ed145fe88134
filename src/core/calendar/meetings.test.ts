import fc from 'fast-check';
import { CoreError } from '../units';
import { dateOf, dayNumber, meetings, weekdayOf, weekOf, type Pattern } from '.';

const monday: Pattern = { kind: 'weekly', slots: [{ day: 'Mon', start: '10:05', minutes: 50 }] };
const block: Pattern = {
  kind: 'weekly',
  slots: [
    { day: 'Mon', start: '10:05', minutes: 50 },
    { day: 'Thu', start: '08:15', minutes: 95 },
  ],
};
const rotation: Pattern = {
  kind: 'rotation',
  cycle: ['A', 'B'],
  meetsOn: ['A'],
  firstDay: '2026-10-05',
  start: '09:00',
  minutes: 60,
};
const dates = (input: Parameters<typeof meetings>[0]) => meetings(input).meetings.map((m) => m.date);

describe('weekly', () => {
  test('meets in each slot, both ends included', () => {
    expect(meetings({ pattern: block, from: '2026-10-05', to: '2026-10-12' }).meetings).toEqual([
      { date: '2026-10-05', start: '10:05', minutes: 50 },
      { date: '2026-10-08', start: '08:15', minutes: 95 },
      { date: '2026-10-12', start: '10:05', minutes: 50 },
    ]);
  });

  test('a holiday takes its meetings away, an extra one on it stays', () => {
    const noClass = [{ from: '2026-10-05', to: '2026-10-09', reason: 'autumn break' }];
    const extra = [{ date: '2026-10-07', start: '13:00', minutes: 120 }];
    expect(dates({ pattern: block, from: '2026-10-05', to: '2026-10-12', noClass, extra })).toEqual([
      '2026-10-07',
      '2026-10-12',
    ]);
  });

  test('an extra meeting takes the place of the regular one at its time', () => {
    const extra = [{ date: '2026-10-05', start: '10:05', minutes: 100 }];
    expect(meetings({ pattern: monday, from: '2026-10-05', to: '2026-10-05', extra }).meetings).toEqual(extra);
  });

  test('a lost meeting is cancelled alone, a lost day with all its regular ones', () => {
    const lost = [{ date: '2026-10-05', start: '10:05' }, { date: '2026-10-08' }];
    const extra = [{ date: '2026-10-08', start: '13:00', minutes: 60 }];
    expect(meetings({ pattern: block, from: '2026-10-05', to: '2026-10-12', lost, extra }).meetings).toEqual([
      { date: '2026-10-08', start: '13:00', minutes: 60 },
      { date: '2026-10-12', start: '10:05', minutes: 50 },
    ]);
  });

  test('an extra meeting outside the span is left out', () => {
    const extra = [{ date: '2026-10-13', start: '10:05', minutes: 50 }];
    expect(dates({ pattern: monday, from: '2026-10-05', to: '2026-10-12', extra })).toEqual([
      '2026-10-05',
      '2026-10-12',
    ]);
  });
});

describe('rotation', () => {
  test('letters advance on school days only', () => {
    expect(dates({ pattern: rotation, from: '2026-10-05', to: '2026-10-16' })).toEqual([
      '2026-10-05',
      '2026-10-07',
      '2026-10-09',
      '2026-10-13',
      '2026-10-15',
    ]);
  });

  test('a day without class does not use up a letter', () => {
    const noClass = [{ from: '2026-10-06', to: '2026-10-06' }];
    expect(dates({ pattern: rotation, from: '2026-10-05', to: '2026-10-09', noClass })).toEqual([
      '2026-10-05',
      '2026-10-08',
    ]);
  });

  test('a lost meeting keeps its letter, so the next one does not move', () => {
    expect(dates({ pattern: rotation, from: '2026-10-05', to: '2026-10-09', lost: [{ date: '2026-10-07' }] })).toEqual([
      '2026-10-05',
      '2026-10-09',
    ]);
  });

  test('a span that begins later counts from the first day all the same', () => {
    const whole = dates({ pattern: rotation, from: '2026-10-05', to: '2026-11-30' });
    const part = dates({ pattern: rotation, from: '2026-11-01', to: '2026-11-30' });
    expect(part).toEqual(whole.filter((date) => date >= '2026-11-01'));
  });

  test('nothing meets before the first day', () => {
    expect(dates({ pattern: rotation, from: '2026-09-01', to: '2026-10-04' })).toEqual([]);
  });
});

describe('properties', () => {
  const day = fc.integer({ min: 20_000, max: 21_500 });

  test('the list is sorted, inside the span, and on the pattern’s weekdays', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: 0, max: 120 }), (start, length) => {
        const [from, to] = [dateOf(start), dateOf(start + length)];
        const found = meetings({ pattern: block, from, to }).meetings;
        const keys = found.map((m) => m.date + m.start);
        expect(keys).toEqual([...keys].sort());
        for (const m of found) {
          expect(m.date >= from && m.date <= to).toBe(true);
          expect(['Mon', 'Thu']).toContain(weekdayOf(dayNumber(m.date)));
        }
        expect(found.length).toBeGreaterThanOrEqual(2 * Math.floor((length + 1) / 7));
      }),
    );
  });

  test('a date and its day number are each other’s inverse', () => {
    fc.assert(fc.property(day, (n) => expect(dayNumber(dateOf(n))).toBe(n)));
  });
});

test.each<[string, unknown]>([
  ['a date that does not exist', { pattern: monday, from: '2026-02-30', to: '2026-03-01' }],
  ['a date in words', { pattern: monday, from: 'tomorrow', to: '2026-03-01' }],
  ['reversed dates', { pattern: monday, from: '2026-03-02', to: '2026-03-01' }],
  [
    'a reversed holiday',
    { pattern: monday, from: '2026-03-01', to: '2026-03-02', noClass: [{ from: '2026-03-02', to: '2026-03-01' }] },
  ],
  ['no slot', { pattern: { kind: 'weekly', slots: [] }, from: '2026-03-01', to: '2026-03-02' }],
  [
    'an unknown weekday',
    {
      pattern: { kind: 'weekly', slots: [{ day: 'Mo', start: '10:00', minutes: 5 }] },
      from: '2026-03-01',
      to: '2026-03-02',
    },
  ],
  [
    'an impossible time',
    {
      pattern: { kind: 'weekly', slots: [{ day: 'Mon', start: '24:00', minutes: 5 }] },
      from: '2026-03-01',
      to: '2026-03-02',
    },
  ],
  [
    'a meeting of no length',
    {
      pattern: { kind: 'weekly', slots: [{ day: 'Mon', start: '10:00', minutes: 0 }] },
      from: '2026-03-01',
      to: '2026-03-02',
    },
  ],
  ['a letter outside the cycle', { pattern: { ...rotation, meetsOn: ['C'] }, from: '2026-03-01', to: '2026-03-02' }],
  ['an unknown kind of pattern', { pattern: { kind: 'monthly' }, from: '2026-03-01', to: '2026-03-02' }],
  ['a span of centuries', { pattern: monday, from: '1900-01-01', to: '2026-03-02' }],
])('%s throws', (_name, input) => {
  expect(() => meetings(input as Parameters<typeof meetings>[0])).toThrow(CoreError);
});

test('weeks run from Monday to Sunday', () => {
  expect(
    ['2026-10-04', '2026-10-05', '2026-10-11', '2026-10-12'].map((day) => weekOf(day) - weekOf('2026-10-05')),
  ).toEqual([-1, 0, 0, 1]);
});
