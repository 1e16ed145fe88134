import { ownerHere } from '@/ui/forms/drafts';
import { newId } from '@/ui/forms/newId';
import type { Outcome } from '@/server/outcome';
import { flush, type Answer, type Entry } from './entry';
import { forgetPages } from './offline';
import { addEntries, canKeep, dropEntry, listEntries, pictureOf, updateEntry } from './store';

/** How long somebody at a form waits for the answer before the entry counts as kept. */
const PATIENCE = 8_000;
const MOST_WAIT = 20_000;
const LINE = 'ironstone-line';

/** Whether the server answered last time; the device's own word counts only when it says no. */
let line = true;
/** How far this device's clock is ahead of the server's, in ms, as of the last answer. */
let ahead = 0;

export const lineIsUp = () => line && (typeof navigator === 'undefined' || navigator.onLine);
export const clockAhead = () => ahead;

export function onLine(run: () => void): () => void {
  window.addEventListener(LINE, run);
  return () => window.removeEventListener(LINE, run);
}

function note(up: boolean) {
  const changed = line !== up;
  line = up;
  if (changed) window.dispatchEvent(new Event(LINE));
}

/** Asks the server for the time, to see whether the line is there. */
export async function checkLine(): Promise<boolean> {
  const answer = await reach('/api/v1/time', { method: 'GET' });
  return answer !== null;
}

async function reach(path: string, init: RequestInit): Promise<Response | null> {
  const from = Date.now();
  try {
    const response = await fetch(path, { ...init, cache: 'no-store', signal: AbortSignal.timeout(MOST_WAIT) });
    const server = Number(response.headers.get('x-ironstone-now'));
    if (server) ahead = Math.round((from + Date.now()) / 2 - server);
    // An answer without the server's time comes from something in between, such as a network's own sign-in page.
    note(server > 0);
    return server > 0 ? response : null;
  } catch {
    note(false);
    return null;
  }
}

async function post(entry: Entry): Promise<Answer> {
  const stamp = { id: entry.id, by: entry.by, madeAt: entry.madeAt, sentAt: Date.now() };
  const response = entry.picture
    ? await postPicture(entry, stamp)
    : await reach(entry.path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ ...entry.body, entry: stamp }),
      });
  if (!response) return null;
  try {
    const outcome = (await response.json()) as Outcome<unknown>;
    if (!outcome.ok && outcome.signedOut && entry.by === ownerHere()) void forgetPages();
    return { status: response.status, outcome };
  } catch {
    note(false);
    return null; // cut off before its end: sent again, which is harmless
  }
}

async function postPicture(
  entry: Entry,
  { id, by, madeAt, sentAt }: { id: string; by: string; madeAt: number; sentAt: number },
) {
  const bytes = await pictureOf(entry.id);
  if (!bytes) return Response.json({ ok: false, message: 'The picture is no longer on this device.' }, { status: 422 });
  const about = { ...entry.body, entry: id, by, madeAt, sentAt } as unknown as Record<string, string>;
  return reach(`${entry.path}?${new URLSearchParams(about)}`, { method: 'POST', body: bytes });
}

let running: Promise<void> | null = null;
let again = false;

/** Sends what waits. One tab at a time sends, where the browser has locks; without them repeats are harmless. */
export function sendAll(): Promise<void> {
  if (running) {
    again = true;
    return running.then(() => (again ? sendAll() : undefined));
  }
  const work = async () => {
    do {
      again = false;
      await flush({ list: listEntries, update: updateEntry, post, now: Date.now });
    } while (again);
  };
  const locked = async () => {
    if (navigator.locks) await navigator.locks.request('ironstone-outbox', work);
    else await work();
  };
  running = locked()
    .catch((error: unknown) => console.error(error))
    .finally(() => (running = null));
  return running;
}

