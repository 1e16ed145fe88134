import fc from 'fast-check';
import { play } from '../tournament';
import { choose, confirm, receive, standAt, type DeskContest, type DeskEntry, type FreshEntry } from '.';

const teams = ['A', 'B', 'C', 'D', 'E', 'F', 'G'];
const double: DeskContest = { description: { format: 'double', teams }, rings: 2, confirmed: false };
let count = 0;
const entry = (more: Partial<FreshEntry>): FreshEntry => ({
  id: `e${++count}`,
  does: 'result',
  match: null,
  ring: null,
  a: null,
  b: null,
  team: null,
  drawn: false,
  scores: null,
  reason: '',
  by: 'one',
  byName: 'Desk one',
  at: '2026-10-30T09:00:00Z',
  ...more,
});
const result = (match: string, a: string, b: string, team: string, more: Partial<FreshEntry> = {}) =>
  entry({ match, a, b, team, ...more });
const all = (contest: DeskContest, list: FreshEntry[]) =>
  list.reduce<DeskEntry[]>((entries, one) => receive(contest, entries, one), []);
const statesOf = (entries: DeskEntry[]) => entries.map(({ state }) => state);

/** A whole contest as two phones would enter it, in the order of play. */
function played(throws: readonly number[]): FreshEntry[] {
  let entries: DeskEntry[] = [];
  const list: FreshEntry[] = [];
  for (let i = 0; ; i++) {
    const { ready, matches } = standAt(double, entries).played;
    if (ready.length === 0) return list;
    const won = throws[i] ?? 0;
    const { id, a, b } = matches.find((one) => one.id === ready[won % ready.length])!;
    const one = result(id, a!, b!, won % 3 ? a! : b!, { by: won % 2 ? 'one' : 'two' });
    list.push(one);
    entries = receive(double, entries, one);
  }
}

test('two phones, one without a line: whatever order entries arrive in, and however often, the end is the same', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(99), { minLength: 14, maxLength: 14 }), fc.nat(9999), (throws, shuffle) => {
      const list = played(throws);
      const whole = play({
        ...double.description,
        results: list.map(({ match, team }) => ({ match: match!, winner: team! })),
      });
      // One phone's entries come in their order, but all late; some come twice.
      const [first, second] = ['one', 'two'].map((by) => list.filter((one) => one.by === by));
      const mixed = shuffle % 2 ? [...second!, ...first!] : [...first!, ...second!];
      const twice = mixed.flatMap((one, i) =>
        (shuffle >> (i % 13)) & 1 ? [one, { ...one, id: `${one.id}-again`, by: 'three' }] : [one],
      );
      const entries = all(double, twice);
      const stand = standAt(double, entries);
      expect(stand.early).toEqual([]);
      expect(stand.clashes).toEqual([]);
      expect(stand.played.places).toEqual(whole.places);
      expect(entries.filter(({ state }) => state === 'counts')).toHaveLength(list.length);
    }),
    { numRuns: 60 },
  );
});

test('the same result three times counts once; another one is shown beside it until somebody decides', () => {
  const same = result('W1-2', 'D', 'E', 'D');
  let entries = all(double, [same, { ...same, id: 'x', by: 'two' }, { ...same, id: 'y', by: 'three' }]);
  expect(statesOf(entries)).toEqual(['counts', 'twin', 'twin']);
  entries = receive(double, entries, result('W1-2', 'E', 'D', 'E', { id: 'z', by: 'two' }));
  expect(entries.at(-1)).toMatchObject({ state: 'clash', a: 'D', b: 'E' });
  const { clashes } = standAt(double, entries);
  expect(clashes).toMatchObject([{ match: 'W1-2', entries: [{ id: same.id }, { id: 'z' }] }]);
  const ruling = { id: 'r', by: 'lead', byName: 'Lead', at: same.at, reason: 'seen on the picture' };
  expect(statesOf(choose(double, entries, same.id, ruling))).toEqual(['counts', 'twin', 'twin', 'aside']);
  const other = choose(double, entries, 'z', ruling);
  expect(other.at(-1)).toMatchObject({ id: 'r', does: 'correction', team: 'E', reason: 'seen on the picture' });
  expect(standAt(double, other).played.matches.find(({ id }) => id === 'W1-2')).toMatchObject({ winner: 'E' });
  expect(standAt(double, other).clashes).toEqual([]);
  expect(() => choose(double, other, 'z', ruling)).toThrow(/decided/);
});

