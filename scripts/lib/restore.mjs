import { readdirSync } from 'node:fs';
import path from 'node:path';
import { client } from './dumps.mjs';
import { ROOT } from './files.mjs';
import { must, Stop } from './run.mjs';

/**
 * Restores a dump beside the database, checks and updates it there, and only then changes their names; meanwhile nobody
 * writes. The database at `url` is untouched by anything that fails before. Returns the name under which it is kept, and the migrations applied.
 */
export async function restore(url, file) {
  const { default: postgres } = await import('postgres');
  const name = decodeURIComponent(new URL(url).pathname.slice(1));
  const at = (database) => Object.assign(new URL(url), { pathname: `/${database}` }).href;
  const stamp = new Date().toISOString().replace(/\D/g, '').slice(0, 14);
  const [fresh, before] = [`${name}_restoring_${stamp}`, `${name}_before_${stamp}`];
  const admin = postgres(at('template1'), { max: 1, onnotice: () => {} });
  // Who writes waits from here on: what is acknowledged now would stay behind in the database that goes.
  const held = await holdWriters(url);
  try {
    await admin.unsafe(`create database "${fresh}" template template0 encoding 'UTF8'`);
    try {
      const { ok, said } = await client(
        'pg_restore',
        ['--exit-on-error', '--no-owner', '--no-privileges', '-d', fresh, file],
        at(fresh),
      );
      if (!ok) throw new Stop(`The backup could not be read to its end; nothing was changed.\n${said}`);
      await refuseNewer(postgres, at(fresh));
      const applied = await update(at(fresh));
      await swap(admin, { name, fresh, before, held });
      return { before, applied };
    } catch (error) {
      await admin.unsafe(`drop database if exists "${fresh}" with (force)`);
      throw error;
    }
  } finally {
    await held.free();
    await admin.end();
  }
}

/** The lock that every write shares (src/server/write.ts). */
const WRITES = 1_870_001;

/**
 * Holds all writes to a database until `free` is called or this process ends; those under way are waited for. Who wants to
 * write is told to come back. `pid` is the one connection that stays.
 */
export async function holdWriters(url) {
  const { default: postgres } = await import('postgres');
  const sql = postgres(url, { max: 1, onnotice: () => {} });
  const [{ pid }] = await sql`select pg_advisory_lock(${WRITES}), pg_backend_pid() as pid`;
  return { pid, free: () => sql.end({ timeout: 1 }).catch(() => {}) };
}

async function refuseNewer(postgres, url) {
  const sql = postgres(url, { max: 1, onnotice: () => {} });
  try {
    const known = readdirSync(path.join(ROOT, 'src/db/migrations'));
    const landed = await sql`select name from migration order by name`.catch(() => []);
    if (landed.length === 0) throw new Stop('This is a backup of something else; nothing was changed.');
    const newer = landed.map((row) => row.name).filter((one) => !known.includes(one));
    if (newer.length)
      throw new Stop(
        `The backup is of a newer program: it has ${newer.join(', ')}, which is not here. Update the program first; nothing was changed.`,
      );
  } finally {
    await sql.end();
  }
}

/** Brings the restored database to this program's schema; the migrations applied. */
async function update(url) {
  let said = '';
  await must(
    process.execPath,
    ['--import', 'tsx', 'scripts/prepare.ts', '--migrate-only'],
    'It could not be brought up to date',
    {
      env: { ...process.env, DATABASE_URL: url },
      stdio: ['ignore', 'pipe', 'inherit'],
      onOutput: (text) => void (said += text),
    },
  );
  return /up to date: (.*)/.exec(said)?.[1].split(', ') ?? [];
}

/** Changes the names. Whoever is connected is sent away for a moment; the app comes back by itself. */
async function swap(admin, { name, fresh, before, held }) {
  // Only what earlier restores of this very database have put aside: others on the same server keep theirs.
  const aside = `${name}_before_`;
  const old = await admin`
    select datname as name from pg_database
    where starts_with(datname, ${aside}) and substr(datname, ${aside.length + 1}) ~ '^[0-9]{14}$'`;
  const away = (database) =>
    admin`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${database} and pid <> ${held.pid}`;
  await admin.unsafe(`alter database "${name}" allow_connections false`);
  try {
    await away(name);
    await away(fresh);
    await held.free(); // last: nobody can connect any more
    await admin.unsafe(`alter database "${name}" rename to "${before}"`);
    await admin.unsafe(`alter database "${fresh}" rename to "${name}"`);
  } catch (error) {
    await admin.unsafe(`alter database "${before}" rename to "${name}"`).catch(() => {});
    await admin.unsafe(`alter database "${name}" allow_connections true`).catch(() => {});
    throw error;
  }
  for (const { name: earlier } of old) await admin.unsafe(`drop database if exists "${earlier}" with (force)`);
}
