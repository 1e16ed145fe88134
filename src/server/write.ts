import { pool, type Tx } from '@/db/connection';
import type { Actor } from './actor';

/**
 * One transaction in the name of a person: every row written in it is recorded in the history with `act`.
 * The database refuses writes that name nobody.
 */
export async function writeAs<R>(
  actor: Pick<Actor, 'kind' | 'id' | 'name'> | SystemActor,
  act: string,
  run: (tx: Tx) => Promise<R>,
): Promise<R> {
  const said = JSON.stringify({ kind: actor.kind, id: actor.id, name: actor.name, act });
  return pool().begin(async (tx) => {
    await tx`select set_config('ironstone.actor', ${said}, true)`;
    return run(tx);
  }) as Promise<R>;
}

/** The program itself, as when it loads demo data. */
export interface SystemActor {
  kind: 'system';
  id: null;
  name: string;
}
