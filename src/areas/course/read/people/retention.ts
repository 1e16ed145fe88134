import { addDays, parseISO } from 'date-fns';
import type { Sql } from '@/db/connection';
import { remembered } from '@/db/remember';

const WARNED_DAYS = 31;

/** Whether names are due to be erased within a month, or overdue. */
export function isDue(retentionUntil: string, today: string): boolean {
  return addDays(parseISO(today), WARNED_DAYS) >= parseISO(retentionUntil);
}

/** How many people of the project still stand there by name. */
export const countNames = remembered(async (sql: Sql, projectId: string): Promise<number> => {
  const [row] = await sql<[{ n: number }]>`
    select count(*) as n from enrolment e join account a on a.id = e.account_id
    where e.project_id = ${projectId} and a.erased_at is null`;
  return row.n;
});
