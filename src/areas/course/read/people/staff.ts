import type { Sql } from '@/db/connection';
import type { LeadsAs } from '@/server/access';
import { FieldError } from '@/server/outcome';

/** Somebody who leads the project, or assists in it. */
export interface StaffMember {
  accountId: string;
  name: string;
  login: string;
  role: LeadsAs;
}

/** Who leads the project and who assists, its owners first. */
export async function listStaff(sql: Sql, projectId: string): Promise<StaffMember[]> {
  return sql<StaffMember[]>`
    select a.id as account_id, a.name, a.login, i.role from project_instructor i join account a on a.id = i.account_id
    where i.project_id = ${projectId} order by array_position(array['owner', 'co-instructor', 'assistant'], i.role), a.name, a.id`;
}

/** The projects that somebody leads: as a condition on a column of project ids. Assisting is not leading. */
export const ledBy = (sql: Sql, instructorId: string) => sql`(
  select project_id from project_instructor where account_id = ${instructorId} and role <> 'assistant')`;

/** A student in a project that somebody does not lead, and who does. */
interface Elsewhere {
  accountId: string;
  name: string;
  owners: string;
}

/**
 * Those of these students who are in a project too that the instructor does not lead: whoever could sign in as them would see
 * that project as well. With `left` also those who were in one.
 */
export async function listElsewhere(
  sql: Sql,
  instructorId: string,
  accountIds: string[],
  { left = false } = {},
): Promise<Elsewhere[]> {
  return sql<Elsewhere[]>`
    select a.id as account_id, a.name, string_agg(distinct o.name, ', ') as owners
    from enrolment e join account a on a.id = e.account_id
    join project_instructor i on i.project_id = e.project_id and i.role = 'owner' join account o on o.id = i.account_id
    where e.account_id = any(${accountIds}) and (e.left_on is null or ${left}) and a.erased_at is null
      and e.project_id not in ${ledBy(sql, instructorId)}
    group by a.id, a.name order by a.name`;
}

/** @throws FieldError for a student who is in a project of somebody else too; `act` says what is not done: "erase them". */
export async function mustLeadAll(
  sql: Sql,
  instructorId: string,
  { accountId, act, left }: { accountId: string; act: string; left?: boolean },
): Promise<void> {
  const [one] = await listElsewhere(sql, instructorId, [accountId], { left });
  if (!one) return;
  const { name, owners } = one;
  throw new FieldError(
    '',
    `${name} is in a project of ${owners} too, so you can’t ${act}. Ask ${owners} to do it, or to invite you there.`,
  );
}

/**
 * The students who have these numbers, among those of the projects that the instructor leads: a number says who somebody is
 * within one school, and gives nobody the students of somebody else's. Those of `projectId` come first.
 */
export async function findByNumber(
  sql: Sql,
  instructorId: string,
  numbers: string[],
  projectId: string | null = null,
): Promise<Map<string, string>> {
  if (numbers.length === 0) return new Map();
  const rows = await sql<{ id: string; number: string }[]>`
    select a.id, a.student_number as number, bool_or(e.project_id = ${projectId}) as here
    from account a join enrolment e on e.account_id = a.id
    where a.kind = 'student' and a.student_number = any(${numbers}) and e.project_id in ${ledBy(sql, instructorId)}
    group by a.id order by here nulls first, a.created_at desc`;
  return new Map(rows.map(({ number, id }) => [number, id]));
}
