import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import postgres from 'postgres';
import { startCluster } from '../../scripts/lib/cluster.mjs';
import { serve, serveOn } from '../../scripts/lib/serve.mjs';
import { expect, idsOf, phone, runOf, send, sendAgain, sessionFor, storedById, test, type Sent } from './world';

// Processes are killed by their id and disks filled, while entries come in. What was acknowledged must be there, once;
// what was not is sent again, as every outbox does.

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const values = (count: number, from: number) => Array.from({ length: count }, (_, i) => from + i / 1000);

test('the same entry three times, two of them at once', async ({ served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const token = await sessionFor(sql, ids.student);
  const body = runOf(ids, 8.001);
  const sent = [...(await Promise.all([send(served.origin, token, body), send(served.origin, token, body)]))];
  sent.push(await send(served.origin, token, body));
  expect(sent.map((one) => one.status)).toEqual([200, 200, 200]);
  const stored = await sql`select 1 from run where id = ${body.id as string}`;
  note({
    made: 1,
    acknowledged: sent.filter((one) => one.acknowledged).length ? 1 : 0,
    stored: [stored.length],
    told: 'three times the same answer',
  });
});

test('the server is killed (-9) in the middle of 50 concurrent writes', async ({ served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const token = await sessionFor(sql, ids.student);
  const own = await serveOn(served.url, 'faults-killed');
  await send(own.origin, token, runOf(ids, 8.05)); // warm, so that the kill falls among writes
  let answered = 0;
  const writes = values(50, 8.1).map(async (value) => {
    const sent = await send(own.origin, token, runOf(ids, value));
    if (sent.acknowledged && ++answered === 8) await own.kill();
    return sent;
  });
  const first = await Promise.all(writes);
  const acknowledged = first.filter((one) => one.acknowledged);
  expect(acknowledged.length).toBeLessThan(50);
  expect((await storedById(sql, acknowledged)).every((times) => times === 1)).toBe(true);
  const next = await serveOn(served.url, 'faults-killed', [], {}, own.port);
  const again = await sendAgain(next.origin, token, first);
  expect(again.every((one) => one.acknowledged)).toBe(true);
  note({
    made: 50,
    acknowledged: again.filter((one) => one.acknowledged).length,
    stored: await storedById(sql, first),
    told: `${acknowledged.length} acknowledged before the kill, none of them lost; the others had no answer and went out again`,
  });
  await next.stop();
});

test('PostgreSQL is killed (-9) and started again under writes', async ({ note }) => {
  const cluster = await startCluster('faults-db');
  const served = await serve(cluster, 'killed', ['--demo']);
  try {
    const sql = postgres(served.url, { max: 1, onnotice: () => {}, transform: postgres.camel });
    const ids = await idsOf(sql, served.access!.student.login);
    const token = await sessionFor(sql, ids.student);
    let answered = 0;
    const first = await Promise.all(
      values(50, 8.2).map(async (value) => {
        const sent = await send(served.origin, token, runOf(ids, value));
        if (sent.acknowledged && ++answered === 8) killPostgres(cluster.data);
        return sent;
      }),
    );
    const acknowledged = first.filter((one) => one.acknowledged);
    const refused = first.filter((one) => !one.acknowledged);
    expect(refused.length).toBeGreaterThan(0);
    expect([...new Set(refused.map((one) => one.status))]).toEqual([503]); // "later", never "refused"
    await sql.end({ timeout: 1 });
    await pause(500);
    expect(await cluster.revive()).toBe(true);
    const after = postgres(served.url, { max: 1, onnotice: () => {}, transform: postgres.camel });
    expect((await storedById(after, acknowledged)).every((times) => times === 1)).toBe(true);
    const again = await sendAgain(served.origin, token, first);
    expect(again.every((one) => one.acknowledged)).toBe(true);
    note({
      made: 50,
      acknowledged: again.filter((one) => one.acknowledged).length,
      stored: await storedById(after, first),
      told: `${acknowledged.length} acknowledged before the kill, none of them lost; the others were told “not known yet” and went out again`,
    });
    await after.end();
  } finally {
    await served.stop();
    cluster.stop();
  }
});

/** Kills the server and all its children at once, as a power cut would. */
function killPostgres(data: string) {
  const pid = Number(readFileSync(path.join(data, 'postmaster.pid'), 'utf8').split('\n')[0]);
  const children = execFileSync('ps', ['-o', 'pid=', '--ppid', String(pid)], { encoding: 'utf8' })
    .split('\n')
    .map(Number);
  for (const one of [pid, ...children].filter((id) => id > 1)) {
    try {
      process.kill(one, 'SIGKILL');
    } catch {
      // it went with its parent
    }
  }
}

test('the disk of the database is full', async ({ note }) => {
  const disk = path.join('/tmp', `ironstone-disk-${process.pid}`);
  mkdirSync(disk, { recursive: true });
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=220m,mode=0755', 'tmpfs', disk]).status === 0;
  if (!mounted) {
    rmSync(disk, { recursive: true, force: true });
    // Without the right to mount a small disk this can't be tried; the table then says so.
    return void test
      .info()
      .annotations.push({ type: 'untried', description: 'no right to mount a small disk on this machine' });
  }
  const cluster = await startCluster('db', { below: disk, size: '32MB' });
  const served = await serve(cluster, 'full', ['--demo']);
  const ballast = path.join(disk, 'ballast');
  try {
    const sql = postgres(served.url, { max: 1, onnotice: () => {}, transform: postgres.camel });
    const ids = await idsOf(sql, served.access!.student.login);
    const token = await sessionFor(sql, ids.student);
    const free = Number(execFileSync('df', ['--output=avail', '-k', disk], { encoding: 'utf8' }).split('\n')[1]);
    writeFileSync(ballast, Buffer.alloc((free - 400) * 1024));
    const first: Sent[] = [];
    for (const value of values(400, 8.3)) {
      first.push(await send(served.origin, token, runOf(ids, value)));
      if (first.filter((one) => !one.acknowledged).length === 5) break;
    }
    const acknowledged = first.filter((one) => one.acknowledged);
    const refused = first.filter((one) => !one.acknowledged);
    expect(refused.length).toBe(5);
    expect([...new Set(refused.map((one) => one.status))]).toEqual([503]);
    rmSync(ballast);
    await sql.end({ timeout: 1 });
    await pause(1000);
    await cluster.revive();
    const again = await sendAgain(served.origin, token, first);
    expect(again.every((one) => one.acknowledged)).toBe(true);
    const after = postgres(served.url, { max: 1, onnotice: () => {}, transform: postgres.camel });
    note({
      made: first.length,
      acknowledged: again.filter((one) => one.acknowledged).length,
      stored: await storedById(after, first),
      told: `${acknowledged.length} acknowledged until the disk was full, none of them lost; 5 were told so and went out once there was room`,
    });
    await after.end();
  } finally {
    await served.stop();
    cluster.stop();
    spawnSync('umount', [disk]);
    rmSync(disk, { recursive: true, force: true });
  }
});

test('two processes of the app on one database: who looks at one sees what the other writes', async ({
  browser,
  served,
  sql,
  note,
}) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const token = await sessionFor(sql, ids.student);
  const other = await serveOn(served.url, 'faults-other');
  const { page } = await phone(browser, { ...other, access: served.access });
  const opened = page.waitForRequest(/\/api\/v1\/live/);
  await page.reload();
  await opened;
  const sent = await send(served.origin, token, runOf(ids, 8.801));
  await expect(page.getByLabel('Runs just saved').getByText('8.801 s')).toBeVisible({ timeout: 10_000 });
  note({
    made: 1,
    acknowledged: Number(sent.acknowledged),
    stored: await storedById(sql, [sent]),
    told: 'seen on the other process without a reload',
  });
  await page.context().close();
  await other.stop();
});
