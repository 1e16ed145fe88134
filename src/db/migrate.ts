import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type postgres from 'postgres';

/** Where the numbered .sql files lie. */
export const MIGRATIONS = path.join(process.cwd(), 'src/db/migrations');

/**
 * Brings the database to the newest schema, all pending files in one transaction under an advisory lock, so
 * that two starts at once don't meet. Returns the names applied.
 * @throws Error when a landed file was changed, or the database is newer than the program.
 */
export async function migrate(sql: postgres.Sql, folder = MIGRATIONS): Promise<string[]> {
  const files = readdirSync(folder)
    .filter((name) => /^\d{4}_.+\.sql$/.test(name))
    .sort();
  const found = files.map((name) => {
    const text = readFileSync(path.join(folder, name), 'utf8');
    return { name, text, checksum: createHash('sha256').update(text).digest('hex') };
  });
  return sql.begin(async (tx) => {
    await tx`select pg_advisory_xact_lock(7305081)`;
    await tx`create table if not exists migration (name text primary key, checksum text not null, landed_at timestamptz not null default now())`;
    const landed = await tx<{ name: string; checksum: string }[]>`select name, checksum from migration order by name`;
    for (const { name, checksum } of landed) {
      const file = found.find((candidate) => candidate.name === name);
      if (!file)
        throw new Error(
          `The database is newer than this program: it has ${name}, which is not here. Update the program.`,
        );
      if (file.checksum !== checksum)
        throw new Error(`${name} was changed after it landed. Put it back and write a new migration.`);
    }
    const pending = found.filter(({ name }) => !landed.some((row) => row.name === name));
    for (const { name, text, checksum } of pending) {
      await tx`insert into migration (name, checksum) values (${name}, ${checksum})`;
      await tx.unsafe(text);
    }
    return pending.map(({ name }) => name);
  });
}
