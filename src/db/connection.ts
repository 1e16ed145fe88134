import { AsyncLocalStorage } from 'node:async_hooks';
import { inspect } from 'node:util';
import postgres from 'postgres';

/** A handle that queries can run on: the pool or a transaction. */
export type Sql = postgres.Sql | postgres.TransactionSql;
/** A transaction's handle; inside a transaction nothing else is used. */
export type Tx = postgres.TransactionSql;
/** Anything that can be stored as jsonb. */
export type Json = postgres.JSONValue;

/**
 * A refusal by the database, as a log shows it: its code, its constraint and where it was asked for. Its message, its details
 * and its parameters hold what somebody typed, and may hold a hash of a password.
 */
Object.defineProperty(postgres.PostgresError.prototype, inspect.custom, {
  configurable: true,
  value(this: postgres.PostgresError): string {
    const { code, table_name: table, constraint_name: constraint, stack = '' } = this;
    const at = stack.split('\n').filter((line) => /^\s+at /.test(line));
    return [`The database refused with ${code} (${[table, constraint].filter(Boolean).join(', ')})`, ...at].join('\n');
  },
});

const hold = globalThis as unknown as {
  ironstonePool?: postgres.Sql;
  ironstoneQueries?: { count: number; watch?: Watch };
  ironstoneWriting?: AsyncLocalStorage<true>;
};

/** Opens a pool. Columns are camelCase on our side; dates stay text ("2026-10-12"), numeric and bigint become numbers. */
export function connect(url: string, max = 10): postgres.Sql {
  const queries = (hold.ironstoneQueries ??= { count: 0 });
  return postgres(url, {
    max,
    onnotice: () => {},
    transform: { column: { from: postgres.toCamel, to: postgres.fromCamel }, undefined: null },
    debug: (_connection, query, values) => {
      queries.count++;
      queries.watch?.(query, values);
    },
    connect_timeout: 5,
    connection: { application_name: 'ironstone', statement_timeout: 30_000 },
    types: {
      date: { to: 1082, from: [1082], serialize: (x: string) => x, parse: (x: string) => x },
      numeric: { to: 1700, from: [1700], serialize: String, parse: Number },
      bigint: { to: 20, from: [20], serialize: String, parse: Number },
    },
  }) as unknown as postgres.Sql;
}

const writing = () => (hold.ironstoneWriting ??= new AsyncLocalStorage<true>());

/** Runs work inside a transaction of the pool; until it has ended, `pool()` refuses to give a second connection. */
export function inTransaction<R>(run: (tx: Tx) => Promise<R>): Promise<R> {
  return pool().begin((tx) => writing().run(true, () => run(tx))) as Promise<R>;
}

/** Reads in a transaction of the pool that sees one moment, whatever is written meanwhile. */
export function atOneMoment<R>(read: (tx: Tx) => Promise<R>): Promise<R> {
  return pool().begin('isolation level repeatable read read only', (tx) =>
    writing().run(true, () => read(tx)),
  ) as Promise<R>;
}

/**
 * The process's pool on DATABASE_URL.
 * @throws Error inside a transaction: as many writers as the pool has connections, each waiting for one more, wait for ever.
 */
export function pool(): postgres.Sql {
  if (writing().getStore()) throw new Error('The pool was asked inside a transaction; use its own handle.');
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set; start the app with "npm start".');
  return (hold.ironstonePool ??= connect(url));
}

/** Whether a handle is the process's pool: it sees what is committed, and nothing that a transaction of ours has written. */
export function isPool(sql: Sql): boolean {
  return sql === hold.ironstonePool;
}

/** How many queries this process has sent; the difference over a page is what the page costs. */
export function queriesSent(): number {
  return hold.ironstoneQueries?.count ?? 0;
}

type Watch = (query: string, values: unknown[]) => void;

/** Tells every query of this process from now on, for tests that look at how they are carried out; null ends that. */
export function watchQueries(watch: Watch | null): void {
  (hold.ironstoneQueries ??= { count: 0 }).watch = watch ?? undefined;
}

/** A value for a jsonb column. */
export function json(sql: Sql, value: unknown) {
  return sql.json(value as Json);
}