test('two officials: a result waits, nobody confirms their own, and who says otherwise clashes', () => {
  const strict = { ...double, confirmed: true };
  const first = result('W1-2', 'D', 'E', 'D');
  const waits = all(strict, [first]);
  expect(standAt(strict, waits)).toMatchObject({
    unconfirmed: [{ id: first.id }],
    played: { ready: ['W1-2', 'W1-3', 'W1-4'] },
  });
  expect(() => confirm(strict, waits, first.id, { by: 'one', byName: 'Desk one' })).toThrow(/Somebody else/);
  expect(statesOf(receive(strict, waits, { ...first, id: 'again' }))).toEqual(['confirm', 'twin']);
  const done = confirm(strict, waits, first.id, { by: 'two', byName: 'Desk two' });
  expect(done).toMatchObject([{ state: 'counts', confirmedBy: 'Desk two' }]);
  const seconded = receive(strict, waits, { ...first, id: 's', by: 'two', byName: 'Desk two' });
  expect(statesOf(seconded)).toEqual(['counts', 'twin']);
  const otherwise = receive(strict, waits, result('W1-2', 'D', 'E', 'E', { id: 'o', by: 'two' }));
  expect(standAt(strict, otherwise).clashes).toMatchObject([{ entries: [{ id: first.id }, { id: 'o' }] }]);
  const ruling = { id: 'r', by: 'lead', byName: 'Lead', at: first.at, reason: '' };
  const chosen = choose(strict, otherwise, 'o', ruling);
  expect(statesOf(chosen)).toEqual(['aside', 'counts']);
});

test('calls: a ring holds one match, a second call is a twin, a start keeps its ring, a closed ring takes none', () => {
  const at = (does: FreshEntry['does'], match: string, a: string, b: string, ring: number | null = null) =>
    entry({ does, match, a, b, ring });
  const entries = all(double, [
    at('call', 'W1-2', 'D', 'E', 1),
    at('call', 'W1-3', 'B', 'G', 1),
    at('call', 'W1-2', 'D', 'E', 2),
    at('start', 'W1-2', 'D', 'E'),
    entry({ does: 'close-ring', ring: 2 }),
    at('call', 'W1-3', 'B', 'G', 2),
  ]);
  expect(statesOf(entries)).toEqual(['counts', 'aside', 'twin', 'counts', 'counts', 'aside']);
  expect(standAt(double, entries)).toMatchObject({
    called: [{ match: 'W1-2', ring: 1, startedAt: '2026-10-30T09:00:00Z' }],
    closed: [2],
  });
  const after = receive(double, entries, result('W1-2', 'D', 'E', 'E'));
  expect(standAt(double, after).called).toEqual([]);
  expect(statesOf(receive(double, after, at('call', 'W1-2', 'D', 'E', 1))).at(-1)).toBe('aside');
});

test('a team withdraws in the middle of its match: the call ends, the other goes on, and a late result is set aside', () => {
  const entries = all(double, [
    entry({ does: 'call', match: 'W1-2', a: 'D', b: 'E', ring: 1 }),
    entry({ does: 'withdrawal', team: 'E', reason: 'axle broke' }),
    result('W1-2', 'D', 'E', 'E'),
    entry({ does: 'withdrawal', team: 'E', reason: 'axle broke' }),
  ]);
  expect(statesOf(entries)).toEqual(['counts', 'counts', 'aside', 'twin']);
  const { called, played } = standAt(double, entries);
  expect(called).toEqual([]);
  expect(played.matches.find(({ id }) => id === 'W1-2')).toMatchObject({ winner: 'D', walkover: true });
});

test('what is wrong in itself is told and not kept; what somebody else has changed is set aside', () => {
  const first = all(double, [result('W1-2', 'D', 'E', 'D')]);
  expect(() => receive(double, first, result('W9-1', 'A', 'B', 'A'))).toThrow(/no match W9-1/);
  expect(() => receive(double, first, result('W1-3', 'B', 'G', 'A'))).toThrow(/A is not in W1-3/);
  expect(() => receive(double, first, result('W1-3', 'B', 'X', 'B'))).toThrow(/X is not in this contest/);
  expect(() => receive(double, first, entry({ match: 'W1-3', a: 'B', b: 'G', drawn: true }))).toThrow(
    /draw is not possible/,
  );
  expect(() => receive(double, first, entry({ does: 'withdrawal', team: 'X' }))).toThrow(/X is not/);
  expect(() => receive(double, first, entry({ does: 'close-ring', ring: 3 }))).toThrow(/rings 1 to 2/);
  expect(() => receive(double, first, { ...result('W1-3', 'B', 'G', 'B'), does: 'correction' })).toThrow(
    /nothing to correct/i,
  );
  expect(receive(double, first, result('W1-3', 'C', 'G', 'C')).at(-1)).toMatchObject({ state: 'aside' });
  const early = receive(double, first, result('W2-1', 'A', 'D', 'D'));
  expect(early.at(-1)).toMatchObject({ state: 'counts' }); // A has a bye: both are known
  const corrected = receive(double, early, { ...result('W1-2', 'D', 'E', 'E'), does: 'correction', reason: 'misread' });
  expect(standAt(double, corrected).played.void).toMatchObject([{ match: 'W2-1' }]);
});
