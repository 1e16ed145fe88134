/**
 * Prepares the database for a start: migrates, and on request loads the demo project and its accounts.
 * Options: --demo, --reset-demo, --refuse-demo (ends when the installation holds demo data), --migrate-only.
 */
import { readFileSync, writeFileSync, existsSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { connect } from '@/db/connection';
import { migrate } from '@/db/migrate';
import { ofProject, readShape } from '@/db/shape';
import { importBundle } from '@/domain/bundle/importBundle';
import { parseBundle } from '@/domain/bundle/pack';
import { projectOf } from '@/domain/bundle/format';
import { makeLink, type LinkWanted } from '@/features/links/commands';
import { endOfLink } from '@/domain/links/endOfLink';
import { hashPassword, newPassword, newToken, tokenHash } from '@/server/secrets';
import type postgres from 'postgres';

const options = new Set(process.argv.slice(2));
const STATE = process.env.IRONSTONE_STATE ?? path.join(process.cwd(), '.ironstone');
const SECRETS = path.join(STATE, 'demo-accounts.json');

/** How to get into the demo project in each role; links are paths. */
export interface DemoAccess {
  instructor: { login: string; password: string };
  student: { login: string; password: string };
  client: string;
  judge: string;
  board: string;
  substitute: string;
}

async function main() {
  const sql = connect(process.env.DATABASE_URL!, 2);
  try {
    const applied = await migrate(sql);
    if (applied.length) console.log(`Database brought up to date: ${applied.join(', ')}`);
    if (!options.has('--migrate-only')) await run(sql);
  } finally {
    await sql.end();
  }
}

/** What only served for a while is not kept for ever: sign-ins and their addresses, used slips, acknowledged entries. */
async function tidy(sql: postgres.Sql) {
  const old = sql`now() - interval '90 days'`;
  await sql`delete from sign_in_attempt where at < ${old}`;
  await sql`delete from session where expires_at < ${old}`;
  await sql`delete from sign_in_slip where expires_at < ${old}`;
  await sql`delete from entry where received_at < ${old}`;
}

async function run(sql: postgres.Sql) {
  await tidy(sql);
  const [demo] = await sql`select 1 from project where is_demo`;
  if (options.has('--refuse-demo') && (demo || (options.has('--demo') && (await isEmpty(sql))))) {
    throw new Error(
      'This installation holds demo accounts, so it only serves this machine (127.0.0.1). Start with --no-demo on a fresh database, or add --allow-demo-on-network if you know who can reach it.',
    );
  }
  if (options.has('--reset-demo')) await removeDemo(sql);
  const wanted = options.has('--reset-demo') || (options.has('--demo') && (await isEmpty(sql)));
  if (wanted) await loadDemo(sql);
  else if (demo && existsSync(SECRETS)) tellDemo();
  const [instructor] = await sql`select 1 from account where kind = 'instructor' limit 1`;
  if (!instructor) await offerSetUp(sql);
}

async function isEmpty(sql: postgres.Sql) {
  const [anybody] = await sql`select 1 from account limit 1`;
  return !anybody;
}

function asSystem<R>(sql: postgres.Sql, act: string, work: (tx: postgres.TransactionSql) => Promise<R>) {
  return sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', ${JSON.stringify({ kind: 'system', id: null, name: 'Demo', act })}, true)`;
    return work(tx);
  });
}

