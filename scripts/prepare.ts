/**
 * Prepares the database for a start: migrates, and on request loads the demo project and its accounts.
 * Options: --demo, --reset-demo, --refuse-demo (ends when the installation holds demo data).
 */
import { readFileSync, writeFileSync, existsSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { connect } from '@/db/connection';
import { migrate } from '@/db/migrate';
import { bringIn } from '@/features/bundle/bringIn';
import { pack, unpack } from '@/features/bundle/read';
import type { Bundle } from '@/features/bundle/format';
import { hashPassword, newPassword, newToken, tokenHash } from '@/server/secrets';
import type postgres from 'postgres';

const options = new Set(process.argv.slice(2));
const STATE = path.join(process.cwd(), '.ironstone');
const SECRETS = path.join(STATE, 'demo-accounts.txt');

async function main() {
  const sql = connect(process.env.DATABASE_URL!, 2);
  try {
    const applied = await migrate(sql);
    if (applied.length) console.log(`Database brought up to date: ${applied.join(', ')}`);
    await run(sql);
  } finally {
    await sql.end();
  }
}

async function run(sql: postgres.Sql) {
  const [demo] = await sql`select 1 from project where is_demo`;
  if (options.has('--refuse-demo') && (demo || (options.has('--demo') && (await isEmpty(sql))))) {
    throw new Error(
      'This installation holds demo accounts, so it only serves this machine (127.0.0.1). Start with --no-demo on a fresh database, or add --allow-demo-on-network if you know who can reach it.',
    );
  }
  if (options.has('--reset-demo')) await removeDemo(sql);
  const wanted = options.has('--reset-demo') || (options.has('--demo') && (await isEmpty(sql)));
  if (wanted) await loadDemo(sql);
  else if (demo && existsSync(SECRETS)) console.log(`\n${readFileSync(SECRETS, 'utf8')}`);
  const [instructor] = await sql`select 1 from account where kind = 'instructor' limit 1`;
  if (!instructor) await offerSetUp(sql);
}

async function isEmpty(sql: postgres.Sql) {
  const [anybody] = await sql`select 1 from account limit 1`;
  return !anybody;
}

function asSystem<R>(sql: postgres.Sql, act: string, work: (tx: postgres.TransactionSql) => Promise<R>) {
  return sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', ${JSON.stringify({ kind: 'system', id: null, name: 'Demo data', act })}, true)`;
    return work(tx);
  });
}

async function loadDemo(sql: postgres.Sql) {
  const text = readFileSync(path.join(process.cwd(), 'demo/gully-courier.json'), 'utf8');
  const bundle = unpack(pack(JSON.parse(text) as Bundle));
  const [instructor, student] = [newPassword(), newPassword()];
  const studentLogin = await asSystem(sql, 'loadDemo', async (tx) => {
    const [row] = await tx<[{ id: string }]>`
      insert into account (kind, login, name, password_hash) values ('instructor', 'okonjo', 'Maren Okonjo', ${await hashPassword(instructor)})
      on conflict (lower(login)) do update set password_hash = excluded.password_hash returning id`;
    const project = await bringIn(tx, bundle, { instructorId: row.id, isDemo: true });
    const [one] = await tx<[{ id: string; login: string }]>`
      select a.id, a.login from team_member m join team t on t.id = m.team_id join account a on a.id = m.account_id
      where m.project_id = ${project.id} and t.name = 'Flint' order by a.login limit 1`;
    await tx`update account set password_hash = ${await hashPassword(student)} where id = ${one.id}`;
    return one.login;
  });
  const said = [
    'Demo accounts of this installation (made up, passwords random):',
    `  instructor  name okonjo   password ${instructor}`,
    `  student     name ${studentLogin}   password ${student}   (team Flint)`,
    '  client, judge, board: make links under Brief, Grades and Standings',
    '',
  ].join('\n');
  mkdirSync(STATE, { recursive: true });
  writeFileSync(SECRETS, said, { mode: 0o600 });
  console.log(`\n${said}`);
}

async function removeDemo(sql: postgres.Sql) {
  await asSystem(sql, 'removeDemo', async (tx) => {
    const projects = await tx<{ id: string }[]>`select id from project where is_demo`;
    const ids = projects.map((project) => project.id);
    const people = await tx<
      { id: string }[]
    >`select distinct account_id as id from enrolment where project_id = any(${ids})`;
    for (const table of [
      'publication',
      'component',
      'score',
      'access_link',
      'trial',
      'measurement',
      'attachment',
      'benchmark',
      'event',
      'protocol',
      'requirement',
      'action',
    ]) {
      await tx`delete from ${tx(table)} where project_id = any(${ids})`;
    }
    await tx`update iteration set parent_id = null where project_id = any(${ids})`;
    for (const table of ['iteration', 'instrument', 'team_member', 'enrolment', 'team', 'section'])
      await tx`delete from ${tx(table)} where project_id = any(${ids})`;
    await tx`delete from project where id = any(${ids})`;
    await tx`delete from account a where a.id = any(${people.map((person) => person.id)}) and a.kind = 'student'
      and not exists (select from enrolment e where e.account_id = a.id) and not exists (select from action x where x.owner_id = a.id)`;
    await tx`delete from audit where project_id = any(${ids})`;
  });
}

async function offerSetUp(sql: postgres.Sql) {
  const token = newToken();
  await sql.begin(async (tx) => {
    await tx`delete from setup_token where used_at is null`;
    await tx`insert into setup_token (token_hash) values (${tokenHash(token)})`;
  });
  console.log(`\nNo account yet. Open /setup and make the first instructor with this token:\n  ${token}\n`);
}

main().catch((error: unknown) => {
  console.error(`\n${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
});
