import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

/** When a session has a rig. */
export interface SessionSpan {
  id: string;
  machineId: string | null;
  day: string;
  start: string;
  minutes: number;
}

/** When test sessions have a machine to themselves. */
export const listSessionSpans = remembered(
  (sql: Sql, projectId: string) =>
    sql<SessionSpan[]>`select id, machine_id, day, start, minutes from test_session
      where project_id = ${projectId} and machine_id is not null order by day, start, id`,
);
