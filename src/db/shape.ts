import type { Sql } from './connection';

/** A row as it is stored, by the names of its columns. */
export type Row = Record<string, unknown>;
/** A column as PostgreSQL has it. */
export interface Column {
  name: string;
  /** The base type, below domains: "text", "uuid", "jsonb", "date", "float8" … */
  type: string;
  nullable: boolean;
  hasDefault: boolean;
  /** Whether it holds an empty text when nothing is said. */
  blank: boolean;
  /** The words it may hold, where a check lists them. */
  oneOf: string[] | null;
}
/** A foreign key: its own columns, and those of the other table in the same order. */
export interface Reference {
  columns: string[];
  table: string;
  theirs: string[];
}
export interface Table {
  name: string;
  columns: Column[];
  key: string[];
  references: Reference[];
}
/** Every table of the schema, each behind all those it refers to. */
export type Shape = ReadonlyMap<string, Table>;

const hold = globalThis as unknown as { ironstoneShape?: { of: string; shape: Promise<Shape> } };

/** The tables of the database as PostgreSQL's own catalogue describes them, read once in a process. */
export function readShape(sql: Sql): Promise<Shape> {
  const of = process.env.DATABASE_URL ?? '';
  if (hold.ironstoneShape?.of !== of) hold.ironstoneShape = { of, shape: read(sql) };
  return hold.ironstoneShape.shape;
}

async function read(sql: Sql): Promise<Shape> {
  const columns = await sql<(Omit<Column, 'oneOf'> & { table: string })[]>`
    select c.relname as table, a.attname as name, coalesce(nullif(t.typbasetype, 0)::regtype, t.oid::regtype)::text as type,
      not a.attnotnull as nullable, a.atthasdef or a.attidentity <> '' as has_default,
      coalesce(pg_get_expr(d.adbin, d.adrelid) like '''''::%', false) as blank
    from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped
    join pg_type t on t.oid = a.atttypid left join pg_attrdef d on d.adrelid = c.oid and d.adnum = a.attnum
    where c.relkind = 'r' and a.attgenerated = '' and c.relnamespace = current_schema()::regnamespace order by c.relname, a.attnum`;
  const keys = await sql<{ kind: string; table: string; columns: string[]; target: string | null; theirs: string[] }[]>`
    select k.contype::text as kind, c.relname as table, f.relname as target,
      array(select a.attname::text from unnest(k.conkey) with ordinality u(n, i)
        join pg_attribute a on a.attrelid = k.conrelid and a.attnum = u.n order by u.i) as columns,
      array(select a.attname::text from unnest(k.confkey) with ordinality u(n, i)
        join pg_attribute a on a.attrelid = k.confrelid and a.attnum = u.n order by u.i) as theirs
    from pg_constraint k join pg_class c on c.oid = k.conrelid left join pg_class f on f.oid = k.confrelid
    where k.contype in ('f', 'p') and c.relnamespace = current_schema()::regnamespace order by k.conname`;
  const checks = await sql<{ table: string; says: string }[]>`
    select conrelid::regclass::text as table, pg_get_constraintdef(oid) as says from pg_constraint
    where contype = 'c' and cardinality(conkey) = 1 and connamespace = current_schema()::regnamespace`;
  const lists = new Map(checks.flatMap(({ table, says }) => listIn(table, says)));
  const tables = new Map<string, Table>();
  for (const { table, ...column } of columns) {
    const found = tables.get(table) ?? { name: table, columns: [], key: [], references: [] };
    found.columns.push({ ...column, oneOf: lists.get(`${table}.${column.name}`) ?? null });
    tables.set(table, found);
  }
  for (const one of keys) {
    const table = tables.get(one.table)!;
    if (one.kind === 'p') table.key = one.columns;
    else table.references.push({ columns: one.columns, table: one.target!, theirs: one.theirs });
  }
  return new Map(inOrder([...tables.values()]).map((table) => [table.name, table]));
}

/** A check that lists words: CHECK ((kind = ANY (ARRAY['max'::text, 'min'::text]))). */
function listIn(table: string, says: string): [string, string[]][] {
  const [, column, list] = /^CHECK \(\((\w+) = ANY \(ARRAY\[(.*)\]\)\)\)$/.exec(says) ?? [];
  return column && list ? [[`${table}.${column}`, [...list.matchAll(/'([^']*)'/g)].map(([, word]) => word!)]] : [];
}

/** Each table behind those it refers to; one that refers to itself stands where it would without that. */
function inOrder(tables: Table[]): Table[] {
  const placed = new Set<string>();
  const order: Table[] = [];
  while (order.length < tables.length) {
    const next = tables.filter(
      (one) => !placed.has(one.name) && one.references.every(({ table }) => table === one.name || placed.has(table)),
    );
    if (next.length === 0) throw new Error('Some tables refer to each other in a circle.');
    for (const one of next) placed.add(one.name);
    order.push(...next);
  }
  return order;
}

/** Whether rows of a table belong to a project. */
export function ofProject({ columns }: Table): boolean {
  return columns.some(({ name }) => name === 'project_id');
}

/** The columns of a table that name an account, directly or through an enrolment. */
export function peopleIn({ references }: Table): string[] {
  const named = references.flatMap(({ columns, table, theirs }) =>
    table === 'account' ? columns : table === 'enrolment' ? columns.filter((_, i) => theirs[i] === 'account_id') : [],
  );
  return [...new Set(named)];
}
