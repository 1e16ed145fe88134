import type { Sql } from '@/db/connection';
import { listContests } from '@/areas/event/read/contests';
import { heatOrder } from '@/areas/event/shared/contests/stand';

/** The order in which teams come to the rig of an event, by the heats of a project. */
export const heatOrderOf =
  (sql: Sql, projectId: string) =>
  async (eventId: string, made: ReadonlyMap<string, number>): Promise<string[] | null> =>
    heatOrder(await listContests(sql, projectId), eventId, made);
