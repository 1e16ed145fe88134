import fc from 'fast-check';
import { CoreError } from '../units';
import { freeStations, inTurn, minutesOf, openingIn, slots, timeOf, type Taken, type Waiting } from '.';

const taken = fc.array(
  fc.record({ station: fc.integer({ min: 1, max: 3 }), from: fc.integer({ min: 0, max: 90 }), to: fc.constant(0) }),
  { maxLength: 6 },
);
const machine = fc.record({
  useMinutes: fc.integer({ min: 1, max: 20 }),
  resetMinutes: fc.integer({ min: 0, max: 5 }),
  capacity: fc.integer({ min: 1, max: 3 }),
  lasts: fc.integer({ min: 1, max: 20 }),
});

test('a slot lies in the opening, and its free stations are exactly those that no minute of it or its reset touches', () => {
  fc.assert(
    fc.property(machine, taken, ({ lasts, ...rest }, others) => {
      const opening = { from: 10, to: 80 };
      const all: Taken[] = others.map((one) => ({ ...one, to: one.from + lasts }));
      const { useMinutes, resetMinutes, capacity } = rest;
      const found = slots({ opening, ...rest, taken: all });
      expect(found.map((slot) => slot.start)).toEqual(
        Array.from({ length: 100 }, (_, i) => 10 + i * (useMinutes + resetMinutes)).filter(
          (at) => at + useMinutes <= 80,
        ),
      );
      for (const { start, free } of found) {
        const minutes = Array.from({ length: useMinutes + resetMinutes }, (_, i) => start + i);
        const touched = (station: number) =>
          all.some(
            (one) => one.station === station && minutes.some((at) => one.from <= at && at < one.to + resetMinutes),
          );
        expect(free).toEqual(Array.from({ length: capacity }, (_, i) => i + 1).filter((station) => !touched(station)));
      }
    }),
    { seed: 11, numRuns: 300 },
  );
});

test('a use may end with the opening, and may begin when the station before it is reset', () => {
  const shared = { useMinutes: 10, resetMinutes: 2, capacity: 1, taken: [] };
  expect(slots({ opening: { from: 0, to: 22 }, ...shared })).toHaveLength(2);
  expect(slots({ opening: { from: 0, to: 21 }, ...shared })).toHaveLength(1);
  const one = [{ station: 1, from: 0, to: 10 }];
  expect(freeStations({ start: 12, use: 10, reset: 2, capacity: 1, taken: one })).toEqual([1]);
  expect(freeStations({ start: 11, use: 10, reset: 2, capacity: 1, taken: one })).toEqual([]);
});

test('an opening that leaves no time is none', () => {
  expect(openingIn({ from: 600, to: 650 }, { opensAfter: 5, closesBefore: 10 })).toEqual({ from: 605, to: 640 });
  expect(openingIn({ from: 600, to: 650 }, { opensAfter: 25, closesBefore: 25 })).toBeNull();
});

test('times are read and written; what is none throws', () => {
  expect(minutesOf('10:05')).toBe(605);
  expect(timeOf(605)).toBe('10:05');
  expect(timeOf(1450)).toBe('24:10');
  expect(() => minutesOf('25:00')).toThrow(CoreError);
  expect(() => slots({ opening: { from: 0, to: 9 }, useMinutes: 0, resetMinutes: 0, capacity: 1, taken: [] })).toThrow(
    CoreError,
  );
});

const waiting = fc.uniqueArray(
  fc.record({
    id: fc.uuid(),
    team: fc.string(),
    slack: fc.option(fc.integer({ min: -3, max: 3 })),
    used: fc.integer({ min: 0, max: 3 }),
    askedAt: fc.constantFrom('2026-10-22T09:00', '2026-10-22T09:01', '2026-10-23T08:00'),
  }),
  { selector: (one) => one.id, maxLength: 8 },
);

test('the line: least slack, then least used, then the earlier request, whatever order they come in; and it says why', () => {
  fc.assert(
    fc.property(waiting, (list) => {
      const order = inTurn(list, 10);
      expect(inTurn([...list].reverse(), 10)).toEqual(order);
      // Nobody stands behind a team that has had three uses more.
      order.forEach((one, i) => order.slice(i).forEach((next) => expect(one.used).toBeLessThan(next.used + 30)));
      const slack = (one: Waiting) => one.slack ?? 99;
      order.forEach((one, i) => {
        const next = order[i + 1];
        if (!next) return expect(one.before).toBeNull();
        if (one.before === 'slack') return expect(slack(one)).toBeLessThan(slack(next));
        if (one.before === 'turn') {
          expect(slack(one)).toBeGreaterThan(slack(next));
          return expect(Math.min(...order.slice(i).map((other) => other.used))).toBeLessThanOrEqual(next.used - 30);
        }
        expect(slack(one)).toBe(slack(next));
        if (one.before === 'used') return expect(one.used).toBeLessThan(next.used);
        expect([one.used, one.before]).toEqual([next.used, 'asked']);
        expect(one.askedAt <= next.askedAt).toBe(true);
      });
    }),
    { seed: 12 },
  );
});
