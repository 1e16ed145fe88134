import { cache } from 'react';
import { isPool, type Sql } from './connection';

/**
 * What has been read of a project is kept until the project changes. A request learns the project's state together with
 * who may see it (`sawState`); what other requests read in that same state is handed to it again, and anything else is read
 * anew. So no note has to arrive and no clock is looked at: another process's write is seen by the next request, as every
 * write to a project, to names or to the school's days counts the state on in its own transaction. Without a known state
 * (in a transaction, or outside of a page) everything is read.
 */
interface Known {
  state: string;
  /** By what reads it, then by its arguments. */
  values: Map<object, Map<string, Promise<unknown>>>;
  count: number;
}
/** Projects that are remembered at a time, those looked at last; and how much of each. */
export const MOST_PROJECTS = 8;
export const MOST_VALUES = 400;

const hold = globalThis as unknown as { ironstoneKnown?: Map<string, Known> };
const known = () => (hold.ironstoneKnown ??= new Map());
/** The states that this request has seen, by project. */
const seen = cache((): Map<string, string> => new Map());

/** Notes in which state a request has found a project. */
export function sawState(projectId: string, state: string): void {
  seen().set(projectId, state);
}

/** A read of a project that is the same for everybody until the project changes. Its arguments are plain values. */
export function remembered<Args extends readonly unknown[], R>(
  read: (sql: Sql, projectId: string, ...rest: Args) => Promise<R>,
): (sql: Sql, projectId: string, ...rest: Args) => Promise<R> {
  return (sql, projectId, ...rest) => {
    const state = isPool(sql) ? seen().get(projectId) : undefined;
    if (state === undefined) return read(sql, projectId, ...rest);
    return recall(projectId, state, read, rest, () => read(sql, projectId, ...rest));
  };
}

/** What was read in this state already, else what `load` gives, kept. What fails is not kept. */
export function recall<R>(
  projectId: string,
  state: string,
  reader: object,
  rest: readonly unknown[],
  load: () => Promise<R>,
): Promise<R> {
  const all = known();
  let own = all.get(projectId);
  all.delete(projectId);
  if (own?.state !== state || own.count >= MOST_VALUES) own = { state, values: new Map(), count: 0 };
  all.set(projectId, own);
  for (const oldest of all.keys()) if (all.size > MOST_PROJECTS) all.delete(oldest);

  const key = JSON.stringify(rest);
  let byKey = own.values.get(reader);
  if (!byKey) own.values.set(reader, (byKey = new Map()));
  const there = byKey.get(key) as Promise<R> | undefined;
  if (there) return there;
  const found = load().then(frozen);
  byKey.set(key, found);
  own.count++;
  const kept = byKey;
  found.catch(() => kept.delete(key));
  return found;
}

/** Nobody changes what many look at. */
function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  Object.freeze(value);
  for (const part of Object.values(value)) frozen(part);
  return value;
}
