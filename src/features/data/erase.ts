import { randomBytes } from 'node:crypto';
import type { Tx } from '@/db/connection';

/** What stands where a name was. */
export const ERASED = 'Erased person';

interface Person {
  id: string;
  name: string;
  login: string;
}

/**
 * Erases a student: the name in the account, in every text of the projects they were in, in what was published and in the
 * history is replaced; sign-in name, student number, password, sessions and slips go. The work stays with the team. In
 * running texts only the full name is found, and only names of two words or more, as a single word may be anything.
 * Backups, and files that were taken out before, are out of reach.
 */
export async function erasePerson(tx: Tx, accountId: string): Promise<void> {
  const [person] = await tx<Person[]>`
    select id, name, login from account where id = ${accountId} and kind = 'student' and erased_at is null for update`;
  if (!person) return;
  await tx`delete from session where account_id = ${accountId}`;
  await tx`delete from sign_in_slip where account_id = ${accountId}`;
  await tx`delete from sign_in_attempt where login = lower(${person.login})`;
  await tx`
    update account set name = ${ERASED}, login = ${`erased-${randomBytes(6).toString('hex')}`}, student_number = null,
      password_hash = null, erased_at = now() where id = ${accountId}`;
  const projects = await tx<{ id: string }[]>`select project_id as id from enrolment where account_id = ${accountId}`;
  const ids = projects.map((project) => project.id);
  const pattern = patternOf(person.name);
  if (pattern) await replaceInTexts(tx, ids, pattern);
  await eraseInHistory(tx, person, ids, pattern);
}

/** A pattern of PostgreSQL for a full name as whole words; null for a name of one word. */
function patternOf(name: string): string | null {
  const words = name.trim().split(/\s+/);
  if (words.length < 2) return null;
  return `(?i)(?<![[:alnum:]])${words.map((word) => word.replace(/[^\p{L}\p{N}]/gu, '\\$&')).join('\\s+')}(?![[:alnum:]])`;
}

/** Every text and JSON column of the tables that belong to projects, but for the history, which comes last. */
async function replaceInTexts(tx: Tx, projects: string[], pattern: string): Promise<void> {
  const columns = await tx<{ table: string; column: string; type: string }[]>`
    select c.table_name as table, c.column_name as column, c.data_type as type from information_schema.columns c
    join information_schema.columns p on p.table_name = c.table_name and p.table_schema = c.table_schema and p.column_name = 'project_id'
    join information_schema.tables t on t.table_name = c.table_name and t.table_schema = c.table_schema
    where c.table_schema = current_schema() and t.table_type = 'BASE TABLE' and c.data_type in ('text', 'jsonb')
      and c.table_name not in ('audit') order by 1, 2`;
  for (const { table, column, type } of columns) {
    const at = tx(column);
    const replaced = tx`regexp_replace(${at}::text, ${pattern}, ${ERASED}, 'g')`;
    await tx`update ${tx(table)} set ${at} = ${type === 'jsonb' ? tx`${replaced}::jsonb` : replaced}
      where project_id = any(${projects}) and ${at}::text ~ ${pattern}`;
  }
}

/** The history tells what was done and no longer by whom; rows about the account itself lose what identifies. */
async function eraseInHistory(tx: Tx, { id }: Person, projects: string[], pattern: string | null): Promise<void> {
  await tx`update audit set actor_name = ${ERASED} where actor_id = ${id}`;
  await tx`
    update audit set before = before - 'name' - 'login' - 'student_number', after = after - 'name' - 'login' - 'student_number'
    where object_kind = 'account' and object_id = ${id}`;
  if (!pattern) return;
  await tx`
    update audit set before = regexp_replace(before::text, ${pattern}, ${ERASED}, 'g')::jsonb,
      after = regexp_replace(after::text, ${pattern}, ${ERASED}, 'g')::jsonb
    where project_id = any(${projects}) and (before::text ~ ${pattern} or after::text ~ ${pattern})`;
}
