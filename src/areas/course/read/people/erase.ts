import { entryOf } from '@/db/catalogue';
import type { Tx } from '@/db/connection';
import { ofProject, peopleIn, readShape } from '@/db/shape';

/** What stands where a name was. */
export const ERASED = 'Erased person';

interface Person {
  id: string;
  name: string;
  login: string;
}

/**
 * Erases students: the name in the account, in every text of the projects they were in, in what was published and in the
 * history is replaced; sign-in name, student number, password, sessions and slips go. The work stays with the team. In
 * running texts only the full name is found, and only names of two words or more, as a single word may be anything.
 * Backups, and files that were taken out before, are out of reach. The number of queries does not depend on how many they
 * are. Returns how many were erased.
 */
export async function erasePeople(tx: Tx, accountIds: string[]): Promise<number> {
  const people = await tx<Person[]>`
    select id, name, login from account where id = any(${accountIds}) and kind = 'student' and erased_at is null
    order by id for update`;
  if (people.length === 0) return 0;
  const ids = people.map((person) => person.id);
  for (const table of (await readShape(tx)).values()) {
    if (entryOf(table.name).erase !== 'goes') continue;
    for (const column of peopleIn(table)) await tx`delete from ${tx(table.name)} where ${tx(column)} = any(${ids})`;
  }
  await tx`delete from sign_in_attempt where login = any(${people.map((person) => person.login.toLowerCase())})`;
  await tx`
    update account set name = ${ERASED}, login = 'erased-' || substr(md5(gen_random_uuid()::text), 1, 12),
      student_number = null, password_hash = null, erased_at = now() where id = any(${ids})`;
  const projects = await tx<{ id: string }[]>`
    select distinct project_id as id from enrolment where account_id = any(${ids})`;
  const projectIds = projects.map((project) => project.id);
  const pattern = patternOf(people.map((person) => person.name));
  if (pattern) await replaceInTexts(tx, projectIds, pattern);
  await eraseInHistory(tx, ids, projectIds, pattern);
  return people.length;
}

/** A pattern of PostgreSQL for any of these full names as whole words; null when all have but one word. */
function patternOf(names: string[]): string | null {
  const full = names.map((name) => name.trim().split(/\s+/)).filter((words) => words.length > 1);
  if (full.length === 0) return null;
  const escaped = full.map((words) => words.map((word) => word.replace(/[^\p{L}\p{N}]/gu, '\\$&')).join('\\s+'));
  return `(?i)(?<![[:alnum:]])(?:${escaped.join('|')})(?![[:alnum:]])`;
}

/** Every text and JSON column of the tables that belong to projects, but for the history, which comes last. */
async function replaceInTexts(tx: Tx, projects: string[], pattern: string): Promise<void> {
  const columns = [...(await readShape(tx)).values()]
    .filter((table) => ofProject(table) && table.name !== 'audit')
    .flatMap((table) => table.columns.map(({ name, type }) => ({ table: table.name, column: name, type })))
    .filter(({ type }) => type === 'text' || type === 'jsonb');
  for (const { table, column, type } of columns) {
    const at = tx(column);
    const replaced = tx`regexp_replace(${at}::text, ${pattern}, ${ERASED}, 'g')`;
    await tx`update ${tx(table)} set ${at} = ${type === 'jsonb' ? tx`${replaced}::jsonb` : replaced}
      where project_id = any(${projects}) and ${at}::text ~ ${pattern}`;
  }
}

/** The history tells what was done and no longer by whom; rows about the account itself lose what identifies. */
async function eraseInHistory(tx: Tx, ids: string[], projects: string[], pattern: string | null): Promise<void> {
  await tx`update audit set actor_name = ${ERASED} where actor_id = any(${ids})`;
  await tx`
    update audit set before = before - 'name' - 'login' - 'student_number', after = after - 'name' - 'login' - 'student_number'
    where object_kind = 'account' and object_id = any(${ids})`;
  if (!pattern) return;
  await tx`
    update audit set before = regexp_replace(before::text, ${pattern}, ${ERASED}, 'g')::jsonb,
      after = regexp_replace(after::text, ${pattern}, ${ERASED}, 'g')::jsonb
    where project_id = any(${projects}) and (before::text ~ ${pattern} or after::text ~ ${pattern})`;
}
