import type { Conflict, Outcome } from '@/server/outcome';

/** Something entered on this device: a run, an iteration, points, a picture. Kept until the server has answered. */
export interface Entry {
  /** Its own id, by which the server knows a repeat. */
  id: string;
  /** Order of entering on this device. */
  seq: number;
  /** The versioned route it goes to. */
  path: string;
  /** Who made it: account or judge. */
  by: string;
  byName: string;
  /** For people: what it is ("Flint 3, Crossing time, attempt 2: 7.9 s"). */
  title: string;
  body: Record<string, unknown>;
  /** The thing it makes or changes; later entries about the same thing wait for it. */
  objectId: string;
  /** A picture: its bytes lie in a store of their own and go out after all figures. */
  picture?: boolean;
  /** ms of this device's clock. */
  madeAt: number;
  state: 'waiting' | 'sent' | 'refused';
  /** Why it waits, when it is not only for the line. */
  waitsFor?: 'line' | 'sign-in' | 'server' | 'entry' | undefined;
  reason?: string | undefined;
  errors?: Record<string, string> | undefined;
  conflict?: Conflict | undefined;
  result?: unknown;
  notes?: string[] | undefined;
  answeredAt?: number | undefined;
  /** Where it can be seen and mended. */
  href?: string | undefined;
}

/** What the server answered; null when no answer came. */
export type Answer = { status: number; outcome: Outcome<unknown> } | null;

/**
 * The first entry that can go out: in the order entered, pictures after all figures. One that speaks of a thing whose
 * own entry is not sent yet has to wait for it.
 * @param done ids that were tried in this round, @param shut people who are signed out
 */
export function nextToSend(entries: Entry[], done: Set<string>, shut: Set<string>): Entry | undefined {
  const open = entries.filter((one) => one.state !== 'sent').sort((a, b) => a.seq - b.seq);
  const ready = open.filter(
    (one) => one.state === 'waiting' && !done.has(one.id) && !shut.has(one.by) && !blockedBy(one, open),
  );
  return ready.find((one) => !one.picture) ?? ready[0];
}

/** The earlier entry, not sent yet, whose thing this one is about or speaks of. */
export function blockedBy(entry: Entry, open: Entry[]): Entry | undefined {
  const text = JSON.stringify(entry.body);
  return open.find(
    (earlier) =>
      earlier.seq < entry.seq &&
      earlier.state !== 'sent' &&
      (earlier.objectId === entry.objectId || text.includes(earlier.objectId)),
  );
}

/** What an answer makes of an entry. */
export function afterAnswer(answer: Answer, now: number): Partial<Entry> {
  if (answer === null) return { state: 'waiting', waitsFor: 'line', reason: undefined };
  const { outcome, status } = answer;
  if (outcome.ok)
    return {
      ...CLEAR,
      state: 'sent',
      result: outcome.result,
      notes: outcome.notes,
      answeredAt: now,
    };
  if (outcome.signedOut) return { ...CLEAR, state: 'waiting', waitsFor: 'sign-in', reason: outcome.message };
  if (outcome.retry || status === 429 || status >= 500)
    return { ...CLEAR, state: 'waiting', waitsFor: 'server', reason: outcome.message };
  const { message: reason, errors, conflict } = outcome;
  return { ...CLEAR, state: 'refused', reason, errors, conflict, answeredAt: now };
}
const CLEAR = { waitsFor: undefined, reason: undefined, errors: undefined, conflict: undefined };

/** What sending needs from outside: the store and the line. */
export interface World {
  list: () => Promise<Entry[]>;
  update: (id: string, change: Partial<Entry>) => Promise<void>;
  post: (entry: Entry) => Promise<Answer>;
  now: () => number;
}

/**
 * Sends what can go out, one entry after the other, in order. Every entry is marked as sent only once the server has said
 * so; with no answer, or when the server can't just now, the rest waits for the next round.
 * @returns whether the line and the server were there to the end.
 */
export async function flush({ list, update, post, now }: World): Promise<boolean> {
  const [done, shut] = [new Set<string>(), new Set<string>()];
  for (;;) {
    const next = nextToSend(await list(), done, shut);
    if (!next) return true;
    done.add(next.id);
    const answer = await post(next);
    const change = afterAnswer(answer, now());
    await update(next.id, change);
    if (change.waitsFor === 'sign-in') shut.add(next.by);
    else if (change.waitsFor) return false;
  }
}
