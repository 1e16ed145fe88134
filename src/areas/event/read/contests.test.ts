import type { StoredEntry, Contest } from './contests';
import { dayContest, doubled, nextOf } from '@/areas/event/read/contests/day';
import { seeded } from '@/areas/event/read/contests/seeding';
import { heatOrder, heatsOf, standOf, timesOf } from '@/areas/event/shared/contests/stand';
import { matchName } from '@/areas/event/shared/contests/words';

const BEGINS = Date.parse('2026-10-30T10:00:00Z');
const contest = (more: Partial<Contest> = {}): Contest => ({
  id: 'c',
  name: 'Duel',
  position: 1,
  format: 'knockout',
  sectionId: null,
  eventId: null,
  seeding: 'given',
  takes: null,
  seed: null,
  teams: ['A', 'B', 'C', 'D'],
  thirdPlace: false,
  reset: true,
  legs: 1,
  rounds: null,
  draws: false,
  ties: [],
  rings: 1,
  minutesPerMatch: 3,
  changeover: 1,
  restMinutes: 0,
  day: '2026-10-30',
  start: '10:00',
  minutes: 20,
  confirmed: false,
  protestMinutes: 10,
  cautions: '',
  openedAt: new Date(BEGINS),
  version: 1,
  ...more,
});
let number = 0;
const entry = (more: Partial<StoredEntry>): StoredEntry => ({
  id: `e${++number}`,
  contestId: 'c',
  number,
  does: 'result',
  match: null,
  ring: null,
  a: null,
  b: null,
  team: null,
  drawn: false,
  scores: null,
  reason: '',
  state: 'counts',
  remark: '',
  by: null,
  byName: 'Desk',
  confirmedBy: null,
  at: '2026-10-30T10:00:00Z',
  version: 1,
  ...more,
});
const at = (minutes: number) => BEGINS + minutes * 60_000;
const iso = (minutes: number) => new Date(at(minutes)).toISOString();
const none = new Map<string, number>();

describe('the order of the teams', () => {
  const teams = ['A', 'B', 'C', 'D'].map((id, i) => ({
    ...{ id, name: id, colour: i, version: 1, sectionName: '' },
    sectionId: i < 3 ? 's1' : 's2',
  }));
  const results = [
    {
      event: { id: 'e' },
      results: [
        { teamId: 'C', place: 1 },
        { teamId: 'A', place: 2 },
        { teamId: 'B', place: null },
      ],
    },
  ] as never;
  const base = contest({ openedAt: null, teams: [] });
  test('as listed, else all of the section; by places, without a place last; cut to the best; drawn the same each time', () => {
    expect(seeded(base, teams, [])).toEqual(['A', 'B', 'C', 'D']);
    expect(seeded({ ...base, sectionId: 's1' }, teams, [])).toEqual(['A', 'B', 'C']);
    expect(seeded({ ...base, teams: ['D', 'gone', 'B'] }, teams, [])).toEqual(['D', 'B']);
    const byEvent = { ...base, seeding: 'event' as const, eventId: 'e' };
    expect(seeded(byEvent, teams, results)).toEqual(['C', 'A', 'B', 'D']);
    expect(seeded({ ...byEvent, takes: 2 }, teams, results)).toEqual(['C', 'A']);
    const drawn = { ...base, seeding: 'drawn' as const, seed: '4711' };
    expect(seeded(drawn, teams, [])).toEqual(seeded(drawn, teams, []));
    expect([...seeded(drawn, teams, [])].sort()).toEqual(['A', 'B', 'C', 'D']);
    // What was opened is frozen, whoever left since.
    expect(seeded({ ...drawn, openedAt: new Date(), teams: ['Z'] }, teams, [])).toEqual(['Z']);
  });
});

