/**
 * Prepares the database for a start: migrates, and on request loads the demo project and its accounts.
 * Options: --demo, --reset-demo, --refuse-demo (ends when the installation holds demo data), --migrate-only.
 */
import { readFileSync, writeFileSync, existsSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { connect } from '@/db/connection';
import { migrate } from '@/db/migrate';
import { newToken, tokenHash } from '@/server/secrets';
import type postgres from 'postgres';

const options = new Set(process.argv.slice(2));
const STATE = process.env.IRONSTONE_STATE ?? path.join(process.cwd(), '.ironstone');
const SECRETS = path.join(STATE, 'demo-accounts.json');

/** How to get into the demo project in each role; links are paths. */
export interface DemoAccess {
  instructor: { login: string; password: string };
  /** Leads the second demo project. */
  college: { login: string; password: string };
  assistant: { login: string; password: string };
  student: { login: string; password: string };
  client: string;
  judge: string;
  board: string;
  substitute: string;
  official: string;
  panel: string;
  audience: string;
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
  const wanted = options.has('--reset-demo') || (options.has('--demo') && (await isEmpty(sql)));
  if (wanted) await makeDemo(sql);
  else if (demo && existsSync(SECRETS)) tellDemo();
  const [instructor] = await sql`select 1 from account where kind = 'instructor' limit 1`;
  if (!instructor) await offerSetUp(sql);
}

/** The demo comes in as a bundle; what reads bundles is loaded only for that, as a start without it takes a quarter of the time. */
async function makeDemo(sql: postgres.Sql) {
  const { loadDemo, removeDemo } = await import('./lib/demo');
  if (options.has('--reset-demo')) await removeDemo(sql);
  const access = await loadDemo(sql);
  mkdirSync(STATE, { recursive: true });
  writeFileSync(SECRETS, JSON.stringify(access), { mode: 0o600 });
  tellDemo();
}

async function isEmpty(sql: postgres.Sql) {
  const [anybody] = await sql`select 1 from account limit 1`;
  return !anybody;
}

/** Prints how to sign in for each role, with the address that this start serves. */
function tellDemo() {
  const access = JSON.parse(readFileSync(SECRETS, 'utf8')) as DemoAccess;
  const account = ({ login, password }: DemoAccess['student']) => `name ${login}   password ${password}`;
  const origin = process.env.IRONSTONE_ORIGIN ?? '';
  console.log(`
Demo projects (made up; the passwords and links of this installation are random):
  instructor  ${account(access.instructor)}
  college     ${access.college ? account(access.college) : '(made with the next --reset-demo)'}   (leads Nursery Doser)
  assistant   ${access.assistant ? account(access.assistant) : '(made with the next --reset-demo)'}
  student     ${account(access.student)}   (team Flint)
  client      ${origin}${access.client}
  judge       ${origin}${access.judge}
  board       ${origin}${access.board}
  substitute  ${origin}${access.substitute ?? '(made with the next --reset-demo)'}
  official    ${origin}${access.official ?? '(made with the next --reset-demo)'}
  panel       ${origin}${access.panel ?? '(made with the next --reset-demo)'}   (a visiting engineer in a review)
  audience    ${origin}${access.audience ?? '(made with the next --reset-demo)'}   (votes for an award)
`);
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
