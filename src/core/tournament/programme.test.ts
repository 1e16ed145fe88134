import fc from 'fast-check';
import { CoreError } from '../units';
import { changes, confluence, draw, heatTimes, lanes, play, programme, type Happened, type Tournament } from '.';

const names = (n: number) => Array.from({ length: n }, (_, i) => `T${i + 1}`);
const contest = fc.record({
  format: fc.constantFrom('knockout', 'double', 'round-robin', 'swiss') as fc.Arbitrary<Tournament['format']>,
  teams: fc.integer({ min: 2, max: 9 }).map(names),
  thirdPlace: fc.boolean(),
});
const timing = fc.record({
  rings: fc.integer({ min: 1, max: 4 }),
  minutesPerMatch: fc.constantFrom(0.5, 2, 3),
  changeover: fc.constantFrom(0, 0.5, 1),
  rest: fc.constantFrom(0, 1, 7),
});
/** The first results of a contest, won by throws. */
function begun(input: Tournament, throws: readonly number[]): Tournament {
  const results: Happened[] = [];
  for (const won of throws) {
    const { ready, matches } = play({ ...input, results });
    const match = matches.find(({ id }) => id === ready[won % (ready.length || 1)]);
    if (!match) break;
    results.push({ match: match.id, winner: (won % 2 ? match.a : match.b)! });
  }
  return { ...input, results };
}
const feeders = (input: Tournament, id: string) => {
  const match = draw(input).matches.find((one) => one.id === id)!;
  return [match.a, match.b].flatMap((slot) =>
    slot && 'winnerOf' in slot ? [slot.winnerOf] : slot && 'loserOf' in slot ? [slot.loserOf] : [],
  );
};

test('every match that is left once, none on a ring or with a team that is busy or tired, none before those that it waits for', () => {
  fc.assert(
    fc.property(contest, timing, fc.array(fc.nat(99), { maxLength: 8 }), (input, times, throws) => {
      const now = begun(input, throws);
      const { matches, finish, latest } = programme(now, times);
      const stand = play(now);
      const left = stand.matches.filter(({ state }) => state === 'ready' || state === 'waiting');
      const known = new Map(matches.map((one) => [one.match, one]));
      expect(known.size).toBe(matches.length);
      // What is ready is in it; what is not in it is a bye to come, or the final that may not be needed.
      for (const id of stand.ready) expect(known.has(id)).toBe(true);
      for (const { match } of matches) expect(left.some(({ id }) => id === match)).toBe(true);
      for (const [i, one] of matches.entries()) {
        expect(one.end - one.start).toBeCloseTo(times.minutesPerMatch, 9);
        for (const before of feeders(input, one.match))
          if (known.has(before)) expect(one.start).toBeGreaterThanOrEqual(known.get(before)!.end + times.rest - 1e-9);
        for (const other of matches.slice(0, i)) {
          if (other.ring === one.ring) expect(one.start).toBeGreaterThanOrEqual(other.end + times.changeover - 1e-9);
          if ([one.a, one.b].some((team) => team !== null && (team === other.a || team === other.b)))
            expect(one.start).toBeGreaterThanOrEqual(other.end + times.rest - 1e-9);
        }
      }
      expect(finish).toBeCloseTo(Math.max(0, ...matches.map(({ end }) => end)), 9);
      expect(latest).toBeGreaterThanOrEqual(finish);
    }),
    { numRuns: 150 },
  );
});

test('no ring idles while a match could start: with rings for all, rest alone decides, and with one there are no gaps without rest', () => {
  fc.assert(
    fc.property(contest, (input) => {
      const one = programme(input, { rings: 1, minutesPerMatch: 2, changeover: 1, rest: 0 });
      expect(one.matches.map(({ start }) => start)).toEqual(one.matches.map((_, i) => i * 3));
      const many = programme(input, { rings: 20, minutesPerMatch: 2, changeover: 0, rest: 5 });
      // As many rounds deep as the longest chain of matches, worked out from the draw alone.
      const depth = new Map<string, number>();
      const placed = new Set(many.matches.map(({ match }) => match));
      for (const { id } of draw(input).matches) {
        const before = feeders(input, id).map((of) => depth.get(of) ?? 0);
        depth.set(id, Math.max(0, ...before) + (placed.has(id) ? 1 : 0));
      }
      if (input.format === 'knockout' || input.format === 'double') {
        const longest = Math.max(...[...placed].map((id) => depth.get(id)!));
        expect(many.finish).toBeCloseTo(longest * 7 - 5, 9);
      }
    }),
    { numRuns: 60 },
  );
});

