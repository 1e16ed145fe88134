import { entryOf } from '@/db/catalogue';
import type { Sql } from '@/db/connection';
import { readShape, type Column, type Row } from '@/db/shape';
import { isId } from '@/server/access';
import { carriedTables, type Carried } from './columns';
import { FORMAT, INSTRUCTOR, VERSION, type Bundle, type Tables } from './format';

/** How many bytes the pictures of a project have. */
export async function sizeOfPictures(sql: Sql, projectId: string): Promise<number> {
  const [row] = await sql<[{ size: number | null }]>`
    select sum(bytes_count) as size from attachment where project_id = ${projectId} and removed_at is null`;
  return row.size ?? 0;
}

export interface Written {
  bundle: Bundle;
  /** The bytes of its pictures by their ids in the bundle. */
  pictures: Map<string, Uint8Array>;
}

/**
 * Everything of a project that a bundle holds. Ids are counted table by table in an order that does not depend on those
 * of the database, so that the same project always gives the same bundle. The handle is that of a transaction which sees
 * one moment (repeatable read), as a bundle is put together from many queries. `takes` leaves tables out; what hangs on
 * their rows stays behind, and references to them are dropped.
 */
export async function writeBundle(
  sql: Sql,
  projectId: string,
  takes: (one: Carried) => boolean = () => true,
): Promise<Written> {
  const carried = carriedTables(await readShape(sql)).filter(takes);
  const places = new Map<string, string>();
  const tables: Tables = { project: [], person: await readPeople(sql, projectId, places) };
  const pictures = new Map<string, Uint8Array>();
  for (const one of carried) {
    const found = await readRows(sql, one, projectId);
    const rows = found.flatMap(({ row, ...rest }) => {
      const told = withReferences(one, row, places);
      return told ? [{ id: row.id as string | undefined, row: told, ...rest }] : [];
    });
    rows.sort((a, b) => (a.at === b.at ? compare(plain(one, a.row), plain(one, b.row)) : compare(a.at, b.at)));
    const { name } = one.table;
    tables[name] = rows.map(({ id, row }, i) => {
      if (!id) return row;
      places.set(id, `${name}-${i + 1}`);
      return { ...row, id: `${name}-${i + 1}` };
    });
    if (name === 'attachment') for (const { id, bytes } of rows) if (id && bytes) pictures.set(places.get(id)!, bytes);
  }
  for (const one of carried) {
    const rows = tables[one.table.name]!.flatMap((row) => withOwnTable(one, row, places) ?? []);
    tables[one.table.name] = rows.flatMap((row) => withLooseIds(one, row, places) ?? []);
  }
  const filled = Object.entries(tables).filter(([, rows]) => rows.length > 0);
  return { bundle: { format: FORMAT, version: VERSION, tables: Object.fromEntries(filled) }, pictures };
}

/** The students of the class; everybody else is "instructor". */
async function readPeople(sql: Sql, projectId: string, places: Map<string, string>): Promise<Row[]> {
  const people = await sql<{ id: string; name: string; studentNumber: string | null }[]>`
    select a.id, a.name, a.student_number from enrolment e join account a on a.id = e.account_id
    join section s on s.id = e.section_id left join team_member m on m.account_id = a.id and m.project_id = e.project_id
    left join team t on t.id = m.team_id
    where e.project_id = ${projectId} order by s.name, t.name nulls first, a.name, a.student_number, a.id`;
  return people.map(({ id, name, studentNumber }, i) => {
    places.set(id, `person-${i + 1}`);
    return { id: `person-${i + 1}`, name, student_number: studentNumber };
  });
}

interface Found {
  row: Row;
  /** When it was made, where the table says so. */
  at: string;
  bytes: Uint8Array | null;
}

