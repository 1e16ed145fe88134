import fc from 'fast-check';
import { draw } from '../teams';
import { CoreError } from '../units';
import { follow, testDay, waysToFit, type Session } from '.';

const session = (more: Partial<Session> = {}): Session => ({
  teams: ['Flint', 'Marl', 'Tuff'],
  attempts: 2,
  minutesPerAttempt: 4,
  resetMinutes: 1,
  stations: 2,
  minutesAvailable: 20,
  order: 'given',
  ...more,
});
const sessions = fc
  .record({
    count: fc.integer({ min: 1, max: 7 }),
    attempts: fc.integer({ min: 1, max: 4 }),
    minutesPerAttempt: fc.constantFrom(0.1, 0.3, 1, 2.5, 4),
    resetMinutes: fc.constantFrom(0, 0.2, 1, 3),
    restMinutes: fc.constantFrom(0, 0.7, 5, 30),
    stations: fc.integer({ min: 1, max: 4 }),
    minutesAvailable: fc.integer({ min: 0, max: 200 }),
    drawn: fc.boolean(),
  })
  .map(({ count, drawn, ...rest }): Session => ({
    ...rest,
    teams: Array.from({ length: count }, (_, i) => `T${i + 1}`),
    order: drawn ? 'seeded' : 'given',
    ...(drawn ? { seed: '4711' } : {}),
  }));
const near = 1e-9;

describe('testDay', () => {
  test('every team makes every attempt once, apart at its station and rested, and no attempt overtakes the one before', () => {
    fc.assert(
      fc.property(sessions, (input) => {
        const { runs, finish, fits } = testDay(input);
        const { teams, attempts, minutesPerAttempt: lasts, resetMinutes, restMinutes = 0, stations } = input;
        expect(new Set(runs.map((run) => `${run.team} ${run.attempt}`)).size).toBe(teams.length * attempts);
        expect(runs).toHaveLength(teams.length * attempts);
        for (const [i, run] of runs.entries()) {
          const before = runs[i - 1];
          if (before)
            expect(before.start < run.start || (before.start === run.start && before.station < run.station)).toBe(true);
          expect(run.station).toBeGreaterThanOrEqual(1);
          expect(run.station).toBeLessThanOrEqual(stations);
          for (const other of runs.slice(0, i)) {
            if (other.station === run.station)
              expect(run.start).toBeGreaterThanOrEqual(other.start + lasts + resetMinutes - near);
            if (other.team === run.team)
              expect(run.start).toBeGreaterThanOrEqual(other.start + lasts + restMinutes - near);
          }
        }
        const bounds = Array.from({ length: attempts }, (_, k) => {
          const starts = runs.filter((run) => run.attempt === k + 1).map((run) => run.start);
          return [Math.min(...starts), Math.max(...starts)] as const;
        });
        bounds.slice(1).forEach(([first], k) => expect(first).toBeGreaterThanOrEqual(bounds[k]![1]));
        expect(finish).toBeCloseTo(Math.max(...runs.map((run) => run.start)) + lasts, 9);
        expect(fits).toBe(finish <= input.minutesAvailable);
      }),
      { seed: 6, numRuns: 300 },
    );
  });

  test('no station idles while a run could start', () => {
    fc.assert(
      fc.property(sessions, (input) => {
        const { runs } = testDay(input);
        const { minutesPerAttempt: lasts, resetMinutes, restMinutes = 0, stations } = input;
        for (const run of runs) {
          // Just before its start: either all stations were busy, or its team was, or an earlier attempt had not begun.
          const now = run.start - 1e-6;
          if (now < 0) continue;
          const busy = runs.filter((one) => one.start <= now && now < one.start + lasts + resetMinutes).length;
          const tired = runs.some(
            (one) => one.team === run.team && one.start <= now && now < one.start + lasts + restMinutes,
          );
          const early = runs.some((one) => one.attempt < run.attempt && one.start > now);
          expect(busy >= stations || tired || early).toBe(true);
        }
      }),
      { seed: 7, numRuns: 300 },
    );
  });

  test('of several free stations the lowest goes first, and a drawn order is the draw’s', () => {
    const { order } = draw({ names: ['Flint', 'Marl', 'Tuff'], seed: '4711' });
    const { runs } = testDay(session({ order: 'seeded', seed: '4711', stations: 3 }));
    expect(runs.slice(0, 3)).toEqual(order.map((team, i) => ({ team, attempt: 1, station: i + 1, start: 0 })));
  });

  test('minutes are decimal: ten runs of 0.1 with 0.2 of reset end after 2.8, and 2.8 available is enough', () => {
    const ten = session({
      teams: ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'I', 'J'],
      attempts: 1,
      stations: 1,
      minutesPerAttempt: 0.1,
      resetMinutes: 0.2,
      minutesAvailable: 2.8,
    });
    expect(testDay(ten)).toMatchObject({ finish: 2.8, fits: true });
    expect(testDay({ ...ten, minutesAvailable: 2.79 }).fits).toBe(false);
  });

  test.each([
    ['no team', { teams: [] }, /at least one/],
    ['a team twice', { teams: ['A', 'A'] }, /"A" appears twice/],
    ['half an attempt', { attempts: 1.5 }, /attempts/],
    ['no station', { stations: 0 }, /stations/],
    ['an attempt of no time', { minutesPerAttempt: 0 }, /more than 0/],
    ['negative reset', { resetMinutes: -1 }, /reset/],
    ['negative rest', { restMinutes: -1 }, /rest/],
    ['NaN', { minutesAvailable: NaN }, /available/],
    ['another order', { order: 'random' as never }, /given, seeded/],
    ['a draw without a seed', { order: 'seeded' }, /seed/],
  ] as const)('%s throws', (_, more, message) => {
    expect(() => testDay(session(more as Partial<Session>))).toThrow(CoreError);
    expect(() => testDay(session(more as Partial<Session>))).toThrow(message);
  });
});

