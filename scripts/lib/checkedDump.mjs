import { statSync } from 'node:fs';
import { client, dump } from './dumps.mjs';

/** Rows and a sum over the text of all of them, by table: equal for two databases that hold the same. */
async function sumsOf(sql) {
  const tables = await sql`
    select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by relname`;
  const sums = {};
  for (const { name } of tables) {
    const [row] =
      await sql`select count(*) || ' ' || coalesce(sum(hashtextextended(t::text, 0)::numeric), 0) as sum from ${sql(name)} t`;
    sums[name] = row.sum;
  }
  return sums;
}

/** The first thing in which what was put back differs from what was dumped; null when they are equal. */
export function differenceOf(dumped, restored) {
  const names = [...new Set([...Object.keys(dumped), ...Object.keys(restored)])];
  const name = names.find((one) => dumped[one] !== restored[one]);
  if (!name) return null;
  const rows = (sums) => sums[name]?.split(' ')[0] ?? 'no';
  return `${name}: ${rows(dumped)} rows were dumped, ${rows(restored)} came back`;
}

/**
 * Writes a dump of one moment, puts it back into a database of its own and compares every table with that moment; then that
 * database goes. Returns { state, note }: "good", "bad" with what differs, or "unchecked" where no database may be made.
 * @throws Stop when the dump itself could not be written.
 */
export async function checkedDump(url, file) {
  const { default: postgres } = await import('postgres');
  const one = (address) => postgres(address, { max: 1, onnotice: () => {} });
  const sql = one(url);
  let dumped;
  try {
    dumped = await sql.begin('isolation level repeatable read read only', async (tx) => {
      const [{ id }] = await tx`select pg_export_snapshot() as id`;
      await dump(url, file, id);
      return sumsOf(tx);
    });
  } finally {
    await sql.end();
  }
  const at = (name) => Object.assign(new URL(url), { pathname: `/${name}` }).href;
  const name = `${decodeURIComponent(new URL(url).pathname.slice(1))}_checking`;
  const admin = one(at('template1'));
  try {
    await admin.unsafe(`drop database if exists "${name}" with (force)`);
    await admin.unsafe(`create database "${name}" template template0 encoding 'UTF8'`);
  } catch (error) {
    await admin.end();
    return {
      state: 'unchecked',
      note: `no database could be made to put it back into (${error.code ?? error.message})`,
    };
  }
  try {
    const args = ['--exit-on-error', '--no-owner', '--no-privileges', '-d', name, file];
    const { ok, said } = await client('pg_restore', args, at(name));
    if (!ok) return { state: 'bad', note: `it could not be put back: ${said.slice(0, 300)}` };
    const copy = one(at(name));
    const restored = await sumsOf(copy).finally(() => copy.end());
    const note = differenceOf(dumped, restored);
    return note ? { state: 'bad', note } : { state: 'good', note: '' };
  } finally {
    await admin.unsafe(`drop database if exists "${name}" with (force)`);
    await admin.end();
  }
}

/** The same, told to the database, so that Data and Today say when the last good one was. */
export async function toldDump(url, file) {
  const { state, note } = await checkedDump(url, file);
  const { default: postgres } = await import('postgres');
  const sql = postgres(url, { max: 1, onnotice: () => {} });
  try {
    const row = { file, bytes: statSync(file).size, state, note: note.slice(0, 400) };
    await sql`insert into backup ${sql(row)}`;
  } catch (error) {
    if (error.code !== '42P01') throw error; // a database of an earlier program, about to be brought up to date
  } finally {
    await sql.end();
  }
  if (state !== 'good') console.error(`\nThe backup ${file} is ${state}: ${note}.`);
  return file;
}
