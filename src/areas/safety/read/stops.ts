import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

/** A call to stop that nobody has lifted yet. */
export interface StopCall {
  id: string;
  reason: string;
  byName: string;
  madeAt: Date;
}

/** The call to stop that holds every start at present; null when nothing is stopped. */
export const stopNow = remembered(async (sql: Sql, projectId: string): Promise<StopCall | null> => {
  const [row] = await sql<StopCall[]>`
    select id, reason, by_name, made_at from stop_call where project_id = ${projectId} and lifted_at is null`;
  return row ?? null;
});
