import fc from 'fast-check';
import { withoutNames } from '../names';
import {
  agendaAt,
  alikeFindings,
  assignPeers,
  changedSince,
  closeRefusal,
  fitAgenda,
  mendedOf,
  outcomeFrom,
  planReview,
  readiness,
  recurring,
  USUAL_KINDS,
  type ReadinessOf,
  type ReviewWanted,
} from '.';

const eight = ['Basalt', 'Gneiss', 'Flint', 'Marl', 'Slate', 'Chert', 'Tuff', 'Schist'];
const lesson = (date: string, minutes = 50) => ({ date, start: '10:05', minutes });
const wanted = (more: Partial<ReviewWanted> = {}): ReviewWanted => ({
  teams: eight,
  meetings: [lesson('2026-10-26'), lesson('2026-10-28')],
  minutes: 9,
  changeover: 2,
  opening: 5,
  panels: 1,
  ...more,
});
const minuteOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

describe('a review over class meetings', () => {
  test('eight teams in two meetings: four each, one after another', () => {
    const { slots, fits, ways } = planReview(wanted());
    expect(fits).toBe(true);
    expect(ways).toEqual([]);
    expect(slots.map(({ team, date, start }) => `${team} ${date.slice(8)} ${start}`)).toEqual([
      'Basalt 26 10:10',
      'Gneiss 26 10:21',
      'Flint 26 10:32',
      'Marl 26 10:43',
      'Slate 28 10:10',
      'Chert 28 10:21',
      'Tuff 28 10:32',
      'Schist 28 10:43',
    ]);
  });

  test('40 teams in one meeting do not fit, and each way that is named alone is enough, and the least', () => {
    const teams = Array.from({ length: 40 }, (_, i) => `Team ${i + 1}`);
    const asked = wanted({ teams, meetings: [lesson('2026-10-26', 90)], minutes: 10 });
    const { slots, left, fits, ways } = planReview(asked);
    expect([slots.length, left.length, fits]).toEqual([7, 33, false]);
    expect(ways).toEqual([
      { kind: 'meetings', value: 6 },
      { kind: 'panels', value: 6 },
      { kind: 'teams', value: 7 },
    ]);
    const more = (count: number) => Array.from({ length: count }, (_, i) => lesson(`2026-11-0${i + 1}`, 90));
    expect(planReview({ ...asked, meetings: more(6) }).fits).toBe(true);
    expect(planReview({ ...asked, meetings: more(5) }).fits).toBe(false);
    expect(planReview({ ...asked, panels: 5 }).fits).toBe(false);
  });

  test('nobody is heard twice, nothing overlaps, all of it lies in its meeting, and no round that would fit is missing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.array(fc.integer({ min: 5, max: 120 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 2, max: 25 }),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 1, max: 3 }),
        (count, lengths, minutes, changeover, opening, panels) => {
          const teams = Array.from({ length: count }, (_, i) => `T${i}`);
          const meetings = lengths.map((lasts, i) => lesson(`2026-10-0${i + 1}`, lasts));
          const plan = planReview({ teams, meetings, minutes, changeover, opening, panels });
          expect([...plan.slots.map(({ team }) => team), ...plan.left]).toEqual(teams);
          const begin = minuteOf('10:05');
          // Counted round by round instead of by a formula.
          let room = 0;
          for (const lasts of lengths)
            for (let from = opening; from + minutes <= lasts; from += minutes + changeover) room += panels;
          expect(plan.slots.length).toBe(Math.min(count, room));
          for (const slot of plan.slots) {
            const from = minuteOf(slot.start) - begin;
            expect(from).toBeGreaterThanOrEqual(opening);
            expect(from + minutes).toBeLessThanOrEqual(lengths[slot.meeting]!);
            for (const other of plan.slots)
              if (other !== slot && other.meeting === slot.meeting && other.panel === slot.panel)
                expect(Math.abs(minuteOf(other.start) - begin - from)).toBeGreaterThanOrEqual(minutes + changeover);
          }
        },
      ),
      { seed: 19 },
    );
  });

  test('a team twice, no meeting or half minutes are refused', () => {
    expect(() => planReview(wanted({ teams: ['Basalt', 'Basalt'] }))).toThrow('appears twice');
    expect(() => planReview(wanted({ meetings: [] }))).toThrow('at least one');
    expect(() => planReview(wanted({ minutes: 7.5 }))).toThrow('whole number');
  });
});

test('peers: everybody reviews one team and is reviewed by one, never the own one, nor at the same time', () => {
  for (let count = 2; count <= 14; count++)
    for (let panels = 1; panels <= 3; panels++) {
      const order = Array.from({ length: count }, (_, i) => `T${i}`);
      const peers = assignPeers(order, panels);
      expect(new Set(peers.values()).size).toBe(count);
      for (const [team, peer] of peers) {
        const [at, other] = [order.indexOf(team), order.indexOf(peer)];
        expect(other).not.toBe(at);
        if (count > 2 * panels) expect(Math.floor(at / panels)).not.toBe(Math.floor(other / panels));
        if (panels === 1 && count >= 4) expect(Math.abs(at - other)).toBeGreaterThan(1);
      }
    }
  expect(assignPeers(['Basalt']).size).toBe(0);
});

