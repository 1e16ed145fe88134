import fc from 'fast-check';
import { afterAnswer, blockedBy, flush, nextToSend, type Answer, type Entry, type World } from './entry';

const entry = (id: string, seq: number, more: Partial<Entry> = {}): Entry => ({
  id,
  seq,
  path: '/api/v1/runs',
  by: 'amy',
  byName: 'Amy',
  title: id,
  body: {},
  objectId: `thing-${id}`,
  madeAt: 0,
  state: 'waiting',
  ...more,
});
const ok: Answer = { status: 200, outcome: { ok: true, result: {}, notes: [] } };
const none = new Set<string>();

/** A device's store and a line that answers as told, in memory. */
function world(entries: Entry[], answers: (entry: Entry, nth: number) => Answer): World & { sent: string[] } {
  const all = new Map(entries.map((one) => [one.id, one]));
  const sent: string[] = [];
  return {
    sent,
    list: async () => [...all.values()],
    update: async (id, change) => void all.set(id, { ...all.get(id)!, ...change }),
    post: async (one) => {
      sent.push(one.id);
      return answers(one, sent.length);
    },
    now: () => 1000,
  };
}

test('entries go out in the order entered, pictures after all figures', async () => {
  const w = world([entry('b', 2, { picture: true }), entry('c', 3), entry('a', 1)], () => ok);
  expect(await flush(w)).toBe(true);
  expect(w.sent).toEqual(['a', 'c', 'b']);
});

test('an entry waits for the one that makes the thing it speaks of, and goes on without it once that is dropped', () => {
  const made = entry('made', 1, { objectId: 'design-1', state: 'refused' });
  const run = entry('run', 2, { body: { iterationId: 'design-1' } });
  expect(blockedBy(run, [made, run])).toBe(made);
  expect(nextToSend([made, run], none, none)).toBeUndefined();
  expect(nextToSend([run], none, none)).toBe(run);
  expect(nextToSend([{ ...made, state: 'sent' }, run], none, none)).toBe(run);
});

test('without an answer everything waits, and nothing counts as sent', async () => {
  const w = world([entry('a', 1), entry('b', 2)], () => null);
  expect(await flush(w)).toBe(false);
  expect(w.sent).toEqual(['a']);
  expect((await w.list()).map((one) => [one.state, one.waitsFor])).toEqual([
    ['waiting', 'line'],
    ['waiting', undefined],
  ]);
});

test('a refusal does not hold up what has nothing to do with it', async () => {
  const refusal: Answer = { status: 422, outcome: { ok: false, message: 'No.', errors: { value: 'Too large.' } } };
  const w = world([entry('a', 1), entry('b', 2)], (one) => (one.id === 'a' ? refusal : ok));
  expect(await flush(w)).toBe(true);
  expect((await w.list()).map((one) => one.state)).toEqual(['refused', 'sent']);
  expect((await w.list())[0]).toMatchObject({ reason: 'No.', errors: { value: 'Too large.' } });
});

test('somebody who is signed out holds up only themselves', async () => {
  const out: Answer = { status: 401, outcome: { ok: false, signedOut: true, message: 'Sign in.' } };
  const three = [entry('a', 1), entry('b', 2), entry('c', 3, { by: 'ben' })];
  const w = world(three, (one) => (one.by === 'amy' ? out : ok));
  expect(await flush(w)).toBe(true);
  expect(w.sent).toEqual(['a', 'c']);
  expect((await w.list()).map((one) => one.state)).toEqual(['waiting', 'waiting', 'sent']);
});

test.each([
  [429, { ok: false as const, message: 'Slow down.' }],
  [503, { ok: false as const, retry: true as const, message: 'Away.' }],
  [500, { ok: false as const, message: 'Fault.' }],
])('a status of %s means later, not refused', (status, outcome) => {
  expect(afterAnswer({ status, outcome }, 0)).toMatchObject({ state: 'waiting', waitsFor: 'server' });
});

test('a clash keeps both versions with the entry', () => {
  const conflict = { version: 2, by: 'Ben', at: '', theirs: { value: '7' } };
  const change = afterAnswer({ status: 409, outcome: { ok: false, message: 'Clash.', conflict } }, 0);
  expect(change).toMatchObject({ state: 'refused', conflict });
});

test('whatever the line does, every entry is acknowledged once in the end and none before its forerunner', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 1, max: 8 }),
      fc.array(fc.constantFrom<'ok' | 'lost' | 'cut' | 'busy'>('ok', 'lost', 'cut', 'busy'), { maxLength: 40 }),
      async (count, line) => {
        const written: string[] = []; // by the server, which takes a repeat for what it is
        const list = Array.from({ length: count }, (_, i) =>
          entry(`e${i}`, i, i > 0 && i % 3 === 0 ? { body: { about: `thing-e${i - 1}` } } : {}),
        );
        let turn = 0;
        const w = world(list, (one) => {
          const what = line[turn++] ?? 'ok';
          if (what === 'lost') return null;
          if (what === 'busy') return { status: 503, outcome: { ok: false, retry: true, message: '' } };
          if (!written.includes(one.id)) written.push(one.id);
          return what === 'cut' ? null : ok;
        });
        for (let round = 0; round < line.length + 2; round++) await flush(w);
        expect((await w.list()).every((one) => one.state === 'sent')).toBe(true);
        expect(written).toEqual(list.map((one) => one.id));
      },
    ),
  );
});
