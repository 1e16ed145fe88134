import fc from 'fast-check';
import { CoreError } from '../units';
import { draw, headToHead, lanes, needs, play, standings, type Happened, type Tournament } from '.';

const names = (n: number) => Array.from({ length: n }, (_, i) => `T${i + 1}`);
const KNOCKOUTS = ['knockout', 'double'] as const;
const ALL = [...KNOCKOUTS, 'round-robin', 'swiss'] as const;

/** Plays on with whoever wins by a list of throws until nothing is ready; now and then a team withdraws. */
function playOn(start: Tournament, throws: readonly number[], leavers: number): Tournament {
  const results: Happened[] = [];
  const left = [...throws];
  const next = () => left.shift() ?? 0;
  let gone = 0;
  for (;;) {
    const now = play({ ...start, results });
    if (now.ready.length === 0) return { ...start, results };
    const present = now.teams.filter((one) => !one.withdrawn && !one.out);
    if (gone < leavers && next() % 7 === 0 && present.length > 1) {
      results.push({ withdraw: present[next() % present.length]!.team });
      gone++;
      continue;
    }
    const chosen = now.ready[next() % now.ready.length];
    const match = now.matches.find((one) => one.id === chosen)!;
    results.push({ match: match.id, winner: (next() % 2 ? match.a : match.b)! });
  }
}
const throwsOf = fc.array(fc.nat(999), { minLength: 40, maxLength: 200 });

test('to the end: one champion, as many matches as were announced, nobody in two matches at once, and every prefix as it happened', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ALL), fc.integer({ min: 2, max: 9 }), throwsOf, (format, n, throws) => {
      const whole = playOn({ format, teams: names(n), thirdPlace: true }, throws, 0);
      const {
        matchesToPlay: [least, most],
      } = draw(whole);
      const end = play(whole);
      expect(end.finished).toBe(true);
      if (!end.ended) {
        expect(whole.results!.length).toBeGreaterThanOrEqual(least);
        expect(whole.results!.length).toBeLessThanOrEqual(most);
      }
      if (format === 'knockout' || format === 'double') {
        expect(end.champion).not.toBeNull();
        expect(end.teams.filter(({ out }) => !out).map(({ team }) => team)).toEqual([end.champion]);
        const lives = format === 'double' ? 2 : 1;
        for (const one of end.teams) if (one.out && n > 3) expect(one.lost).toBeGreaterThanOrEqual(lives);
        expect(end.places.every(({ place }) => place !== null)).toBe(true);
      }
      for (let i = 0; i <= whole.results!.length; i += 4) {
        const then = play({ ...whole, results: whole.results!.slice(0, i) });
        const playing = then.matches.filter(({ state }) => state === 'ready').flatMap(({ a, b }) => [a, b]);
        // Everyone against everyone may offer a team's next matches all at once; what is played at once, the desk decides.
        if (format !== 'round-robin') expect(new Set(playing).size).toBe(playing.length);
        expect(then.void).toEqual([]);
      }
    }),
    { numRuns: 20 },
  );
});

test('teams that leave: it still ends, they win nothing any more, and what was played stays', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ALL), fc.integer({ min: 3, max: 9 }), throwsOf, (format, n, throws) => {
      const whole = playOn({ format, teams: names(n) }, throws, n - 1);
      const end = play(whole);
      expect(end.finished).toBe(true);
      const gone = new Map(whole.results!.flatMap((one, i) => (one.withdraw ? [[one.withdraw, i] as const] : [])));
      for (const [team, i] of gone) {
        const before = play({ ...whole, results: whole.results!.slice(0, i + 1) }).teams.find(
          (one) => one.team === team,
        )!;
        expect(end.teams.find((one) => one.team === team)!.won).toBe(before.won);
      }
      for (const { match, winner } of whole.results!)
        if (match) expect(end.matches.find(({ id }) => id === match)).toMatchObject({ winner, walkover: false });
    }),
    { numRuns: 20 },
  );
});

