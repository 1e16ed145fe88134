import { CATALOGUE, entryOf } from '@/db/catalogue';
import type { Sql } from '@/db/connection';
import { ofProject, peopleIn, readShape, type Table } from '@/db/shape';
import { listNames } from '../history/read';
import { isId } from '@/server/access';

type Row = Record<string, unknown>;
const SERVES_THE_PROGRAM = new Set(['id', 'version', 'created_at', 'updated_at', 'value_si', 'bytes', 'thumbnail']);

/**
 * Everything that is kept about one person, for them to have: every row that names them, by table, with what it refers to
 * by name. Secrets are left out, as only hashes of them are kept, and so is what instructors alone see and who else a row
 * names.
 */
export async function aboutPerson(sql: Sql, accountId: string) {
  const secret = Object.keys(CATALOGUE).filter((table) => entryOf(table).secret);
  const [account, sessions, slips, signInAttempts, entries, history] = await Promise.all([
    sql`select kind, login, name, student_number, created_at, erased_at from account where id = ${accountId}`,
    sql`select device, shared, created_at, expires_at, revoked_at from session where account_id = ${accountId} order by created_at`,
    sql`select made_at, expires_at, used_at from sign_in_slip where account_id = ${accountId} order by made_at`,
    sql`select t.at, t.address, t.succeeded from sign_in_attempt t join account a on lower(a.login) = t.login
      where a.id = ${accountId} order by t.at`,
    sql`select door, made_at, received_at from entry where owner_id = ${accountId} order by received_at`,
    sql`select at, act, object_kind, object_id, before, after from audit
      where (actor_id = ${accountId} or (object_kind in ('account', 'enrolment', 'team_member') and object_id = ${accountId}))
        and object_kind <> all(${secret}) order by id`,
  ]);
  const tables: Record<string, Row[]> = {};
  for (const table of (await readShape(sql)).values()) {
    if (!ofProject(table) || entryOf(table.name).secret) continue;
    const rows = await rowsNaming(sql, table, accountId);
    if (rows.length > 0) tables[table.name] = rows;
  }
  return { account: account[0] ?? null, sessions, slips, signInAttempts, entries, tables, history };
}

/** The rows of a table that name a person, with projects and things by their names. */
async function rowsNaming(sql: Sql, table: Table, accountId: string): Promise<Row[]> {
  const people = peopleIn(table);
  if (people.length === 0) return [];
  const naming = people.map((column, i) => sql`${i ? sql`or ` : sql``}t.${sql(column)} = ${accountId}`);
  const rows = await sql<{ project: string; projectId: string; row: Row }[]>`
    select p.title as project, p.id as project_id, to_jsonb(t) as row from ${sql(table.name)} t
    join project p on p.id = t.project_id where ${naming} order by p.title, to_jsonb(t)::text`;
  const told: Row[] = [];
  for (const projectId of new Set(rows.map((one) => one.projectId))) {
    const own = rows.filter((one) => one.projectId === projectId);
    const names = await listNames(
      sql,
      projectId,
      own.map(({ row }) => ({ before: null, after: row })),
    );
    told.push(
      ...own.map(({ project, row }) => {
        const fields = Object.entries(row).filter(
          ([column]) => !SERVES_THE_PROGRAM.has(column) && column !== 'project_id',
        );
        return { project, ...Object.fromEntries(fields.map(([column, value]) => tell(column, value, people, names))) };
      }),
    );
  }
  return told;

  function tell(column: string, value: unknown, naming: string[], names: Map<string, string>): [string, unknown] {
    const name = column.replace(/_id$/, '');
    if (naming.includes(column)) return [name, value === accountId];
    if (Array.isArray(value)) return [name, value.map((one) => (isId(one) ? names.get(one) : one)).filter(Boolean)];
    return [name, isId(value) ? (names.get(value) ?? null) : value];
  }
}
