import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { test as base, expect, type Browser, type Page } from '@playwright/test';
import postgres from 'postgres';
import { startCluster } from '../../scripts/lib/cluster.mjs';
import { serve } from '../../scripts/lib/serve.mjs';
import { signIn } from '../e2e/browser';

export { expect };
export type Served = Awaited<ReturnType<typeof serve>>;
type Cluster = Awaited<ReturnType<typeof startCluster>>;

/** What a fault left behind: how many entries were made, acknowledged and stored, and what people were told. */
export interface Found {
  made: number;
  acknowledged: number;
  /** Rows of acknowledged or made entries, by their ids, with how often each is stored. */
  stored: number[];
  told: string;
}

interface Field {
  cluster: Cluster;
  served: Served;
  sql: postgres.Sql;
  /** Checks what a fault left, and notes it for the table: nothing lost, nothing double. */
  note: (found: Found) => void;
}

/** A durable PostgreSQL and a served demo project for the whole file. */
export const test = base.extend<Pick<Field, 'note'>, Omit<Field, 'note'>>({
  cluster: [
    async ({}, use) => {
      const cluster = await startCluster('faults');
      await use(cluster);
      cluster.stop();
    },
    { scope: 'worker' },
  ],
  served: [
    async ({ cluster }, use) => {
      const served = await serve(cluster, 'faults', ['--demo']);
      await use(served);
      await served.stop();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  sql: [
    async ({ served }, use) => {
      const sql = postgres(served.url, { max: 2, onnotice: () => {}, transform: postgres.camel });
      await use(sql);
      await sql.end();
    },
    { scope: 'worker' },
  ],
  note: async ({}, use) => {
    await use(({ made, acknowledged, stored, told }) => {
      const lost = Math.max(0, acknowledged - stored.filter((times) => times > 0).length);
      const doubled = stored.filter((times) => times > 1).length;
      const row = {
        fault: test.info().title,
        made,
        acknowledged,
        stored: stored.filter((n) => n > 0).length,
        lost,
        doubled,
        told,
      };
      test.info().annotations.push({ type: 'row', description: JSON.stringify(row) });
      expect({ made: row.made, lost, doubled }).toEqual({ made, lost: 0, doubled: 0 });
      expect(made).toBeGreaterThan(0);
      expect(acknowledged).toBe(made); // in the end everybody was told that it is there
    });
  },
});

export interface Ids {
  project: string;
  section: string;
  event: string;
  team: string;
  iteration: string;
  student: string;
}

/** The ids of Flint in the demo project, and of the student whose account the demo has. */
export async function idsOf(sql: postgres.Sql, login: string): Promise<Ids> {
  const [row] = await sql<[Ids]>`
    select t.project_id as project, t.section_id as section, t.id as team, i.id as iteration, e.id as event,
      (select id from account where login = ${login}) as student
    from team t join iteration i on i.team_id = t.id and i.number = 3 join event e on e.project_id = t.project_id and e.name = 'Crossing time'
    where t.name = 'Flint'`;
  return row;
}

/** How often the practice run with each of these values is stored for Flint. */
export async function storedRuns(sql: postgres.Sql, { team }: Ids, values: number[]): Promise<number[]> {
  const rows = await sql<{ value: number; times: string }[]>`
    select v.value, count(*) as times from reading v join run r on r.id = v.run_id
    where r.team_id = ${team} and v.value = any(${values}) group by v.value`;
  return values.map((value) => Number(rows.find((row) => row.value === value)?.times ?? 0));
}

/** Writes to the database as the program itself, as somebody else's act would. */
export function bySystem(sql: postgres.Sql, run: (tx: postgres.TransactionSql) => Promise<unknown>) {
  return sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    await run(tx);
  });
}