test('a correction: what follows from it is void, and playing it again ends like a tournament that went so from the start', () => {
  const teams = names(8);
  fc.assert(
    fc.property(fc.constantFrom(...KNOCKOUTS), throwsOf, fc.nat(50), (format, throws, which) => {
      const whole = playOn({ format, teams }, throws, 0);
      const at = which % whole.results!.length;
      const first = whole.results![at]!;
      const { a, b } = play(whole).matches.find(({ id }) => id === first.match)!;
      const winner = first.winner === a ? b! : a!;
      const corrected: Tournament = {
        ...whole,
        results: [...whole.results!, { match: first.match!, winner, correction: true }],
      };
      const after = play(corrected);
      const struck = new Set(after.void.map(({ match }) => match));
      // The same without the void ones, and with the other winner at its place.
      const clean = whole
        .results!.filter(({ match }) => !struck.has(match!))
        .map((one) => (one === first ? { ...one, winner } : one));
      const fromStart = play({ ...whole, results: clean });
      expect(after.matches.map(({ id, state, winner: won }) => [id, state, won])).toEqual(
        fromStart.matches.map(({ id, state, winner: won }) => [id, state, won]),
      );
      expect(play(playOn(corrected, throws, 0)).finished).toBe(true);
    }),
    { numRuns: 20 },
  );
});

test('a double knock-out keeps those apart who met on the winners’ side: no rematch before L3 of 8, L4 of 16, L5 of 32, L7 of 64', () => {
  for (const [n, round] of [
    [8, 3],
    [16, 4],
    [32, 5],
    [64, 7],
  ] as const) {
    const { matches } = draw({ format: 'double', teams: names(n) });
    // Who may come out of a match: on the losers' side with the match of the winners' side that was lost.
    const teamsIn = new Map<string, Set<string>>();
    const fallen = new Map<string, { team: string; lost: string }[]>();
    let earliest = Infinity;
    for (const { id, side, round: at, a, b } of matches) {
      const winners = [a, b].flatMap((slot) =>
        slot && 'team' in slot ? [slot.team] : [...(teamsIn.get((slot as { winnerOf: string }).winnerOf) ?? [])],
      );
      if (side === 'winners') {
        teamsIn.set(id, new Set(winners));
        continue;
      }
      if (side !== 'losers') continue;
      const [one, other] = [a, b].map((slot) => {
        if (slot && 'winnerOf' in slot) return fallen.get(slot.winnerOf)!;
        const lost = (slot as { loserOf: string }).loserOf;
        return [...teamsIn.get(lost)!].map((team) => ({ team, lost }));
      }) as [{ team: string; lost: string }[], { team: string; lost: string }[]];
      const met = (x: { team: string; lost: string }, y: { team: string }) => teamsIn.get(x.lost)!.has(y.team);
      if (one.some((x) => other.some((y) => x.lost !== y.lost && x.team !== y.team && (met(x, y) || met(y, x)))))
        earliest = Math.min(earliest, at);
      fallen.set(id, [...one, ...other]);
    }
    expect(earliest).toBe(round);
  }
});

test('Swiss: no rematch, and in each round everybody plays once, but for one who rests where they are odd', () => {
  fc.assert(
    fc.property(fc.integer({ min: 3, max: 11 }), throwsOf, (n, throws) => {
      const end = play(playOn({ format: 'swiss', teams: names(n) }, throws, 0));
      const pairs = end.matches.map(({ a, b }) => [a, b].sort().join());
      expect(new Set(pairs).size).toBe(pairs.length);
      for (let round = 1; round <= Math.ceil(Math.log2(n)); round++) {
        const playing = end.matches.filter((one) => one.round === round).flatMap(({ a, b }) => [a, b]);
        const resting = end.byes.filter((one) => one.round === round).map(({ team }) => team);
        expect([...playing, ...resting].sort()).toEqual(names(n).sort());
        expect(resting).toHaveLength(n % 2);
      }
    }),
    { numRuns: 20 },
  );
});

/** Whether a team can be first with so many wins: every course of the matches left. */
function byBruteForce(input: Tournament, team: string): number | null {
  const open = play(input).ready;
  const matches = play(input).matches;
  let fewest: number | null = null;
  for (let course = 0; course < 2 ** open.length; course++) {
    const more = open.map((id, i): Happened => {
      const { a, b } = matches.find((one) => one.id === id)!;
      return { match: id, winner: ((course >> i) & 1 ? a : b)! };
    });
    const { table } = standings({ ...input, results: [...input.results!, ...more] });
    if (table.find((row) => row.team === team)!.points < table[0]!.points) continue;
    const wins = more.filter(({ winner }) => winner === team).length;
    fewest = fewest === null ? wins : Math.min(fewest, wins);
  }
  return fewest;
}

