import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Entry } from './entry';

interface Schema extends DBSchema {
  entries: { key: string; value: Entry };
  pictures: { key: string; value: Blob };
}
/** What was sent stays in view for a day. */
const DAY = 86_400_000;
const CHANGED = 'ironstone-outbox';

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function open(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('ironstone-outbox', 1, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: 'id' });
      db.createObjectStore('pictures');
    },
    terminated: () => (opened = null),
  });
  opened.catch(() => (opened = null));
  return opened;
}

/** Whether this browser can keep entries at all. */
export async function canKeep(): Promise<boolean> {
  return open().then(
    () => true,
    () => false,
  );
}

/** Every entry of this device, in the order entered. */
export async function listEntries(): Promise<Entry[]> {
  const all = await (await open()).getAll('entries');
  return all.sort((a, b) => a.seq - b.seq);
}

/**
 * Keeps entries, all or none; a picture's bytes beside them. `replacing` is dropped in the same step. Resolves once they
 * are on the disk.
 */
export async function addEntries(
  entries: Omit<Entry, 'seq'>[],
  pictures: ReadonlyMap<string, Blob> = new Map(),
  replacing?: string,
): Promise<void> {
  const db = await open();
  const tx = db.transaction(['entries', 'pictures'], 'readwrite', { durability: 'strict' });
  const store = tx.objectStore('entries');
  const all = await store.getAll();
  let seq = Math.max(0, ...all.map((one) => one.seq));
  const old = all.filter((one) => one.state === 'sent' && (one.answeredAt ?? 0) < Date.now() - DAY);
  await Promise.all([
    ...old.map((one) => store.delete(one.id)),
    ...(replacing ? [store.delete(replacing)] : []),
    ...entries.map((entry) => store.put({ ...entry, seq: ++seq })),
    ...[...pictures].map(([id, blob]) => tx.objectStore('pictures').put(blob, id)),
    tx.done,
  ]);
  tell();
}

/** Changes an entry that is still there; the bytes of a picture go once it is sent. */
export async function updateEntry(id: string, change: Partial<Entry>): Promise<void> {
  const tx = (await open()).transaction(['entries', 'pictures'], 'readwrite');
  const entry = await tx.objectStore('entries').get(id);
  if (entry)
    await tx
      .objectStore('entries')
      .put({ ...entry, ...change, ...(change.state === 'sent' ? { body: restOf(entry.body) } : {}) });
  if (change.state === 'sent') await tx.objectStore('pictures').delete(id);
  await tx.done;
  tell();
}

/** What a page that was made before still needs of a sent entry: which attempt of which team it was. */
function restOf(body: Entry['body']): Entry['body'] {
  const { eventId, teamId, attempt, version } = body;
  // What happened at a desk is played on from here until the page has read it.
  return 'contestId' in body ? body : { eventId, teamId, attempt, version };
}

/** Drops what others than `owner` have sent from here; what they have not sent yet stays. */
export async function dropSentBut(owner: string): Promise<void> {
  const tx = (await open()).transaction('entries', 'readwrite');
  const sent = (await tx.store.getAll()).filter((one) => one.state === 'sent' && one.by !== owner);
  await Promise.all([...sent.map((one) => tx.store.delete(one.id)), tx.done]);
  tell();
}

export async function dropEntry(id: string): Promise<void> {
  const tx = (await open()).transaction(['entries', 'pictures'], 'readwrite');
  await Promise.all([tx.objectStore('entries').delete(id), tx.objectStore('pictures').delete(id), tx.done]);
  tell();
}

export async function pictureOf(id: string): Promise<Blob | undefined> {
  return (await open()).get('pictures', id);
}

let channel: BroadcastChannel | null = null;

/** Calls back whenever the outbox changes, here or in another tab. */
export function onChange(run: () => void): () => void {
  channel ??= typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANGED);
  window.addEventListener(CHANGED, run);
  channel?.addEventListener('message', run);
  return () => {
    window.removeEventListener(CHANGED, run);
    channel?.removeEventListener('message', run);
  };
}

function tell() {
  window.dispatchEvent(new Event(CHANGED));
  channel?.postMessage('changed');
}