/** A phone of the demo's student, with the pages of the field kept on it. */
export async function phone(browser: Browser, { origin, access }: Served): Promise<{ page: Page; home: string }> {
  const context = await browser.newContext({ baseURL: origin, viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await signIn(page, access!.student);
  await page.goto('/projects');
  const home = (await page.getByRole('link', { name: 'Gully Courier' }).first().getAttribute('href'))!;
  await page.goto(`${home}/bench/enter`);
  await kept(page, '/outbox');
  return { page, home };
}

/** Waits until the device keeps a page. */
export async function kept(page: Page, path: string): Promise<void> {
  await expect
    .poll(() => page.evaluate(async (at) => Boolean(await caches.match(at)), path), {
      timeout: 30_000,
    })
    .toBe(true);
}

/** Enters a run of Flint by the keys on the page. All attempts of the demo are made, so it is a practice run. */
export async function enterRun(page: Page, value: number): Promise<void> {
  for (const key of String(value)) await page.getByRole('button', { name: key, exact: true }).click();
  await page.getByRole('button', { name: /^(Save|Keep it)/ }).click();
  const again = page.getByRole('button', { name: 'Save all the same' });
  await page.waitForTimeout(150);
  if (await again.isVisible()) await again.click();
  await expect(page.getByLabel('Value of Flint')).toHaveValue('');
}

/** The states of the entries on a device, by title. */
export async function entriesOn(
  page: Page,
): Promise<{ title: string; state: string; waitsFor?: string; reason?: string }[]> {
  const read = () =>
    page.evaluate(
      () =>
        new Promise((resolve, reject) => {
          const request = indexedDB.open('ironstone-outbox');
          request.onerror = () => reject(request.error);
          request.onsuccess = () => {
            const all = request.result.transaction('entries').objectStore('entries').getAll();
            all.onsuccess = () => (request.result.close(), resolve(all.result as never));
          };
        }),
    );
  // A page that is just being loaded anew is asked again.
  return (await read().catch(() => page.waitForLoadState().then(read))) as never;
}

/** How many entries of a device the server has acknowledged. */
export async function sentOn(page: Page): Promise<number> {
  return (await entriesOn(page)).filter((one) => one.state === 'sent').length;
}

export async function allSent(page: Page): Promise<void> {
  await expect
    .poll(
      () =>
        entriesOn(page).then(
          (all) => all.every((one) => one.state === 'sent'),
          () => false,
        ),
      { timeout: 40_000 },
    )
    .toBe(true);
}

/** A session of an account, made in the database: what a cookie would hold. */
export async function sessionFor(sql: postgres.Sql, account: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  const hash = createHash('sha256').update(token).digest();
  await sql`insert into session (token_hash, account_id, expires_at) values (${hash}, ${account}, now() + interval '1 hour')`;
  return token;
}

export interface Sent {
  body: Record<string, unknown>;
  acknowledged: boolean;
  status: number | null;
}

/** A practice run with a stamp, as an outbox sends it. */
export function runOf(ids: Ids, value: number): Record<string, unknown> {
  return {
    projectId: ids.project,
    id: randomUUID(),
    sectionId: ids.section,
    eventId: ids.event,
    teamId: ids.team,
    iterationId: ids.iteration,
    attempt: null,
    status: 'ok',
    value: String(value),
    unit: 's',
    penalties: {},
    conditions: [],
    note: 'x'.repeat(200),
    entry: { id: randomUUID(), by: ids.student, madeAt: Date.now(), sentAt: Date.now() },
  };
}

/** Sends an entry once; no answer is an answer too. */
export async function send(origin: string, token: string, body: Record<string, unknown>): Promise<Sent> {
  try {
    const answer = await fetch(`${origin}/api/v1/runs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: `ironstone_session=${token}` },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(90_000),
    });
    const outcome = (await answer.json()) as { ok: boolean };
    return { body, acknowledged: answer.status === 200 && outcome.ok, status: answer.status };
  } catch {
    return { body, acknowledged: false, status: null };
  }
}

/** Sends again, as an outbox does, what was not acknowledged; and once more what was, which must change nothing. */
export async function sendAgain(origin: string, token: string, before: Sent[]): Promise<Sent[]> {
  const again: Sent[] = [];
  for (const { body } of before) {
    let sent = await send(origin, token, body);
    for (let tries = 0; !sent.acknowledged && tries < 20; tries++) {
      await new Promise((resolve) => setTimeout(resolve, 500));
      sent = await send(origin, token, body);
    }
    again.push(sent);
  }
  return again;
}

/** How often each of these entries' runs is stored. */
export async function storedById(sql: postgres.Sql, sent: Sent[]): Promise<number[]> {
  const ids = sent.map(({ body }) => body.id as string);
  const rows = await sql<{ id: string }[]>`select id from run where id = any(${ids})`;
  return ids.map((id) => rows.filter((row) => row.id === id).length);
}
