import { randomUUID } from 'node:crypto';
import { FieldError } from '@/server/outcome';

export type Find = (key: string) => string;
/** Inserts rows of the project into a table. */
export type Add = (table: string, rows: Record<string, unknown>[]) => Promise<void>;

/** Gives each thing an id and finds it by its name. */
export function keyed<T>(list: readonly T[], key: (one: T) => string, what: string): Find {
  const ids = new Map<string, string>();
  for (const one of list) {
    if (ids.has(key(one))) throw new FieldError('file', `The bundle has the ${what} "${key(one)}" twice.`);
    ids.set(key(one), randomUUID());
  }
  return (name) => {
    const id = ids.get(name);
    if (!id) throw new FieldError('file', `The bundle refers to the ${what} "${name}", which it does not hold.`);
    return id;
  };
}
