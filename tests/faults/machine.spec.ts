import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request as ask } from 'node:http';
import type { AddressInfo } from 'node:net';
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

/** A proxy that hands each request to the next of these servers, and to another one when that is gone. */
async function proxyTo(origins: string[]): Promise<{ origin: string; served: number[]; stop: () => void }> {
  const served = origins.map(() => 0);
  let turn = 0;
  const server = createServer((request, response) => {
    const hand = (tries: number) => {
      const i = turn++ % origins.length;
      const { hostname, port } = new URL(origins[i]!);
      const headers = { ...request.headers, 'x-forwarded-for': '127.0.0.1', 'x-forwarded-host': request.headers.host };
      const onward = ask({ hostname, port, path: request.url, method: request.method, headers }, (answer) => {
        served[i]!++;
        response.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(response);
      });
      // A server that is gone refuses before it has taken anything; what it took and did not answer is not sent twice.
      onward.on('error', (error: NodeJS.ErrnoException) =>
        error.code === 'ECONNREFUSED' && tries > 1 ? hand(tries - 1) : response.destroy(),
      );
      response.on('close', () => onward.destroy());
      if (body.length > 0) onward.end(body);
      else onward.end();
    };
    let body = Buffer.alloc(0);
    request.on('data', (part: Buffer) => (body = Buffer.concat([body, part])));
    request.on('end', () => hand(origins.length));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const stop = () => {
    server.close();
    server.closeAllConnections();
  };
  return { origin: `http://127.0.0.1:${port}`, served, stop };
}

test('two processes of the app behind a proxy on one database, one of them killed (-9) under writes', async ({
  browser,
  served,
  sql,
  note,
}) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const token = await sessionFor(sql, ids.student);
  const one = await serveOn(served.url, 'faults-one', [], { IRONSTONE_BEHIND_PROXY: '1' });
  const proxy = await proxyTo([one.origin, served.origin]);
  const { page } = await phone(browser, { ...one, origin: proxy.origin, access: served.access });
  const opened = page.waitForRequest(/\/api\/v1\/live/);
  await page.reload();
  await opened;
  // Whichever of the two holds the stream, and whichever takes the run: it is seen without a reload.
  const first: Sent[] = [];
  for (const value of [8.801, 8.802]) {
    first.push(await send(proxy.origin, token, runOf(ids, value)));
    await expect(page.getByLabel('Runs just saved').getByText(`${value} s`)).toBeVisible({ timeout: 10_000 });
  }
  expect(proxy.served.every((times) => times > 3)).toBe(true);
  let answered = 0;
  first.push(
    ...(await Promise.all(
      values(30, 8.81).map(async (value) => {
        const sent = await send(proxy.origin, token, runOf(ids, value));
        if (sent.acknowledged && ++answered === 5) await one.kill();
        return sent;
      }),
    )),
  );
  const acknowledged = first.filter((sent) => sent.acknowledged);
  expect((await storedById(sql, acknowledged)).every((times) => times === 1)).toBe(true);
  const again = await sendAgain(proxy.origin, token, first);
  expect(again.every((sent) => sent.acknowledged)).toBe(true);
  note({
    made: first.length,
    acknowledged: again.filter((sent) => sent.acknowledged).length,
    stored: await storedById(sql, first),
    told: `seen on both without a reload; ${acknowledged.length} acknowledged at once, none of them lost; the others went out again to the one that was left`,
  });
  await page.context().close();
  proxy.stop();
});