test('by hand: four teams, double, one ring, 3 min and 1 min; a ring that closes, one that takes longer, the final again', () => {
  const four: Tournament = { format: 'double', teams: ['A', 'B', 'C', 'D'] };
  const times = { rings: 1, minutesPerMatch: 3, changeover: 1, rest: 0 };
  const whole = programme(four, times);
  expect(whole.matches.map(({ match, start }) => [match, start])).toEqual([
    ['W1-1', 0],
    ['W1-2', 4],
    ['W2-1', 8],
    ['L1-1', 12],
    ['L2-1', 16],
    ['F', 20],
  ]);
  expect(whole).toMatchObject({ finish: 23, latest: 27 });
  const two = programme(four, { ...times, rings: 2 });
  expect(two.matches.slice(0, 4).map(({ match, ring, start }) => [match, ring, start])).toEqual([
    ['W1-1', 1, 0],
    ['W1-2', 2, 0],
    ['W2-1', 1, 4],
    ['L1-1', 2, 4],
  ]);
  expect(programme(four, { ...times, rings: 2, closed: [1] }).matches[0]).toMatchObject({ ring: 2 });
  const late = programme(four, { ...times, now: 6, running: [{ match: 'W1-1', ring: 1, from: 0 }] });
  expect(late.matches.slice(0, 2)).toMatchObject([
    { match: 'W1-1', start: 3, end: 6 },
    { match: 'W1-2', start: 7 },
  ]);
  const played = [
    { match: 'W1-1', winner: 'A' },
    { match: 'W1-2', winner: 'B' },
    { match: 'W2-1', winner: 'A' },
    { match: 'L1-1', winner: 'C' },
    { match: 'L2-1', winner: 'B' },
    { match: 'F', winner: 'B' },
  ];
  const again = programme({ ...four, results: played }, { ...times, now: 30, ended: { F: 29 } });
  expect(again.matches).toEqual([{ match: 'F2', ring: 1, start: 30, end: 33, a: 'A', b: 'B' }]);
  expect(() => programme(four, { ...times, closed: [1] })).toThrow(/rings are closed/);
  expect(() => programme(four, { ...times, minutesPerMatch: 0 })).toThrow(CoreError);
});

test('heats follow one another, wait for who is tired, and for what is over', () => {
  const { heats } = lanes({ teams: names(5), lanes: 3, rounds: 2 });
  const plan = { heats, minutesPerHeat: 2, changeover: 1, rest: 0 };
  expect(heatTimes(plan).heats.map(({ start }) => start)).toEqual([0, 3, 6, 9]);
  expect(heatTimes({ ...plan, rest: 9 }).heats.map(({ start }) => start)).toEqual([0, 3, 14, 17]);
  expect(heatTimes({ ...plan, ended: [2, 7], now: 7 })).toMatchObject({
    heats: [{ start: 8 }, { start: 11 }],
    finish: 13,
  });
});

test('what a correction changes: struck results, who meets whom instead, who is in again', () => {
  const results: Happened[] = [
    { match: 'W1-1', winner: 'A' },
    { match: 'W1-2', winner: 'B' },
    { match: 'W2-1', winner: 'A' },
  ];
  const input: Tournament = { format: 'knockout', teams: ['A', 'B', 'C', 'D'], results };
  expect(changes(input, { match: 'W1-1', winner: 'D', correction: true })).toEqual({
    struck: [{ match: 'W2-1', winner: 'A', because: expect.stringContaining('do not meet there') as string }],
    sides: [{ match: 'W2-1', was: ['A', 'B'], now: ['D', 'B'] }],
    lives: [
      { team: 'A', was: 1, now: 0 },
      { team: 'B', was: 0, now: 1 },
      { team: 'D', was: 0, now: 1 },
    ],
    champion: { was: 'A', now: null },
  });
});

test('the figure: every match that two can meet in stands once, apart from the others, right of those that it waits for', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('knockout' as const, 'double' as const),
      fc.integer({ min: 2, max: 20 }),
      fc.boolean(),
      fc.array(fc.nat(99), { maxLength: 30 }),
      (format, n, thirdPlace, throws) => {
        const input = begun({ format, teams: names(n), thirdPlace }, throws);
        const { meetings, reaches, columns, rows } = confluence(draw(input), play(input));
        // As many as are announced to be played, the final that may be played again among them.
        expect(meetings).toHaveLength(draw(input).matchesToPlay[1]);
        const spots = meetings.map(({ column, row }) => `${column} ${row}`);
        expect(new Set(spots).size).toBe(spots.length);
        for (const one of meetings) {
          expect(one.column).toBeGreaterThan(0);
          expect(one.column).toBeLessThan(columns);
          expect(one.row).toBeLessThan(rows);
        }
        for (const reach of reaches) expect(reach.column).toBeGreaterThan(reach.fromColumn);
        // A team's lives on its way are those it has left by the losses so far.
        for (const { team, to, lives } of reaches) {
          if (team === null) continue;
          const own = play(input).matches.filter(({ loser }) => loser === team);
          const lostBefore = own.filter(({ id }) => {
            const order = draw(input).matches.map((one) => one.id);
            return order.indexOf(id) < order.indexOf(to);
          });
          expect(lives).toBe((format === 'double' ? 2 : 1) - lostBefore.length);
        }
      },
    ),
    { numRuns: 80 },
  );
});