describe('an agenda', () => {
  test('fitted to the minutes there are it adds up, no point is without time, and none is a minute off its share', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 8, max: 120 }),
        (shares, minutes) => {
          const fitted = fitAgenda(
            shares.map((share, i) => ({ title: `${i}`, minutes: share })),
            minutes,
          );
          expect(fitted.reduce((sum, one) => sum + one.minutes, 0)).toBe(minutes);
          expect(fitted.every((one) => one.minutes >= 1)).toBe(true);
          const sum = shares.reduce((a, b) => a + b, 0);
          // Where each share is a minute or more, the shares themselves are what is rounded.
          if (shares.every((share) => (share / sum) * minutes >= 1))
            for (const [i, one] of fitted.entries())
              expect(Math.abs(one.minutes - (shares[i]! / sum) * minutes)).toBeLessThan(1.0001);
        },
      ),
      { seed: 19 },
    );
  });
  test('the usual kinds fit any time from six minutes', () => {
    for (const { agenda } of USUAL_KINDS)
      for (const minutes of [6, 9, 45]) expect(fitAgenda(agenda, minutes)).toBeTruthy();
    expect(() =>
      fitAgenda(
        [
          { title: 'a', minutes: 1 },
          { title: 'b', minutes: 1 },
        ],
        1,
      ),
    ).toThrow("don't fit");
  });
  test('the end of a point belongs to the next, and what is over is negative', () => {
    const agenda = [
      { title: 'Evidence', minutes: 6 },
      { title: 'Verdict', minutes: 2 },
    ];
    expect(agendaAt(agenda, 0)).toEqual({ at: 0, leftOfPoint: 6, left: 8 });
    expect(agendaAt(agenda, 6)).toEqual({ at: 1, leftOfPoint: 2, left: 2 });
    expect(agendaAt(agenda, 9.5)).toEqual({ at: 1, leftOfPoint: -1.5, left: -1.5 });
  });
});

describe('readiness', () => {
  const good: ReadinessOf = {
    musts: [
      { code: 'R-01', verdict: 'conforms', runs: null, wanted: null },
      { code: 'R-02', verdict: 'conforms', runs: 5, wanted: 5 },
    ],
    asksEvidence: true,
    mustMend: 0,
    actions: { open: 2, late: 0 },
    slack: 1,
    broken: false,
  };
  test('nothing against it: ready, with its reasons', () => {
    const { ready, says, reasons } = readiness(good);
    expect(ready).toBe(true);
    expect(says).toBe('Ready: nothing speaks against going on.');
    expect(reasons.map(({ text }) => text)).toEqual([
      '2 of 2 musts have conforming evidence from enough runs',
      'No finding that must be mended is open',
      '2 actions are open, none late',
      '1 meeting of slack',
    ]);
  });
  test.each([
    ['a must that fails', { musts: [{ code: 'R-01', verdict: 'fails', runs: null, wanted: null }] }, 'R-01 fails'],
    [
      'too few runs',
      { musts: [{ code: 'R-02', verdict: 'conforms', runs: 2, wanted: 5 }] },
      'R-02 conforms, on 2 of 5 runs wanted',
    ],
    [
      'not measured',
      { musts: [{ code: 'R-03', verdict: 'not-measured', runs: null, wanted: null }] },
      'R-03 is not measured',
    ],
    ['an open finding', { mustMend: 1 }, '1 finding that must be mended is open'],
    ['late actions', { actions: { open: 3, late: 2 } }, '2 actions are late, 3 open in all'],
    ['behind', { slack: -2 }, '2 meetings behind'],
    ['broken', { broken: true }, 'Every copy of the newest iteration is broken'],
    ['no must at all', { musts: [] }, 'No requirement is a must yet'],
  ] as const)('%s speaks against it', (_, more, text) => {
    const { ready, reasons } = readiness({ ...good, ...more } as ReadinessOf);
    expect(ready).toBe(false);
    expect(reasons.filter((one) => one.against).map((one) => one.text)).toContain(text);
  });
  test('before anything is built no evidence is asked for', () => {
    const musts = [{ code: 'R-01', verdict: 'not-measured', runs: null, wanted: null }] as const;
    expect(readiness({ ...good, musts, asksEvidence: false }).ready).toBe(true);
    expect(readiness({ ...good, musts: [], asksEvidence: false }).ready).toBe(true);
  });
});

