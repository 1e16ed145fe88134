import { inZone } from '@/server/clock';
import { type Sql } from '@/db/connection';

export interface ChangeLine {
  id: string;
  title: string;
  by: string | null;
  at: string;
  undone: boolean;
}

/** The last changes of the plan, newest first. */
export async function listPlanChanges(
  sql: Sql,
  projectId: string,
  timeZone: string,
  most: number,
): Promise<ChangeLine[]> {
  const rows = await sql<(Omit<ChangeLine, 'at'> & { madeAt: Date })[]>`
    select c.id, c.title, a.name as by, c.made_at, c.undone_at is not null as undone
    from plan_change c left join account a on a.id = c.made_by
    where c.project_id = ${projectId} order by c.made_at desc limit ${most}`;
  return rows.map(({ madeAt, ...row }) => ({ ...row, at: inZone(madeAt, timeZone) }));
}
