import { type Sql } from '@/db/connection';

/** The days without class of the school, which all projects share. */
export async function listSchoolDays(
  sql: Sql,
): Promise<{ id: string; firstDay: string; lastDay: string; reason: string }[]> {
  return sql`select id, first_day, last_day, reason from school_day order by first_day`;
}