test('what a team needs among all: the same as trying every course', () => {
  fc.assert(
    fc.property(fc.integer({ min: 3, max: 5 }), throwsOf, fc.nat(9), (n, throws, played) => {
      const whole = playOn({ format: 'round-robin', teams: names(n) }, throws, 0);
      // At most seven matches are left open.
      const results = whole.results!.slice(
        0,
        Math.max(played % (whole.results!.length + 1), whole.results!.length - 7),
      );
      for (const team of names(n)) {
        const found = needs({ ...whole, results, team });
        if (play({ ...whole, results }).champion === team) expect(found.minimumWins).toBe(0);
        else {
          expect(found.minimumWins).toBe(byBruteForce({ ...whole, results }, team));
          expect(found.possible).toBe(found.minimumWins !== null);
        }
      }
    }),
    { numRuns: 12 },
  );
});

test('from the losers’ side the final is needed twice; who is out needs nothing; who has won needs nothing', () => {
  const teams = names(4);
  const results: Happened[] = [
    { match: 'W1-1', winner: 'T1' },
    { match: 'W1-2', winner: 'T2' },
    { match: 'W2-1', winner: 'T1' },
    { match: 'L1-1', winner: 'T3' },
  ];
  const ask = (team: string, more: Happened[] = []) =>
    needs({ format: 'double', teams, results: [...results, ...more], team });
  expect(ask('T3')).toMatchObject({ minimumWins: 3, path: ['L2-1', 'F', 'F2'], exact: true });
  expect(ask('T1')).toMatchObject({ minimumWins: 1, path: ['F'] });
  expect(ask('T4')).toMatchObject({ possible: false, minimumWins: null, path: [] });
  const end: Happened[] = [
    { match: 'L2-1', winner: 'T3' },
    { match: 'F', winner: 'T3' },
    { match: 'F2', winner: 'T3' },
  ];
  expect(ask('T3', end)).toMatchObject({ possible: true, minimumWins: 0, path: [] });
  expect(headToHead({ format: 'double', teams, results: [...results, ...end], a: 'T3', b: 'T1' })).toMatchObject({
    met: true,
    wins: [2, 0],
  });
});

test('heats: everybody once a round, sizes within one, lanes as even as can be', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 20 }),
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: 1, max: 9 }),
      (n, count, rounds) => {
        const found = lanes({ teams: names(n), lanes: count, rounds });
        for (let round = 1; round <= rounds; round++) {
          const heats = found.heats.filter((one) => one.round === round);
          expect(heats).toHaveLength(Math.ceil(n / count));
          expect(heats.flatMap((one) => one.lanes.filter((team) => team !== null)).sort()).toEqual(names(n).sort());
        }
        expect(found.heatSizes[1] - found.heatSizes[0]).toBeLessThanOrEqual(1);
        expect(found.laneSpread).toBeLessThanOrEqual(rounds % count === 0 ? 0 : 1);
      },
    ),
  );
});

const two = { format: 'knockout', teams: ['A', 'B', 'C', 'D'] } as const;
test.each<[RegExp, Tournament]>([
  [/two teams/, { ...two, teams: ['A'] }],
  [/twice/, { ...two, teams: ['A', 'A'] }],
  [/format/i, { ...two, format: 'ladder' as never }],
  [/rounds/, { ...two, format: 'swiss', rounds: 4 }],
  [/legs/, { ...two, format: 'round-robin', legs: 3 }],
  [/points/, { ...two, points: { win: 1, draw: 2 } }],
  [/no match/, { ...two, results: [{ match: 'W9-1', winner: 'A' }] }],
  [/not known/, { ...two, results: [{ match: 'W2-1', winner: 'A' }] }],
  [/not played/, { ...two, teams: ['A', 'B', 'C'], results: [{ match: 'W1-1', winner: 'A' }] }],
  [
    /already/,
    {
      ...two,
      results: [
        { match: 'W1-1', winner: 'A' },
        { match: 'W1-1', winner: 'A' },
      ],
    },
  ],
  [/not in/, { ...two, results: [{ match: 'W1-1', winner: 'B' }] }],
  [/nothing to correct/, { ...two, results: [{ match: 'W1-1', winner: 'A', correction: true }] }],
  [/draw/, { ...two, results: [{ match: 'W1-1', draw: true }] }],
  [/winner/, { ...two, results: [{ match: 'W1-1' }] }],
  [/scores/, { ...two, results: [{ match: 'W1-1', winner: 'A', scores: [1] as never }] }],
  [/"?E"? is not/, { ...two, results: [{ withdraw: 'E' }] }],
  [/already/, { ...two, results: [{ withdraw: 'A' }, { withdraw: 'A' }] }],
])('misuse is told: %s', (says, input) => {
  expect(() => play(input)).toThrow(CoreError);
  expect(() => play(input)).toThrow(says);
});
