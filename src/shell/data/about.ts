import { CATALOGUE, entryOf } from '@/db/catalogue';
import type { Sql } from '@/db/connection';
import { ofProject, peopleIn, readShape } from '@/db/shape';
import { listNames } from '@/shell/history/read';
import { isId } from '@/server/access';
import { ledBy, listElsewhere } from '@/areas/course';

type Row = Record<string, unknown>;
const SERVES_THE_PROGRAM = new Set(['id', 'project_id', 'version', 'created_at', 'updated_at', 'bytes', 'thumbnail']);

/**
 * Everything that is kept about one person, for them to have: every row that names them, by table, with what it refers to
 * by name. Secrets are left out, as only hashes of them are kept, and so is what instructors alone see and who else a row
 * names. For an instructor it holds what lies in the projects they lead; where and when somebody signs in only if they are in
 * no other.
 */
export async function aboutPerson(sql: Sql, accountId: string, instructorId: string | null = null) {
  const elsewhere = instructorId ? await listElsewhere(sql, instructorId, [accountId], { left: true }) : [];
  const within = instructorId ? ledBy(sql, instructorId) : null;
  const secret = Object.keys(CATALOGUE).filter((table) => entryOf(table).secret);
  const [account, sessions, slips, signInAttempts, entries, history] = await Promise.all([
    sql`select kind, login, name, student_number, created_at, erased_at from account where id = ${accountId}`,
    sql`select device, group_id is not null as shared, shared_until, created_at, expires_at, revoked_at from session where account_id = ${accountId} order by created_at`,
    sql`select made_at, expires_at, used_at from sign_in_slip where account_id = ${accountId} order by made_at`,
    sql`select t.at, t.address, t.succeeded from sign_in_attempt t join account a on lower(a.login) = t.login
      where a.id = ${accountId} order by t.at`,
    sql`select door, made_at, received_at from entry where owner_id = ${accountId} order by received_at`,
    sql`select at, act, object_kind, object_id, before, after from audit
      where (actor_id = ${accountId} or (object_kind in ('account', 'enrolment', 'team_member') and object_id = ${accountId}))
        and object_kind <> all(${secret}) ${within ? sql`and (project_id is null or project_id in ${within})` : sql``} order by id`,
  ]);
  const tables = await rowsNaming(sql, accountId, within);
  if (elsewhere.length > 0) return { account: account[0] ?? null, tables, history };
  return { account: account[0] ?? null, sessions, slips, signInAttempts, entries, tables, history };
}

interface Naming {
  table: string;
  project: string;
  projectId: string;
  row: Row;
}

/** The rows that name a person, by table, with projects and things by their names: one query, and one of names a project. */
async function rowsNaming(
  sql: Sql,
  accountId: string,
  within: ReturnType<typeof ledBy> | null,
): Promise<Record<string, Row[]>> {
  const people = new Map(
    [...(await readShape(sql)).values()]
      .filter((table) => ofProject(table) && !entryOf(table.name).secret)
      .map((table) => [table.name, peopleIn(table)] as const)
      .filter(([, columns]) => columns.length > 0),
  );
  const parts = [...people].map(([table, columns], i) => {
    const naming = columns.map((column, k) => sql`${k ? sql`or ` : sql``}t.${sql(column)} = ${accountId}`);
    return sql`${i ? sql`union all ` : sql``}select ${table} as table, t.project_id, to_jsonb(t) as row from ${sql(table)} t where ${naming} `;
  });
  const rows = await sql<Naming[]>`
    select n.table, p.title as project, p.id as project_id, n.row from (${parts}) n join project p on p.id = n.project_id ${within ? sql`where p.id in ${within}` : sql``}
    order by n.table, p.title, n.row::text`;
  const names = new Map<string, string>();
  for (const projectId of new Set(rows.map((one) => one.projectId))) {
    const own = rows.filter((one) => one.projectId === projectId).map(({ row }) => ({ before: null, after: row }));
    for (const [id, name] of await listNames(sql, projectId, own)) names.set(id, name);
  }
  const tables: Record<string, Row[]> = {};
  for (const { table, project, row } of rows) {
    const fields = Object.entries(row)
      .filter(([column]) => !SERVES_THE_PROGRAM.has(column))
      .map(([column, value]): [string, unknown] => {
        const name = column.replace(/_id$/, '');
        // Of people it says only whether it is this one.
        if (people.get(table)!.includes(column)) return [name, value === accountId];
        if (Array.isArray(value)) return [name, value.map((one) => (isId(one) ? names.get(one) : one)).filter(Boolean)];
        return [name, isId(value) ? (names.get(value) ?? null) : value];
      });
    (tables[table] ??= []).push({ project, ...Object.fromEntries(fields) });
  }
  return tables;
}
