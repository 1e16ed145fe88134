import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { STATE } from './files.mjs';
import { postgresPrograms } from './install.mjs';
import { say, Stop } from './run.mjs';

export const BACKUPS = path.join(STATE, 'backups');
const DAY = 86_400_000;
const KEPT = 14;
const DAILY = /^daily-\d{4}-\d\d-\d\dT\d{4}\.dump$/;

/** A PostgreSQL client program, from the server's own folder or from the path. */
export function program(name) {
  const folder = postgresPrograms();
  return folder && existsSync(path.join(folder, name)) ? path.join(folder, name) : name;
}

/** Runs a client program on the database of an address, which no list of processes shows; what it said when it failed. */
export function client(name, args, url) {
  const env = { ...process.env, ...(url ? connection(url) : {}), LC_ALL: 'C.UTF-8' };
  return new Promise((resolve) => {
    const child = spawn(program(name), args, { stdio: ['ignore', 'pipe', 'pipe'], env });
    let [out, said] = ['', ''];
    child.stdout.on('data', (text) => (out += text));
    child.stderr.on('data', (text) => (said += text));
    child.on('error', (error) => resolve({ ok: false, out, said: error.message }));
    child.on('close', (code) => resolve({ ok: code === 0, out: out.trim(), said: said.trim() }));
  });
}

function connection(url) {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const ssl = searchParams.get('sslmode');
  return {
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
    ...(ssl ? { PGSSLMODE: ssl } : {}),
  };
}

/**
 * Writes the whole database to a file (PostgreSQL's custom format) that only this user can read; with `snapshot` as that one
 * saw it. A dump that was cut off never has its name.
 */
export async function dump(url, file, snapshot = null) {
  mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
  const part = `${file}.part`;
  writeFileSync(part, '', { mode: 0o600 });
  chmodSync(part, 0o600); // also where an earlier part is left
  const of = snapshot ? [`--snapshot=${snapshot}`] : [];
  const { ok, said } = await client('pg_dump', ['-Fc', '--no-owner', '--no-privileges', ...of, '-f', part], url);
  if (!ok) {
    rmSync(part, { force: true });
    throw new Stop(`The backup could not be written to ${file}:\n${said}`);
  }
  renameSync(part, file);
  return file;
}

/** The name of a dump made now: "<kind>-2026-11-24T0915.dump". */
export function dumpName(kind, now = new Date()) {
  return `${kind}-${now.toISOString().slice(0, 16).replace(/:/g, '')}.dump`;
}

/** Makes the day's dump, by `make`, when the last one is a day old, and keeps the last fourteen. Returns its file, or null. */
export async function daily(url, folder = BACKUPS, now = new Date(), make = dump) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const names = readdirSync(folder)
    .filter((name) => DAILY.test(name))
    .sort();
  const last = names.at(-1);
  if (last && now - statSync(path.join(folder, last)).mtimeMs < DAY) return null;
  const { out } = await client('psql', ['-tAc', "select to_regclass('migration') is not null"], url);
  if (out === 'f') return null; // nothing in it yet
  const file = await make(url, path.join(folder, dumpName('daily', now)));
  for (const name of [...names, path.basename(file)].sort().slice(0, -KEPT))
    rmSync(path.join(folder, name), { force: true });
  return file;
}

/** The daily dump, checked, now if it is due, and from now on every day while this process lives. A failure is said and not fatal. */
export async function keepDaily(url) {
  const { toldDump } = await import('./checkedDump.mjs');
  const run = () =>
    daily(url, BACKUPS, new Date(), toldDump).then(
      (file) => file && say(`Backup: ${path.relative(process.cwd(), file)}`),
      (error) => console.error(`\nNo backup today: ${error instanceof Stop ? error.message : error}`),
    );
  await run();
  setInterval(() => void run(), DAY / 24).unref();
}