/** What a form hands over. */
export interface Entered extends Pick<Entry, 'path' | 'by' | 'byName' | 'title' | 'body' | 'objectId' | 'href'> {
  /** Pictures of the thing; they go out after the figures. */
  pictures?: readonly Blob[];
  /** What the pictures belong to, when there are some. */
  pictured?: 'iteration' | 'run' | 'concept' | 'team' | 'inspection';
  /** Whether a refusal still finds the form as it was left; if not, the refused entry stays among those of the device. */
  stillOpen?: () => boolean;
}
/** Kept on this device and not sent yet. */
export interface Kept {
  waiting: true;
}

/**
 * Keeps an entry on this device and sends it. Answers as the server does when it answers soon; otherwise "kept", which is
 * true: it goes out by itself. What the server refuses at once is not kept, as it still stands in the form.
 */
export async function submit<R>(entered: Entered): Promise<Outcome<R | Kept>> {
  const { pictures = [], pictured, stillOpen = () => true, ...fields } = entered;
  const madeAt = Date.now();
  const main = { ...fields, id: newId(), madeAt, state: 'waiting' as const };
  const images = pictures.map((blob, i) => [pictureEntry(entered, madeAt, i), blob] as const);
  if (!(await canKeep())) return sendUnkept<R>(main, images.length > 0);
  void navigator.storage?.persist?.();
  const change = typeof fields.body.version === 'number' ? await waitingChange(entered) : undefined;
  await addEntries(
    [main, ...images.map(([entry]) => entry)],
    new Map(images.map(([entry, blob]) => [entry.id, blob])),
    change?.id,
  );
  await Promise.race([sendAll(), new Promise((resolve) => setTimeout(resolve, PATIENCE))]);
  const now = (await listEntries()).find((one) => one.id === main.id);
  if (now?.state === 'sent') return { ok: true, result: now.result as R, notes: now.notes ?? [] };
  if (now?.state === 'refused' && stillOpen()) {
    await Promise.all([main.id, ...images.map(([entry]) => entry.id)].map(dropEntry));
    const { reason, errors, conflict } = now;
    return {
      ok: false,
      message: reason ?? 'Refused.',
      ...(errors ? { errors } : {}),
      ...(conflict ? { conflict } : {}),
    };
  }
  return { ok: true, result: { waiting: true }, notes: [whyKept(now)] };
}

function whyKept(entry: Entry | undefined): string {
  if (entry?.waitsFor === 'sign-in') return 'It is saved on this device. Sign in again and it is sent';
  return 'It is saved on this device and sent when you are back online';
}

function pictureEntry({ objectId, body, pictured, ...more }: Entered, madeAt: number, i: number): Omit<Entry, 'seq'> {
  const id = newId();
  return {
    id,
    by: more.by,
    byName: more.byName,
    href: more.href,
    madeAt,
    state: 'waiting' as const,
    picture: true,
    path: '/api/v1/pictures',
    title: `Picture ${i + 1} of ${more.title}`,
    objectId: id,
    body: { projectId: body.projectId, id, objectKind: pictured, objectId },
  };
}

/** A change of the same thing by the same person that still waits: the newer one takes its place. */
async function waitingChange({ path, objectId, by }: Entered): Promise<Entry | undefined> {
  return (await listEntries()).find(
    (one) => one.state === 'waiting' && one.path === path && one.objectId === objectId && one.by === by,
  );
}

/** Where a browser can keep nothing (some private windows), it is sent at once or not at all, and says so. */
async function sendUnkept<R>(entry: Omit<Entry, 'seq'>, hasPictures: boolean): Promise<Outcome<R>> {
  if (hasPictures)
    return {
      ok: false,
      message: 'This browser window can keep nothing, so pictures can’t be taken along. Use a normal window.',
    };
  const answer = await post({ ...entry, seq: 0 });
  return (
    (answer?.outcome as Outcome<R> | undefined) ?? {
      ok: false,
      message: 'No connection, and this browser window can keep nothing: leave the page open and try again.',
    }
  );
}