describe('waysToFit', () => {
  test('what fits needs none; what does not gets the smallest change of each kind, and it is enough', () => {
    fc.assert(
      fc.property(sessions, (input) => {
        const whole = testDay(input);
        const ways = waysToFit(input);
        if (whole.fits) return expect(ways).toEqual([]);
        for (const { kind, value, finish } of ways) {
          if (kind === 'periods') {
            expect(value * input.minutesAvailable).toBeGreaterThanOrEqual(whole.finish);
            expect((value - 1) * input.minutesAvailable).toBeLessThan(whole.finish);
            continue;
          }
          const order = [...new Set(whole.runs.map((run) => run.team))];
          const change = (to: number): Session =>
            kind === 'teams'
              ? { ...input, teams: (input.order === 'given' ? input.teams : order).slice(0, to), order: 'given' }
              : { ...input, [kind]: to };
          expect(testDay(change(value))).toMatchObject({ fits: true, finish });
          const less = {
            attempts: 1,
            teams: 1,
            stations: -1,
            minutesPerAttempt: 0.5,
            resetMinutes: 0.5,
            restMinutes: 0.5,
          };
          const smaller = Math.round((value + less[kind]) * 2) / 2;
          const from = kind === 'teams' ? input.teams.length : (input[kind] ?? 0);
          if (kind === 'stations' ? smaller > from : smaller < from) expect(testDay(change(smaller)).fits).toBe(false);
        }
      }),
      { seed: 8, numRuns: 150 },
    );
  });
});

describe('follow', () => {
  const runs = testDay(session({ stations: 1, attempts: 1, minutesAvailable: 30 })).runs;
  const base = { runs, minutesPerAttempt: 4, resetMinutes: 1 };

  test('before anything happens the plan stands, and lateness grows with the clock', () => {
    expect(follow({ ...base, marks: [], now: 0 })).toMatchObject({ late: 0, finish: 14 });
    const late = follow({ ...base, marks: [], now: 3 });
    expect(late).toMatchObject({ late: 3, finish: 17 });
    expect(late.runs.map((run) => run.state)).toEqual(['next', 'waiting', 'waiting']);
    expect(late.runs.map((run) => run.expected)).toEqual([3, 8, 13]);
  });

  test('a run that takes longer pushes the others; one that is left out does not', () => {
    const first = { team: 'Flint', attempt: 1, startedAt: 0, endedAt: null };
    expect(follow({ ...base, marks: [first], now: 7 }).runs.map((run) => [run.state, run.expected])).toEqual([
      ['running', 0],
      ['next', 8],
      ['waiting', 13],
    ]);
    const skipped = { team: 'Marl', attempt: 1, startedAt: null, endedAt: null, skipped: true };
    const after = follow({ ...base, marks: [{ ...first, endedAt: 7 }, skipped], now: 7 });
    expect(after.runs.map((run) => run.state)).toEqual(['done', 'skipped', 'next']);
    expect(after).toMatchObject({ late: 0, finish: 14 });
  });

  test('out of turn: whoever ran before its turn does not free the station into the past', () => {
    const marks = [{ team: 'Tuff', attempt: 1, startedAt: 0, endedAt: 4 }];
    const { runs: found, finish } = follow({ ...base, marks, now: 4 });
    expect(found.map((run) => [run.team, run.state, run.expected])).toEqual([
      ['Flint', 'next', 5],
      ['Marl', 'waiting', 10],
      ['Tuff', 'done', 0],
    ]);
    expect(finish).toBe(14);
  });

  test('all through: nothing is late', () => {
    const marks = runs.map((run) => ({ ...run, startedAt: run.start + 2, endedAt: run.start + 6 }));
    expect(follow({ ...base, marks, now: 60 })).toMatchObject({ late: 0, finish: 16 });
  });
});