test('what changed since the last packet: new, other, as it was, gone; the order of keys does not matter', () => {
  const before = [
    { id: 'a', says: 'fails', parts: [1, 2] },
    { id: 'b', says: 'conforms', parts: [] },
    { id: 'c', says: '', parts: [] },
  ];
  const now = [
    { parts: [1, 2], says: 'conforms', id: 'a' },
    { parts: [], id: 'b', says: 'conforms' },
    { id: 'd', says: 'fails', parts: [] },
  ];
  const { rows, gone } = changedSince(before, now);
  expect(rows.map(({ row, mark, before: was }) => [row.id, mark, was?.says])).toEqual([
    ['a', 'changed', 'fails'],
    ['b', 'same', 'conforms'],
    ['d', 'new', undefined],
  ]);
  expect(gone.map(({ id }) => id)).toEqual(['c']);
  expect(changedSince(null, now).rows.every(({ mark }) => mark === null)).toBe(true);
  expect(() => changedSince(null, [now[0]!, now[0]!])).toThrow('twice');
});

describe('findings', () => {
  const found = (id: string, team: string, text: string, more = {}) => ({
    ...{ id, team, text, about: '', kind: 'must' as 'must' | 'good', mended: false },
    ...more,
  });
  const all = [
    found('1', 'Basalt', 'No guard at the pulley'),
    found('2', 'Gneiss', 'There is no guard at the pulley', { mended: true }),
    found('3', 'Flint', 'The pulley has no guard'),
    found('4', 'Marl', 'Cord too long'),
    found('5', 'Slate', 'The mass is not measured', { about: 'R-01' }),
    found('6', 'Chert', 'Mass was never measured', { about: 'R-01' }),
    found('7', 'Tuff', 'Mass well below the limit', { about: 'R-01', kind: 'good' }),
    found('8', 'Basalt', 'Pulley: guard missing at it, no guard'),
  ];
  test('what several teams were told is named once, with who has mended it and who can show it', () => {
    const groups = recurring(all);
    expect(groups.map(({ text, teams }) => [text, teams.join(' ')])).toEqual([
      ['No guard at the pulley', 'Basalt Gneiss Flint'],
      ['The mass is not measured', 'Slate Chert'],
    ]);
    expect(groups[0]!.mended).toEqual(['Gneiss']);
    expect(groups[1]).toMatchObject({ about: 'R-01', good: ['Tuff'] });
    expect(recurring(all, 3)).toHaveLength(1);
    expect(recurring([])).toEqual([]);
  });
  test('the same groups come out of looking at each pair by hand', () => {
    const faults = all.filter(({ kind }) => kind !== 'good');
    const pairs = alikeFindings(faults);
    const linked = (a: string, b: string) =>
      pairs.some((one) => [one.a, one.b].includes(a) && [one.a, one.b].includes(b));
    // Reached by walking from pair to pair, without union-find.
    const reach = (from: string, seen = new Set([from])): Set<string> => {
      for (const { id } of faults) if (!seen.has(id) && linked(from, id)) reach(id, seen.add(id));
      return seen;
    };
    for (const group of recurring(all, 1))
      for (const id of group.findings) expect([...reach(id)].sort()).toEqual([...group.findings].sort());
  });
  test('mended is what was closed with evidence; a note is nothing to mend', () => {
    const of = (kind: string, closedBy: 'iteration' | 'reason' | null) => ({ kind, closedBy });
    expect(mendedOf([of('must', 'iteration'), of('should', 'reason'), of('must', null), of('good', null)])).toEqual({
      ...{ found: 3, mended: 1, settled: 1, open: 1, share: 1 / 3 },
    });
    expect(mendedOf([of('note', null)]).share).toBeNull();
  });
  test('who closes it: who leads always; else as the course says', () => {
    const refusal = (rule: 'anybody' | 'another' | 'instructor', of: Partial<Parameters<typeof closeRefusal>[0]>) =>
      closeRefusal({ rule, leads: false, isOwner: false, hasOwner: true, ...of });
    expect(refusal('anybody', { isOwner: true })).toBeNull();
    expect(refusal('another', { isOwner: true })).toMatch('Somebody else');
    expect(refusal('another', {})).toBeNull();
    expect(refusal('another', { hasOwner: false })).toMatch('Name who mends it');
    expect(refusal('instructor', {})).toMatch('instructor');
    expect(refusal('instructor', { leads: true })).toBeNull();
  });
});

test.each([
  [[], null],
  [['conforms', 'conforms'], 'met'],
  [['conforms', 'inconclusive'], null],
  [['conforms', 'not-measured'], null],
  [['not-measured', 'fails'], 'not met'],
] as const)('what the verdicts %j say of a wish: %s', (verdicts, outcome) => {
  expect(outcomeFrom(verdicts)).toBe(outcome);
});

test('a text for strangers names no student: full names and first name with initial, in any case, as whole words', () => {
  const names = ['Ida Mott', 'Jo (Joe) Lee', 'Cher'];
  expect(withoutNames('IDA  MOTT glued it, Ida M. sawed, Jo (Joe) Lee painted', names)).toBe(
    'a student glued it, a student sawed, a student painted',
  );
  expect(withoutNames('Freida Mottley and Cher', names)).toBe('Freida Mottley and Cher');
  expect(withoutNames('Ida', [])).toBe('Ida');
});
