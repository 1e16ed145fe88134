import { inTransaction, json, type Tx } from '@/db/connection';
import { HELD } from '@/db/outage';
import type { Actor } from './actor';

/** The lock that every write shares; who puts a backup back holds it alone (scripts/lib/restore.mjs). */
const WRITES = 1_870_001;

/**
 * One transaction in the name of a person: every row written in it is recorded in the history with `act`.
 * The database refuses writes that name nobody.
 * @throws an error that passes (outageOf) while a backup is put back: what is written now would stay behind.
 */
export async function writeAs<R>(
  actor: Pick<Actor, 'kind' | 'id' | 'name'> | SystemActor,
  act: string,
  run: (tx: Tx) => Promise<R>,
): Promise<R> {
  const said = JSON.stringify({ kind: actor.kind, id: actor.id, name: actor.name, act });
  return inTransaction(async (tx) => {
    const [{ free }] = await tx<[{ free: boolean }]>`
      select pg_try_advisory_xact_lock_shared(${WRITES}) as free, set_config('ironstone.actor', ${said}, true)`;
    if (!free) throw Object.assign(new Error('writes are held'), { code: HELD });
    return run(tx);
  });
}

/** The program itself, as when it loads demo data. */
export interface SystemActor {
  kind: 'system';
  id: null;
  name: string;
}

/** Notes an act in the history that no row of a table tells by itself: sessions ended, a person erased. */
export async function noteAct(
  tx: Tx,
  projectId: string,
  { kind, id, what }: { kind: string; id: string; what: Record<string, string | number> },
): Promise<void> {
  await tx`
    insert into audit (project_id, actor_kind, actor_id, actor_name, act, object_kind, object_id, after)
    select ${projectId}, a ->> 'kind', (a ->> 'id')::uuid, a ->> 'name', a ->> 'act', ${kind}, ${id}, ${json(tx, what)}
    from (select current_setting('ironstone.actor')::jsonb as a) said`;
}