describe('times', () => {
  const timesAt = (entries: StoredEntry[], moment: Parameters<typeof timesOf>[2]) =>
    timesOf(contest(), { entries, stand: standOf(contest(), entries)! }, moment);
  test('the plan before anything happened, what five minutes more do, and what is late', () => {
    const plan = timesAt([], { beginsAt: BEGINS, now: null });
    expect(plan.matches.map(({ match, start }) => [match, start])).toEqual([
      ['W1-1', 0],
      ['W1-2', 4],
      ['W2-1', 8],
    ]);
    expect(timesAt([], { beginsAt: BEGINS, now: null, delay: 5 }).finish).toBe(16);
    const called = entry({ does: 'call', match: 'W1-1', ring: 1, a: 'A', b: 'D', at: iso(2) });
    const begun = entry({ does: 'start', match: 'W1-1', ring: 1, a: 'A', b: 'D', at: iso(3) });
    const late = timesAt([called, begun], { beginsAt: BEGINS, now: at(9) });
    // It goes on longer than planned, so it ends now at the earliest.
    expect(late.matches.map(({ match, end }) => [match, end])).toEqual([
      ['W1-1', 9],
      ['W1-2', 13],
      ['W2-1', 17],
    ]);
  });

  test('a contest as the programme shows it: fits or not, over or not, and where a team is needed next', () => {
    const given = { entries: [] as StoredEntry[], beginsAt: BEGINS, now: at(-60), made: none };
    const planned = dayContest(contest({ openedAt: null }), given);
    expect(planned).toMatchObject({ count: [3, 3], finish: 11, fits: true, over: false });
    expect(planned.delayed()).toBe(16);
    expect(dayContest(contest({ minutes: 10 }), given)).toMatchObject({ fits: false });
    expect(nextOf(planned, 'B')).toMatchObject({ match: 'W1-2', against: 'C', ring: 1, at: at(4), state: 'waits' });
    const entries = [
      entry({ match: 'W1-1', a: 'A', b: 'D', team: 'A', at: iso(3) }),
      entry({ does: 'call', match: 'W1-2', ring: 1, a: 'B', b: 'C', at: iso(4) }),
    ];
    const going = dayContest(contest(), { ...given, entries, now: at(5) });
    expect(nextOf(going, 'B')).toMatchObject({ state: 'called', ring: 1 });
    expect(nextOf(going, 'A')).toMatchObject({ match: 'W2-1', against: null, state: 'waits' });
    expect(nextOf(going, 'D')).toBeNull();
    expect(dayContest(contest({ teams: ['A'] }), given)).toMatchObject({ stand: null, count: [0, 0] });
  });

  test('a plan that its teams can’t play any more, or entries that don’t fit together, are told and break no page', () => {
    const given = { entries: [] as StoredEntry[], beginsAt: BEGINS, now: at(-60), made: none };
    expect(dayContest(contest({ format: 'swiss', rounds: 7, openedAt: null }), given)).toMatchObject({
      broken: true,
      stand: null,
    });
    const wrong = entry({ match: 'W9-9', a: 'A', b: 'B', team: 'A' });
    expect(dayContest(contest(), { ...given, entries: [wrong] })).toMatchObject({ broken: true });
    expect(dayContest(contest({ format: 'round-robin' }), given).table).toHaveLength(4);
  });

  test('who is needed twice at the same time', () => {
    const given = { entries: [], beginsAt: BEGINS, now: at(-60), made: none };
    const [one, other] = [
      dayContest(contest(), given),
      dayContest(contest({ id: 'd', name: 'Other', teams: ['D', 'E'] }), given),
    ];
    expect(doubled([one, other], [])).toMatchObject([
      { one: 'Duel', other: 'Other', teams: ['D'], from: BEGINS, to: at(3) },
    ]);
    expect(doubled([one], [{ name: 'Session', teams: ['A'], from: at(11), to: at(20) }])).toEqual([]);
    expect(doubled([one], [{ name: 'Session', teams: ['A'], from: at(10), to: at(20) }])).toHaveLength(1);
  });
});

describe('heats', () => {
  const heats = contest({ format: 'lanes', eventId: 'e', rounds: 2, rings: 2, teams: ['A', 'B', 'C'] });
  test('are done by the attempts that count since the contest was opened, and the rig follows their order', () => {
    const all = heatsOf(heats, none);
    expect(all.heats.map(({ round }) => round)).toEqual([1, 1, 2, 2]);
    expect(all.heats.map(({ lanes }) => lanes.filter(Boolean).length).sort()).toEqual([1, 1, 2, 2]);
    const made = new Map([
      ['A', 1],
      ['B', 1],
      ['C', 1],
    ]);
    expect(heatsOf(heats, made).heats.map(({ done }) => done)).toEqual([true, true, false, false]);
    expect(heatsOf({ ...heats, openedAt: null }, made).heats.some(({ done }) => done)).toBe(false);
    const [first] = heatsOf(heats, made).heats.filter(({ done }) => !done);
    const running = first!.lanes.filter((team) => team !== null);
    expect(heatOrder([heats], 'e', made)!.slice(0, running.length)).toEqual(running);
    expect(heatOrder([heats], 'other', made)).toBeNull();
    expect(heatOrder([{ ...heats, openedAt: null }], 'e', made)).toBeNull();
    const shown = dayContest(heats, {
      entries: [],
      beginsAt: BEGINS,
      now: at(0),
      made: new Map([
        ['A', 2],
        ['B', 2],
        ['C', 2],
      ]),
    });
    expect(shown).toMatchObject({ over: true, count: [4, 4] });
    expect(nextOf(dayContest(heats, { entries: [], beginsAt: BEGINS, now: at(-9), made: none }), 'C')).toMatchObject({
      against: null,
      match: expect.stringMatching(/^round 1, heat/) as string,
    });
  });
});

test('matches in words', () => {
  expect(['W1-2', 'L3-1', 'R2-4', 'F', 'F2', 'P3'].map(matchName)).toEqual([
    'winners’ side, round 1, match 2',
    'losers’ side, round 3, match 1',
    'round 2, match 4',
    'final',
    'second final',
    'match for third place',
  ]);
});
