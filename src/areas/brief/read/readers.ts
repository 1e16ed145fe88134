import { type Sql } from '@/db/connection';

/** Which version a student has read last, if any. */
export async function readByPerson(sql: Sql, projectId: string, accountId: string): Promise<number | null> {
  const [row] = await sql<{ number: number }[]>`
    select number from brief_read where project_id = ${projectId} and account_id = ${accountId}`;
  return row?.number ?? null;
}

/** How many students have read this version or a newer one, of how many. */
export async function countReaders(sql: Sql, projectId: string, number: number): Promise<{ read: number; of: number }> {
  const [row] = await sql<[{ read: number; of: number }]>`
    select count(*) filter (where r.number >= ${number}) as read, count(*) as of
    from enrolment e left join brief_read r on r.project_id = e.project_id and r.account_id = e.account_id
    where e.project_id = ${projectId} and e.left_on is null`;
  return row;
}

/** Which version of the brief is published, and which one a person has read. */
export async function readBriefState(
  sql: Sql,
  projectId: string,
  personId: string,
): Promise<{ number: number | null; read: number | null }> {
  const [row] = await sql<[{ number: number | null; read: number | null }]>`
    select (select max(number) from brief_version where project_id = ${projectId}) as number,
      (select number from brief_read where project_id = ${projectId} and account_id = ${personId}) as read`;
  return row;
}