async function readRows(sql: Sql, { table, carries, columns }: Carried, projectId: string): Promise<Found[]> {
  const made = table.columns.some(({ name }) => name === 'created_at');
  const own = table.name === 'project' ? sql`t.id` : sql`t.project_id`;
  const names = columns.map(({ name }) => name);
  const rows = await sql<{ row: Row; at: string; bytes: Buffer | null }[]>`
    select (select jsonb_object_agg(key, value) from jsonb_each(to_jsonb(t)) where key = any(${names})) as row,
      ${made ? sql`to_char(t.created_at at time zone 'UTC', 'YYYY-MM-DD HH24:MI:SS.US')` : sql`''`} as at,
      ${table.name === 'attachment' ? sql`t.bytes` : sql`null::bytea`} as bytes
    from ${sql(table.name)} t where ${own} = ${projectId} ${carries.rows ? sql`and ${sql.unsafe(carries.rows)}` : sql``}`;
  return rows.map(({ row, at, bytes }) => ({ row: told(columns, row), at, bytes: bytes && new Uint8Array(bytes) }));
}

/** A row as a bundle tells it: instants to the millisecond, nothing where nothing is said, so that a new column changes none. */
function told(columns: Column[], row: Row): Row {
  const fields = columns.flatMap(({ name, type, hasDefault, blank }): [string, unknown][] => {
    const value = row[name] ?? null;
    if (blank && value === '') return [];
    if (value === null) return hasDefault ? [[name, null]] : [];
    return [[name, type.startsWith('timestamp') ? new Date(String(value)).toISOString() : value]];
  });
  return Object.fromEntries(fields);
}

/** A row with what it refers to by place; null when it hangs on something that does not go along. */
function withReferences({ table, columns, targets }: Carried, row: Row, places: Map<string, string>): Row | null {
  const told: Row = { ...row };
  for (const { name, nullable } of columns) {
    const target = targets.get(name);
    const id = row[name];
    if (!target || id === null || id === undefined || target === table.name) continue;
    const place = places.get(id as string) ?? (target === 'account' ? INSTRUCTOR : null);
    if (place === null && !nullable) return null;
    if (place === null) delete told[name];
    else told[name] = place;
  }
  return told;
}

/** The same for references to rows of the same table, which have their places only now. */
function withOwnTable({ table, targets, columns }: Carried, row: Row, places: Map<string, string>): Row[] | null {
  const told: Row = { ...row };
  for (const [name, target] of targets) {
    const id = row[name];
    if (target !== table.name || id === null || id === undefined) continue;
    const place = places.get(id as string) ?? null;
    if (place === null && !columns.find((one) => one.name === name)!.nullable) return null;
    if (place === null) delete told[name];
    else told[name] = place;
  }
  return [told];
}

/** Ids that stand without a foreign key, alone or somewhere within a value; a row of a thing that does not go along stays behind. */
function withLooseIds({ table, columns }: Carried, row: Row, places: Map<string, string>): Row[] | null {
  const told: Row = { ...row };
  for (const name of entryOf(table.name).bundle?.ids ?? []) {
    if (row[name] === undefined) continue;
    const value = mapIds(row[name], (id) => (isId(id) ? places.get(id) : id));
    if (value === undefined && !columns.find((one) => one.name === name)!.nullable) return null;
    if (value === undefined) delete told[name];
    else told[name] = value;
  }
  return [told];
}

/** A value with every text in it replaced; what a replaced text is undefined of is left out of its list, with all around it. */
export function mapIds(value: unknown, place: (text: string) => string | undefined): unknown {
  if (typeof value === 'string') return place(value);
  if (Array.isArray(value)) return value.map((one) => mapIds(one, place)).filter((one) => one !== undefined);
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).map(([key, one]) => [key, mapIds(one, place)] as const);
  return entries.some(([, one]) => one === undefined) ? undefined : Object.fromEntries(entries);
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** A row as a text for sorting, without its own id and those that have no place yet. */
function plain({ table, targets }: Carried, row: Row): string {
  const loose = new Set(entryOf(table.name).bundle?.ids ?? []);
  const kept = Object.entries(row).filter(
    ([name]) => name !== 'id' && !loose.has(name) && targets.get(name) !== table.name,
  );
  const position = typeof row.position === 'number' ? String(row.position).padStart(6, '0') : '';
  return position + JSON.stringify(kept);
}
