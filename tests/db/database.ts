import { randomUUID } from 'node:crypto';
import postgres from 'postgres';
import { connect, pool, type Tx } from '@/db/connection';
import { importBundle } from '@/shell/bundle/importBundle';
import type { Bundle } from '@/shell/bundle/format';
import { makeLink, type LinkWanted } from '@/areas/course/write/links/commands';
import { listTeams } from '@/areas/course/read/classes';
import type { Asked } from '@/shell/today';
import { LINK_COOKIE, SESSION_COOKIE } from '@/server/actor';
import type { Outcome } from '@/server/outcome';
import { newToken, tokenHash } from '@/server/secrets';
import { writeAs } from '@/server/write';
import { demoBundle } from '../demo';
import { READY } from './readyDemo';
import { holding } from './request';

export { demoBundle };

const SYSTEM = { kind: 'system' as const, id: null, name: 'Test' };

/** A database of its own for a test file, cloned from the one with the demo project; the app's pool uses it. */
export function ownDatabase(template = 'template_demo'): void {
  const name = `test_${randomUUID().slice(0, 8)}`;
  const cluster = process.env.IRONSTONE_TEST_CLUSTER!;
  const admin = postgres(cluster, { max: 1, onnotice: () => {} });
  beforeAll(async () => {
    await admin.unsafe(`create database ${name} template ${template}`);
    process.env.DATABASE_URL = cluster.replace(/\/postgres$/, `/${name}`);
  });
  afterAll(async () => {
    await pool().end();
    await admin.unsafe(`drop database ${name} with (force)`);
    await admin.end();
  });
}

/** A second connection to the same database. */
export function otherConnection() {
  return connect(process.env.DATABASE_URL!, 1);
}

/** Writes as the program itself. */
export function bySystem<R>(run: (tx: Tx) => Promise<R>): Promise<R> {
  return writeAs(SYSTEM, 'test', run);
}

export async function makeAccount(kind: 'instructor' | 'student', login: string, name = login): Promise<string> {
  return bySystem(async (tx) => {
    const [row] = await tx<[{ id: string }]>`
      insert into account (kind, login, name) values (${kind}, ${login}, ${name}) returning id`;
    return row.id;
  });
}

async function broughtIn(login: string, bundle = demoBundle()) {
  const instructorId = await makeAccount('instructor', login);
  const { id } = await bySystem((tx) => importBundle(tx, bundle, { instructorId }));
  return { id, instructorId };
}

/** The demo project that the database was cloned with, handed to an instructor of this name; null when it was taken. */
async function readyDemo(login: string): Promise<{ id: string; instructorId: string } | null> {
  return bySystem(async (tx) => {
    const [taken] = await tx<{ id: string; instructorId: string }[]>`
      update account a set login = ${login}, name = ${login} from project_instructor i
      where a.login = ${READY} and i.account_id = a.id returning i.project_id as id, a.id as instructor_id`;
    return taken ?? null;
  });
}

/** The demo project with its own instructor; names of things lead to their ids. */
export async function demoProject(login: string, bundle?: Bundle) {
  const { id, instructorId } = (bundle ? null : await readyDemo(login)) ?? (await broughtIn(login, bundle));
  const sql = pool();
  const named = async (table: string): Promise<Record<string, string>> => {
    const rows = await sql<{ id: string; name: string }[]>`select id, name from ${sql(table)} where project_id = ${id}`;
    return Object.fromEntries(rows.map((row) => [row.name, row.id]));
  };
  const iterations = await sql<{ key: string; id: string }[]>`
    select t.name || ' ' || i.number as key, i.id from iteration i join team t on t.id = i.team_id where i.project_id = ${id}`;
  const members = await sql<{ team: string; accountId: string }[]>`
    select t.name as team, m.account_id from team_member m join team t on t.id = m.team_id
    where m.project_id = ${id} order by m.account_id`;
  const [teams, sections, events, instruments, parameters, rubrics] = [
    await named('team'),
    await named('section'),
    await named('event'),
    await named('instrument'),
    await named('parameter'),
    await named('rubric'),
  ];
  const studentOf = (team: string) => members.find((one) => one.team === team)!.accountId;
  const iteration = Object.fromEntries(iterations.map((one) => [one.key, one.id]));
  return { id, instructorId, teams, sections, events, instruments, parameters, rubrics, iteration, studentOf };
}
export type DemoProject = Awaited<ReturnType<typeof demoProject>>;

/** From now on this person asks. */
export async function asPerson(accountId: string): Promise<void> {
  const token = newToken();
  await pool()`insert into session (token_hash, account_id, expires_at) values (${tokenHash(token)}, ${accountId}, now() + interval '1 hour')`;
  holding({ [SESSION_COOKIE]: token });
}

/** A day on which a link may end. */
export const LINK_ENDS = new Date(Date.now() + 300 * 86_400_000).toISOString().slice(0, 10);

/** From now on the holder of a new link asks. */
export async function asLink(projectId: string, wanted: Omit<LinkWanted, 'endsOn'>): Promise<void> {
  const path = await bySystem((tx) => makeLink(tx, projectId, { ...wanted, endsOn: LINK_ENDS }));
  holding({ [LINK_COOKIE]: path.replace('/l/', '') });
}

/** From now on a stranger asks. */
export function asVisitor(): void {
  holding({});
}

/** The result of a write that must have been done. */
export function done<R>(outcome: Outcome<R>): R {
  if (!outcome.ok) throw new Error(`refused: ${outcome.message} ${JSON.stringify(outcome.errors ?? {})}`);
  return outcome.result;
}

/** The messages of a write that must have been refused, by field. */
export function refused(outcome: Outcome): Record<string, string> {
  if (outcome.ok) throw new Error(`was done: ${JSON.stringify(outcome.result)}`);
  return outcome.errors ?? { '': outcome.message };
}

/** Every row count of the database, to show that nothing was half written. */
export async function rowCounts(): Promise<Record<string, number>> {
  const sql = pool();
  const tables = await sql<{ name: string }[]>`
    select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`;
  const counts = await Promise.all(
    tables.map(async ({ name }) => {
      const [row] = await sql<[{ n: number }]>`select count(*) as n from ${sql(name)}`;
      return [name, row.n] as const;
    }),
  );
  return Object.fromEntries(counts);
}

/** What Today asks with, on the demo's day, for one person. */
export async function askedToday(projectId: string, personId: string, leads = true): Promise<Asked> {
  return {
    projectId,
    personId,
    leads,
    teams: await listTeams(pool(), projectId),
    today: '2026-10-26',
    now: '2026-10-26T10:02',
    at: new Date('2026-10-26T10:02:00Z'),
    since: '2026-10-22',
    eventDate: '2026-10-30',
    retentionUntil: '2027-10-30',
    href: (sheet: string) => `/${sheet}`,
  };
}