async function loadDemo(sql: postgres.Sql) {
  const text = readFileSync(path.join(process.cwd(), 'demo/gully-courier.json'), 'utf8');
  const bundle = parseBundle(text);
  const [instructor, student] = [newPassword(), newPassword()];
  const access = await asSystem(sql, 'loadDemo', async (tx) => {
    const [row] = await tx<[{ id: string }]>`
      insert into account (kind, login, name, password_hash) values ('instructor', 'okonjo', 'Maren Okonjo', ${await hashPassword(instructor)})
      on conflict (lower(login)) do update set password_hash = excluded.password_hash returning id`;
    const project = await importBundle(tx, bundle, { instructorId: row.id, isDemo: true });
    await loadWishes(tx, project.id);
    const [one] = await tx<[{ id: string; login: string }]>`
      select a.id, a.login from team_member m join team t on t.id = m.team_id join account a on a.id = m.account_id
      where m.project_id = ${project.id} and t.name = 'Flint' order by a.login limit 1`;
    await tx`update account set password_hash = ${await hashPassword(student)} where id = ${one.id}`;
    const [judge] = await tx<[{ name: string; rubricId: string }]>`
      select name, rubric_id from judge where project_id = ${project.id} order by name limit 1`;
    const endsOn = endOfLink(String(projectOf(bundle).event_date));
    const link = (wanted: Omit<LinkWanted, 'endsOn'>) => makeLink(tx, project.id, { ...wanted, endsOn });
    return {
      instructor: { login: 'okonjo', password: instructor },
      student: { login: one.login, password: student },
      client: await link({ purpose: 'client', label: 'Fernhollow Allotment Society' }),
      judge: await link({ purpose: 'judge', label: judge.name, rubricId: judge.rubricId }),
      board: await link({ purpose: 'board', label: 'Hallway screen' }),
      substitute: await link({ purpose: 'substitute', label: 'Substitute' }),
    } satisfies DemoAccess;
  });
  mkdirSync(STATE, { recursive: true });
  writeFileSync(SECRETS, JSON.stringify(access), { mode: 0o600 });
  tellDemo();
}

/** What the demo's students wish for, and a pair to keep apart: no bundle carries these. */
async function loadWishes(tx: postgres.TransactionSql, projectId: string) {
  const { preferences, apart } = JSON.parse(
    readFileSync(path.join(process.cwd(), 'demo/gully-courier-wishes.json'), 'utf8'),
  ) as {
    preferences: { who: string; concept: string | null; wants: string[]; roles: string[] }[];
    apart: [string, string][];
  };
  const people = await tx<{ id: string; name: string }[]>`
    select a.id, a.name from enrolment e join account a on a.id = e.account_id where e.project_id = ${projectId}`;
  const concepts = await tx<
    { id: string; title: string }[]
  >`select id, title from concept where project_id = ${projectId}`;
  const person = (name: string) => people.find((one) => one.name === name)!.id;
  const rows = preferences.map(({ who, concept, wants, roles }) => ({
    projectId,
    accountId: person(who),
    wants: wants.map(person),
    roles,
    conceptId: concepts.find(({ title }) => title === concept)?.id ?? null,
  }));
  await tx`insert into preference ${tx(rows as never)}`;
  await tx`insert into keep_pair ${tx(apart.map(([one, other]) => ({ projectId, kind: 'apart', oneId: person(one), otherId: person(other) })))}`;
}

/** Prints how to sign in for each role, with the address that this start serves. */
function tellDemo() {
  const access = JSON.parse(readFileSync(SECRETS, 'utf8')) as DemoAccess;
  const account = ({ login, password }: DemoAccess['student']) => `name ${login}   password ${password}`;
  const origin = process.env.IRONSTONE_ORIGIN ?? '';
  console.log(`
Demo project (made up; the passwords and links of this installation are random):
  instructor  ${account(access.instructor)}
  student     ${account(access.student)}   (team Flint)
  client      ${origin}${access.client}
  judge       ${origin}${access.judge}
  board       ${origin}${access.board}
  substitute  ${origin}${access.substitute ?? '(made with the next --reset-demo)'}
`);
}

async function removeDemo(sql: postgres.Sql) {
  await asSystem(sql, 'removeDemo', async (tx) => {
    const projects = await tx<{ id: string }[]>`select id from project where is_demo`;
    const ids = projects.map((project) => project.id);
    const people = await tx<
      { id: string }[]
    >`select distinct account_id as id from enrolment where project_id = any(${ids})`;
    for (const table of [...(await readShape(tx)).values()].reverse().filter(ofProject)) {
      await tx`delete from ${tx(table.name)} where project_id = any(${ids})`;
    }
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
  console.log(
    `\nNo account yet. Open ${process.env.IRONSTONE_ORIGIN ?? ''}/setup and make the first instructor with this token:\n  ${token}\n`,
  );
}

main().catch((error: unknown) => {
  console.error(`\n${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
});
